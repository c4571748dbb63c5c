/** What statements declare by name. */

import { enumMembers } from '../syntax/compiled-enums.js';
import type { Ast } from '../syntax/parse.js';

export type TypeDeclaration = Ast.TSTypeAliasDeclaration | Ast.TSInterfaceDeclaration;

/** What a name at the top level of a module stands for. */
export type Declaration =
  | { kind: 'class'; node: Ast.Class }
  | { kind: 'function'; node: Ast.Function }
  | { kind: 'variable'; init: Ast.Expression | null; type: Ast.TSTypeAnnotation | null | undefined }
  /** One name out of a destructured object or array. */
  | { kind: 'member'; object: Ast.Expression; key: string; otherwise?: Ast.Expression }
  | { kind: 'enum'; node: Ast.TSEnumDeclaration }
  | { kind: 'type'; node: TypeDeclaration }
  | { kind: 'import'; specifier: string; imported: string }
  | { kind: 'namespace'; specifier: string };

/** The class, the function or the value of a declaration, as it is written; null for what has none. */
export function writtenFor(declaration: Declaration): Ast.Class | Ast.Function | Ast.Expression | null {
  if (declaration.kind === 'variable') return declaration.init;
  return declaration.kind === 'class' || declaration.kind === 'function' ? declaration.node : null;
}

/** The names one statement declares. */
export function declarationsIn(node: Ast.Node): [string, Declaration][] {
  switch (node.type) {
    case 'ClassDeclaration':
    case 'ClassExpression':
      return node.id ? [[node.id.name, { kind: 'class', node }]] : [];
    case 'FunctionDeclaration':
    case 'TSDeclareFunction':
      return node.id ? [[node.id.name, { kind: 'function', node }]] : [];
    case 'TSEnumDeclaration':
      return [[node.id.name, { kind: 'enum', node }]];
    case 'TSTypeAliasDeclaration':
    case 'TSInterfaceDeclaration':
      return [[node.id.name, { kind: 'type', node }]];
    case 'VariableDeclaration':
      return node.declarations.flatMap(declared);
    default:
      return [];
  }
}

function declared({ id, init }: Ast.VariableDeclarator): [string, Declaration][] {
  if (id.type === 'Identifier') {
    const members = init?.type === 'CallExpression' ? enumMembers(init) : null;
    return [[id.name, { kind: 'variable', init: members ?? init, type: id.typeAnnotation }]];
  }
  if (!init) return [];
  if (id.type === 'ArrayPattern') {
    return id.elements.flatMap((one, index): [string, Declaration][] =>
      one?.type === 'Identifier' ? [[one.name, { kind: 'member', object: init, key: String(index) }]] : [],
    );
  }
  if (id.type !== 'ObjectPattern') return [];
  return id.properties.flatMap((one): [string, Declaration][] => {
    if (one.type !== 'Property' || one.computed || one.key.type !== 'Identifier') return [];
    const target = one.value.type === 'AssignmentPattern' ? one.value.left : one.value;
    const otherwise = one.value.type === 'AssignmentPattern' ? { otherwise: one.value.right } : {};
    return target.type === 'Identifier'
      ? [[target.name, { kind: 'member', object: init, key: one.key.name, ...otherwise }]]
      : [];
  });
}
