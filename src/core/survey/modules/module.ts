/** One module: what its text declares, exports and imports. */

import { LineMap } from '../../findings/lines.js';
import { restoreModules } from '../syntax/commonjs.js';
import { enumMembers } from '../syntax/compiled-enums.js';
import { writtenOut } from '../syntax/evaluated.js';
import type { Ast, Comment, Program } from '../syntax/parse.js';
import { parseModule } from '../syntax/parse.js';
import { restore } from '../syntax/restoring.js';
import { blockOf } from '../syntax/static-blocks.js';
import { expressionsOf, partsOf } from '../syntax/tree.js';
import type { Declaration, TypeDeclaration } from './declarations.js';
import { declarationsIn, writtenFor } from './declarations.js';
import { givenInside, memberGiven } from './given-inside.js';

export type { Declaration } from './declarations.js';

export type Exported =
  | { kind: 'local'; name: string }
  | { kind: 'from'; specifier: string; imported: string }
  | { kind: 'namespace'; specifier: string };

/** One parsed module with its names. */
export interface Module {
  path: string;
  label: string;
  source: string;
  program: Program;
  comments: Comment[];
  errors: { message: string; start: number; end: number }[];
  lines: LineMap;
  declarations: Map<string, Declaration>;
  /** What names stand for as types, also where a value has the same name. */
  types: Map<string, TypeDeclaration>;
  exports: Map<string, Exported>;
  starExports: string[];
  /** What is assigned to members of names at the top level, by `name.member`. */
  assigned: Map<string, Ast.Expression>;
  /** Specifiers of static imports and re-exports. */
  staticSpecifiers: string[];
  /** Every specifier imported for any reason, static and literal dynamic ones. */
  specifiers: string[];
}

/** The name a default export without a name of its own is declared under. */
const DEFAULT_EXPORT = '*default*';

