/** Names in type declarations: of the module, of its global blocks and of namespaces. */

import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { pathOf } from '../syntax/tree.js';
import { declarationsIn } from './declarations.js';
import type { Module, ModuleGraph } from './modules.js';

/** Where a name is looked up: a module, and the namespace in it that the name stands in, empty at the top. */
export interface Place {
  module: Module;
  space: string;
  /** What the parameters of the type are given that the name stands in. */
  given?: ReadonlyMap<string, Given>;
}

/** A type that is handed over, and where it is read. */
export interface Given {
  type: Ast.TSType;
  place: Place;
}

export type TypeNode = Ast.Class | Ast.TSInterfaceDeclaration | Ast.TSTypeAliasDeclaration;

/** All that one name stands for: a class and interfaces that add to it, an alias, a constant with a type. */
export interface Named extends Place {
  name: string;
  types: TypeNode[];
  /** The type of a constant. */
  value: Ast.TSType | null;
  /** A function, which may make a class of another. */
  maker: Ast.Function | null;
}

/** A statement, and the namespace that it stands in. */
export interface Inside {
  node: Ast.Node;
  space: string;
}

/** So deep namespaces stand in each other. */
const DEEPEST = 20;

const STATEMENTS = new WeakMap<Module, Inside[]>();

/** The statements of a module, and those in its `declare global`, `declare module` and namespaces. */
export function statementsOf(module: Module): Inside[] {
  const known = STATEMENTS.get(module);
  if (known) return known;
  const found: Inside[] = [];
  const visit = (statements: readonly Ast.Node[], space: string, depth: number) => {
    for (const statement of statements) {
      const isExport =
        statement.type === 'ExportNamedDeclaration' || statement.type === 'ExportDefaultDeclaration';
      const node = (isExport && statement.declaration) || statement;
      if (node.type !== 'TSModuleDeclaration') found.push({ node, space });
      else if (depth < DEEPEST && node.body?.type === 'TSModuleBlock') {
        const name = node.kind === 'global' || node.id.type === 'Literal' ? null : pathOf(node.id);
        visit(node.body.body, name === null ? space : inSpace(space, name.join('.')), depth + 1);
      }
    }
  };
  visit(module.program.body, '', 0);
  STATEMENTS.set(module, found);
  return found;
}

const inSpace = (space: string, name: string) => (space === '' ? name : `${space}.${name}`);

const INDEXES = new WeakMap<Module, Map<string, Inside[]>>();

/** Statements by the names that they declare, with the namespace in front. */
function indexOf(module: Module): Map<string, Inside[]> {
  const known = INDEXES.get(module);
  if (known) return known;
  const index = new Map<string, Inside[]>();
  for (const inside of statementsOf(module)) {
    for (const [name] of declarationsIn(inside.node)) addTo(index, inSpace(inside.space, name), inside);
  }
  INDEXES.set(module, index);
  return index;
}

/** What a name means where it stands: in the namespaces around it, in its module, or in one that is imported. */
export function namedIn(path: readonly string[], { module, space }: Place, graph: ModuleGraph): Named | null {
  const [first = '', ...others] = path;
  for (let around = space; ; around = around.slice(0, Math.max(around.lastIndexOf('.'), 0))) {
    const named = heldBy(inSpace(around, path.join('.')), module);
    if (named) return named;
    if (around === '') break;
  }
  if (others.length === 0) {
    const found = graph.find(first, module);
    return found && heldBy(found.name, found.module);
  }
  const declaration = module.declarations.get(first);
  if (declaration?.kind !== 'namespace' && declaration?.kind !== 'import') return null;
  const target = graph.resolve(declaration.specifier, module);
  const inside = declaration.kind === 'import' ? [declaration.imported, ...others] : others;
  return target && exportedAs(inside, target, graph);
}

/** What a name means to those who import a module: also of what it exports under another name, or passes on. */
function exportedAs(
  [first = '', ...others]: readonly string[],
  module: Module,
  graph: ModuleGraph,
  visited = new Set<string>(),
): Named | null {
  const key = `${module.path}#${first}`;
  if (visited.has(key)) return null;
  visited.add(key);
  const from = (specifier: string, path: readonly string[]) => {
    const target = graph.resolve(specifier, module);
    return target && exportedAs(path, target, graph, visited);
  };
  const exported = module.exports.get(first);
  if (exported?.kind === 'from') return from(exported.specifier, [exported.imported, ...others]);
  if (exported?.kind === 'namespace') return from(exported.specifier, others);
  const own = heldBy([exported?.kind === 'local' ? exported.name : first, ...others].join('.'), module);
  if (own) return own;
  for (const specifier of module.starExports) {
    const passed = from(specifier, [first, ...others]);
    if (passed) return passed;
  }
  return null;
}

function heldBy(name: string, module: Module): Named | null {
  const all = indexOf(module).get(name);
  const [first] = all ?? [];
  if (!all || !first) return null;
  const types: TypeNode[] = [];
  let value: Ast.TSType | null = null;
  let maker: Ast.Function | null = null;
  for (const { node } of all) {
    if (node.type === 'TSDeclareFunction' || node.type === 'FunctionDeclaration') maker ??= node;
    else if (node.type === 'VariableDeclaration') value ??= typeOfConstant(node, name);
    else if (isTypeNode(node)) types.push(node);
  }
  return { module, space: first.space, name: name.slice(name.lastIndexOf('.') + 1), types, value, maker };
}

function isTypeNode(node: Ast.Node): node is TypeNode {
  return (
    node.type === 'ClassDeclaration' ||
    node.type === 'ClassExpression' ||
    node.type === 'TSInterfaceDeclaration' ||
    node.type === 'TSTypeAliasDeclaration'
  );
}

function typeOfConstant({ declarations }: Ast.VariableDeclaration, name: string): Ast.TSType | null {
  const own = name.slice(name.lastIndexOf('.') + 1);
  const found = declarations.find(({ id }) => id.type === 'Identifier' && id.name === own);
  return found?.id.type === 'Identifier' ? (found.id.typeAnnotation?.typeAnnotation ?? null) : null;
}
