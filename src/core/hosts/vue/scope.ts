/** What the scripts of a component put in its template's reach: values by name, and components of the host. */

import { kebabCase } from '../../emit/names.js';
import { type Ast, walk } from '../../survey/syntax/parse.js';
import { calledName, entriesOf } from '../sketch.js';
import type { Adoption } from '../uses.js';

/** The values that options name for the template: data, computed values and methods. */
export function optionNames(program: Ast.Program): (readonly [name: string, value: Ast.Node | null])[] {
  const options = optionsOf(program);
  return [
    ...entriesOf(returnedBy(options.get('data'))).map(({ name, value }) => [name, value] as const),
    ...entriesOf(options.get('computed')).map(({ name, value }) => [name, returnedBy(value)] as const),
    ...entriesOf(options.get('methods')).map(({ name, value }) => [name, value] as const),
  ];
}

/** Names under which a template may mean a component: what a setup script binds, and the option of that name. */
export function componentNames(program: Ast.Program, isSetup: boolean): string[] {
  const registered = entriesOf(optionsOf(program).get('components')).map(({ name }) => name);
  if (!isSetup) return registered;
  const imported = program.body.flatMap((statement) =>
    statement.type === 'ImportDeclaration' && statement.importKind !== 'type'
      ? statement.specifiers
          .filter((one) => one.type !== 'ImportSpecifier' || one.importKind !== 'type')
          .map((one) => one.local.name)
      : [],
  );
  const declared = program.body.flatMap((statement) =>
    statement.type === 'VariableDeclaration'
      ? statement.declarations.flatMap((one) => (one.id.type === 'Identifier' ? [one.id.name] : []))
      : [],
  );
  return [...registered, ...imported, ...declared];
}

/** Components registered for all of the application: `app.component('tide-gauge', TideGauge)`. */
export function registeredComponents(program: Ast.Program): Adoption[] {
  const found: Adoption[] = [];
  walk(program, (node) => {
    if (node.type !== 'CallExpression' || calledName(node) !== 'component') return true;
    const [name, component] = node.arguments;
    if (component && name?.type === 'Literal' && typeof name.value === 'string')
      found.push({ tag: kebabCase(name.value), component: name.value });
    return true;
  });
  return found;
}

/** The options that the module's default export holds, by itself or in a call that takes them. */
function optionsOf({ body }: Ast.Program): ReadonlyMap<string, Ast.Node> {
  const exported = body.find((one) => one.type === 'ExportDefaultDeclaration')?.declaration;
  const options = exported?.type === 'CallExpression' ? exported.arguments[0] : exported;
  return new Map(entriesOf(options).map(({ name, value }) => [name, value]));
}

/** The expression that a function returns, where it does nothing before. */
function returnedBy(node: Ast.Node | undefined): Ast.Node | null {
  if (node?.type !== 'FunctionExpression' && node?.type !== 'ArrowFunctionExpression') return null;
  if (node.body?.type !== 'BlockStatement') return node.body;
  const last = node.body.body.at(-1);
  return last?.type === 'ReturnStatement' ? last.argument : null;
}