/** Parses a module and reads its names. */
export function readModule(path: string, label: string, text: string): Module {
  const source = writtenOut(text);
  const { program, comments, errors } = parseModule(path, source);
  restoreModules(program, source);
  restore(program, source);
  const module: Module = {
    path,
    label,
    source,
    program,
    comments,
    errors,
    lines: new LineMap(source),
    declarations: new Map(),
    types: new Map(),
    exports: new Map(),
    starExports: [],
    assigned: new Map(),
    staticSpecifiers: [],
    specifiers: [],
  };
  for (const statement of program.body) addStatement(module, statement);
  addGivenInside(module);
  addClassAliases(module);
  module.staticSpecifiers = [...module.specifiers];
  for (const match of source.matchAll(/\bimport\(\s*(['"])([^'"]+)\1\s*\)/g))
    module.specifiers.push(match[2] ?? '');
  return module;
}

function addStatement(module: Module, statement: Ast.Statement | Ast.Directive): void {
  switch (statement.type) {
    case 'ImportDeclaration':
      module.specifiers.push(statement.source.value);
      for (const one of statement.specifiers) {
        const specifier = statement.source.value;
        if (one.type === 'ImportNamespaceSpecifier') {
          module.declarations.set(one.local.name, { kind: 'namespace', specifier });
        } else {
          const imported = one.type === 'ImportDefaultSpecifier' ? 'default' : nameOf(one.imported);
          module.declarations.set(one.local.name, { kind: 'import', specifier, imported });
        }
      }
      return;
    case 'ExportNamedDeclaration':
      if (statement.source) module.specifiers.push(statement.source.value);
      for (const one of statement.specifiers) {
        module.exports.set(
          nameOf(one.exported),
          statement.source
            ? { kind: 'from', specifier: statement.source.value, imported: nameOf(one.local) }
            : { kind: 'local', name: nameOf(one.local) },
        );
      }
      if (statement.declaration) {
        for (const name of declare(module, statement.declaration)) {
          module.exports.set(name, { kind: 'local', name });
        }
      }
      return;
    case 'ExportAllDeclaration':
      module.specifiers.push(statement.source.value);
      if (!statement.exported) module.starExports.push(statement.source.value);
      else {
        const specifier = statement.source.value;
        module.exports.set(nameOf(statement.exported), { kind: 'namespace', specifier });
      }
      return;
    case 'ExportDefaultDeclaration':
      addDefaultExport(module, statement.declaration);
      return;
    case 'ExpressionStatement':
      addAssignments(module, statement.expression);
      return;
    default: {
      declare(module, statement);
      // What is only done where there is a page: `if (typeof HTMLElement !== 'undefined') Holder.Dial = class ...`
      for (const one of statementsWithin(statement)) {
        if (one.type === 'ExpressionStatement') addAssignments(module, one.expression, true);
        for (const [name, declaration] of declarationsIn(one))
          if (!module.declarations.has(name)) module.declarations.set(name, declaration);
      }
    }
  }
}

/** The statements in the blocks of a statement that does them once or not at all: of an `if`, a `try`, a bare block. */
export function statementsWithin(statement: Ast.Node): Ast.Node[] {
  const found: Ast.Node[] = [];
  // Without recursion: branches follow one another by the thousand in bundles.
  const open = branchesOf(statement).reverse();
  for (let one = open.pop(); one; one = open.pop()) {
    found.push(one);
    open.push(...branchesOf(one).reverse());
  }
  return found;
}

function branchesOf(statement: Ast.Node): Ast.Node[] {
  const inner = (node: Ast.Node | null | undefined): Ast.Node[] =>
    node?.type === 'BlockStatement' ? [...node.body] : node ? [node] : [];
  switch (statement.type) {
    case 'IfStatement':
      return [...inner(statement.consequent), ...inner(statement.alternate)];
    case 'TryStatement':
      return [...inner(statement.block), ...inner(statement.handler?.body)];
    case 'BlockStatement':
      return inner(statement);
    default:
      return [];
  }
}

/**
 * Values given to names that were declared without one, as compilers write private methods (`_a = function ...`)
 * and enums (`(function (Mark) { ... })(Mark || (Mark = {}))`).
 * What is only done under a condition takes no other's place.
 */
function addAssignments(module: Module, expression: Ast.Node, isConditional = false): void {
  for (const part of partsOf(expression))
    addAssignment(module, part.node, isConditional || part.isConditional);
}

function addAssignment(module: Module, node: Ast.Node, isConditional: boolean): void {
  const members = node.type === 'CallExpression' ? enumMembers(node) : null;
  if (members && node.type === 'CallExpression') {
    const [argument] = node.arguments;
    const name = argument?.type === 'LogicalExpression' ? argument.left : null;
    if (name?.type === 'Identifier') giveValue(module, name.name, members);
  }
  const member = memberGiven(node);
  if (member) {
    const name = `${member.holder}.${member.member}`;
    const takesPlace = node.type === 'AssignmentExpression' && !isConditional;
    if (takesPlace || !module.assigned.has(name)) module.assigned.set(name, member.value);
  }
  if (node.type === 'AssignmentExpression' && node.operator === '=' && node.left.type === 'Identifier')
    giveValue(module, node.left.name, node.right);
}

function giveValue(module: Module, name: string, init: Ast.Expression): void {
  const before = module.declarations.get(name);
  if (before?.kind === 'variable' && !before.init) module.declarations.set(name, { ...before, init });
}

function addGivenInside(module: Module): void {
  const isOpen = (one: Declaration) => one.kind === 'variable' && !one.init;
  if (![...module.declarations.values()].some(isOpen)) return;
  const { values, members } = givenInside(module.program.body);
  for (const [name, value] of values) giveValue(module, name, value);
  for (const [name, value] of members) if (!module.assigned.has(name)) module.assigned.set(name, value);
}

/** Names that classes give themselves in a static block, as compilers do: `static { Pier_1 = this; }`. */
function addClassAliases(module: Module): void {
  for (const declaration of [...module.declarations.values()]) {
    const node = writtenFor(declaration);
    if (node?.type !== 'ClassExpression' && node?.type !== 'ClassDeclaration') continue;
    for (const member of node.body.body) {
      for (const given of (blockOf(member) ?? []).flatMap(expressionsOf)) {
        if (given.type !== 'AssignmentExpression' || given.right.type !== 'ThisExpression') continue;
        const name = given.left.type === 'Identifier' ? given.left.name : '';
        const before = module.declarations.get(name);
        if (before?.kind === 'variable' && !before.init)
          module.declarations.set(name, { kind: 'class', node });
      }
    }
  }
}

function addDefaultExport(module: Module, node: Ast.ExportDefaultDeclaration['declaration']): void {
  let name = DEFAULT_EXPORT;
  if (node.type === 'Identifier') name = node.name;
  else if (node.type === 'ClassDeclaration' || node.type === 'ClassExpression') {
    name = node.id?.name ?? DEFAULT_EXPORT;
    module.declarations.set(name, { kind: 'class', node });
  } else if (node.type === 'FunctionDeclaration' || node.type === 'FunctionExpression') {
    name = node.id?.name ?? DEFAULT_EXPORT;
    module.declarations.set(name, { kind: 'function', node });
  } else if (node.type !== 'TSInterfaceDeclaration' && node.type !== 'TSDeclareFunction') {
    module.declarations.set(name, { kind: 'variable', init: node as Ast.Expression, type: null });
  }
  module.exports.set('default', { kind: 'local', name });
}

/** Takes in one declaring statement; returns the names it declares. */
function declare(module: Module, node: Ast.Node): string[] {
  const declarations = declarationsIn(node);
  for (const [name, declaration] of declarations) {
    if (declaration.kind === 'type') module.types.set(name, declaration.node);
    // An interface beside a class of its name says more of that; it does not take its place.
    const isValue = (module.declarations.get(name)?.kind ?? 'type') !== 'type';
    if (declaration.kind !== 'type' || !isValue) module.declarations.set(name, declaration);
  }
  return declarations.map(([name]) => name);
}

function nameOf(node: Ast.ModuleExportName): string {
  return node.type === 'Literal' ? node.value : node.name;
}
