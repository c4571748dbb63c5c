/**
 * Modules written for older loaders: `require` and `exports` become imports and exports in the tree itself, so that all
 * else meets one form. After the CommonJS modules of Node.js, and what compilers make of the standard's modules for them.
 */

import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { become, entryOf, isFunctionExpression, placeOf } from './tree.js';

/** Statements that only modules of the standard have. */
const STANDARD = /^(?:Import|Export)\w*Declaration$/;
const COMMONJS = /\bexports\.\w|\bmodule\.exports\b|\brequire\(\s*["']/;

/** What is known of a module on the way through its statements. */
interface Found {
  /** The name under which the module's exports are collected. */
  holder: string;
  /** What is exported, by the names it goes by outside. */
  exported: Map<string, string>;
  /** Modules that are required as a whole, by their names. */
  namespaces: Map<string, string>;
  /** Names of the top level. */
  declared: ReadonlySet<string>;
  source: string;
}

/** Rewrites the statements of a module that imports and exports nothing the standard's way. */
export function restoreModules(program: Ast.Program, source: string): void {
  if (!COMMONJS.test(source) || program.body.some((one) => STANDARD.test(one.type))) return;
  const { statements, holder } = unwrapped(program);
  const found: Found = {
    holder,
    exported: new Map(),
    namespaces: new Map(),
    declared: new Set(statements.flatMap(namesDeclared)),
    source,
  };
  const body = statements.flatMap((one) => rewritten(one, found) ?? [one]);
  (program as { body: Ast.Node[] }).body = body;
  // `exports.name` is what is exported under that name.
  if (found.exported.size > 0)
    walk(program, (node) => {
      const name = exportedMember(node, holder);
      const local = name === null ? undefined : found.exported.get(name);
      if (local !== undefined) become(node, identifier(local, node));
      return true;
    });
}

function rewritten(statement: Ast.Node, found: Found): Ast.Node[] | null {
  if (statement.type === 'VariableDeclaration') return importing(statement, found);
  if (statement.type !== 'ExpressionStatement') return null;
  const { expression } = statement;
  if (expression.type !== 'SequenceExpression') return exporting(statement, found);
  // Minifiers write one statement for several.
  const made = expression.expressions.map((one) => {
    const single = node({ type: 'ExpressionStatement', expression: one }, one) as Ast.ExpressionStatement;
    return { single, made: exporting(single, found) };
  });
  return made.some((one) => one.made) ? made.flatMap((one) => one.made ?? [one.single]) : null;
}

/**
 * The statements of a module, without the function that bundlers put around one for loaders of every kind:
 * `(function (global, factory) { factory(exports, require('a')) })(this, function (exports, a) { ... })`.
 */
function unwrapped(program: Ast.Program): { statements: Ast.Node[]; holder: string } {
  const plain = { statements: program.body as Ast.Node[], holder: 'exports' };
  const [only, ...others] = plain.statements.filter((one) => !('directive' in one && one.directive));
  if (only?.type !== 'ExpressionStatement' || others.length > 0) return plain;
  const call = only.expression.type === 'UnaryExpression' ? only.expression.argument : only.expression;
  if (call.type !== 'CallExpression') return plain;
  const wrapper = call.callee;
  const at = call.arguments.findIndex(isFunctionExpression);
  const factory = call.arguments[at];
  if (!isFunctionExpression(wrapper) || !factory || !isFunctionExpression(factory)) return plain;
  const name = wrapper.params[at];
  if (name?.type !== 'Identifier' || factory.body?.type !== 'BlockStatement') return plain;
  const given = givenTo(wrapper, name.name);
  if (!given) return plain;
  const imports = given.flatMap((one, index) => {
    const parameter = factory.params[index];
    if (parameter?.type !== 'Identifier' || required(one) === null) return [];
    const declarator = node({ type: 'VariableDeclarator', id: parameter, init: one }, one);
    return [node({ type: 'VariableDeclaration', kind: 'const', declarations: [declarator] }, one)];
  });
  const holder =
    factory.params[given.findIndex((one) => one.type === 'Identifier' && one.name === 'exports')];
  return {
    statements: [...imports, ...factory.body.body],
    holder: holder?.type === 'Identifier' ? holder.name : 'exports',
  };
}

/** What a wrapper gives its factory where it is loaded as a CommonJS module. */
function givenTo(wrapper: Ast.Node, factory: string): readonly Ast.Argument[] | null {
  let given: readonly Ast.Argument[] | null = null;
  walk(wrapper, (inner) => {
    if (given || inner.type !== 'CallExpression') return given === null;
    const isCalled = inner.callee.type === 'Identifier' && inner.callee.name === factory;
    const isLoaded = (one: Ast.Node) =>
      required(one) !== null || (one.type === 'Identifier' && one.name === 'exports');
    if (isCalled && inner.arguments.some(isLoaded)) given = inner.arguments;
    return true;
  });
  return given;
}

function namesDeclared(statement: Ast.Node): string[] {
  if (statement.type === 'ClassDeclaration' || statement.type === 'FunctionDeclaration')
    return statement.id ? [statement.id.name] : [];
  if (statement.type !== 'VariableDeclaration') return [];
  return statement.declarations.flatMap(({ id }) => (id.type === 'Identifier' ? [id.name] : []));
}

/** `const one = require('a'), { two } = require('b');`, also through a compiler's helper; null where nothing is required. */
function importing(statement: Ast.VariableDeclaration, found: Found): Ast.Node[] | null {
  const made = statement.declarations.map((one) => importOf(one, found));
  if (made.every((one) => one === null)) return null;
  return statement.declarations.map((one, index) => {
    return made[index] ?? node({ ...statement, declarations: [one] }, one);
  });
}

function importOf({ id, init, start, end }: Ast.VariableDeclarator, found: Found): Ast.Node | null {
  const specifier = init ? required(init) : null;
  if (specifier === null) return null;
  const place = { start, end };
  if (id.type === 'Identifier') {
    const isHolder = new RegExp(`(?<![\\w$.])${id.name.replaceAll('$', '\\$')}(?:\\.|\\[)`).test(
      found.source,
    );
    if (isHolder) found.namespaces.set(id.name, specifier);
    return importNode(specifier, place, [
      isHolder
        ? { type: 'ImportNamespaceSpecifier', local: identifier(id.name, id) }
        : { type: 'ImportDefaultSpecifier', local: identifier(id.name, id) },
    ]);
  }
  if (id.type !== 'ObjectPattern') return null;
  return importNode(
    specifier,
    place,
    id.properties.flatMap((one) => {
      if (one.type !== 'Property' || one.key.type !== 'Identifier' || one.value.type !== 'Identifier')
        return [];
      return [{ type: 'ImportSpecifier', imported: one.key, local: one.value, importKind: 'value' }];
    }),
  );
}

/** What `require('a')` asks for, also `helper(require('a'))`. */
function required(expression: Ast.Node): string | null {
  if (expression.type !== 'CallExpression') return null;
  const [first] = expression.arguments;
  if (!first) return null;
  const { callee } = expression;
  if (callee.type === 'Identifier' && callee.name === 'require')
    return first.type === 'Literal' && typeof first.value === 'string' ? first.value : null;
  return isInterop(callee) ? required(first) : null;
}

/** Helpers that make a namespace of what is required: `__importStar`, `tslib_1.__importDefault`, `_interopRequireDefault`. */
function isInterop(callee: Ast.Node): boolean {
  const name =
    callee.type === 'MemberExpression' && callee.property.type === 'Identifier'
      ? callee.property.name
      : callee.type === 'Identifier'
        ? callee.name
        : '';
  return /^_*(?:importStar|importDefault|interop\w*|toESM)$/.test(name);
}

/** What a statement exports, or passes on; null where it does neither. */
function exporting(statement: Ast.ExpressionStatement, found: Found): Ast.Node[] | null {
  const { exported, declared, holder } = found;
  const { expression } = statement;
  const specifier = required(expression);
  if (specifier !== null) return [importNode(specifier, statement, [])];
  if (expression.type === 'CallExpression') return exportingCall(expression, found);
  if (expression.type !== 'AssignmentExpression' || expression.operator !== '=') return null;
  const { left, right } = expression;
  if (isModuleExports(left)) return wholeExport(right);
  const name = exportedMember(left, holder);
  if (name === null) return null;
  if (onlyAnnounces(right, holder)) return [];
  if (exported.has(name)) return null;
  if (right.type === 'Identifier') {
    exported.set(name, right.name);
    return [exportNode(right.name, name, statement)];
  }
  const local = declared.has(name) || name === 'default' ? `${name}$exported` : name;
  exported.set(name, local);
  const declaration = {
    type: 'VariableDeclaration',
    kind: 'let',
    declarations: [node({ type: 'VariableDeclarator', id: identifier(local, left), init: right }, statement)],
  };
  return [node(declaration, statement), exportNode(local, name, statement)];
}

/** `Object.defineProperty(exports, "name", { get })`, `__exportStar(require('a'), exports)` */
function exportingCall(call: Ast.CallExpression, { exported, namespaces, holder }: Found): Ast.Node[] | null {
  const [first, second, third] = call.arguments;
  const specifier = first ? required(first) : null;
  if (specifier !== null && second?.type === 'Identifier' && second.name === holder)
    return [node({ type: 'ExportAllDeclaration', exported: null, source: literal(specifier, call) }, call)];
  if (first?.type !== 'Identifier' || first.name !== holder) return null;
  if (second?.type !== 'Literal' || typeof second.value !== 'string') return null;
  const value = given(third);
  if (value?.type === 'Identifier') {
    exported.set(second.value, value.name);
    return [exportNode(value.name, second.value, call)];
  }
  const isOther = value?.type === 'MemberExpression' && value.object.type === 'Identifier';
  const from = isOther ? namespaces.get((value.object as Ast.IdentifierReference).name) : undefined;
  if (!isOther || from === undefined || value.property.type !== 'Identifier') return null;
  return [exportNode(value.property.name, second.value, call, from)];
}

/** The expression that a getter in a descriptor returns. */
function given(descriptor: Ast.Node | undefined): Ast.Node | null {
  const getter = entryOf(descriptor, 'get');
  if (!getter || !isFunctionExpression(getter) || !getter.body) return null;
  if (getter.body.type !== 'BlockStatement') return getter.body;
  const [only] = getter.body.body;
  return only?.type === 'ReturnStatement' ? only.argument : null;
}

/** `module.exports = { one, two }`, `module.exports = TheClass` */
function wholeExport(value: Ast.Expression): Ast.Node[] {
  const whole = node({ type: 'ExportDefaultDeclaration', declaration: value }, value);
  if (value.type !== 'ObjectExpression') return [whole];
  const named = value.properties.flatMap((one) =>
    one.type === 'Property' && one.key.type === 'Identifier' && one.value.type === 'Identifier'
      ? [exportNode(one.value.name, one.key.name, one)]
      : [],
  );
  return [whole, ...named];
}

function isModuleExports(target: Ast.Node): boolean {
  return (
    target.type === 'MemberExpression' &&
    target.object.type === 'Identifier' &&
    target.object.name === 'module' &&
    target.property.type === 'Identifier' &&
    target.property.name === 'exports'
  );
}

/** `exports.one = exports.two = void 0`: what is given says only that something will be there. */
export function onlyAnnounces(given: Ast.Node, holder: string): boolean {
  if (given.type === 'UnaryExpression') return given.operator === 'void';
  return given.type === 'AssignmentExpression' && exportedMember(given.left, holder) !== null;
}

/** The name in `exports.name`, `exports["name"]` or `module.exports.name`; null for anything else. */
export function exportedMember(target: Ast.Node, holder: string): string | null {
  if (target.type !== 'MemberExpression') return null;
  const { object, property, computed } = target;
  const isExports = (object.type === 'Identifier' && object.name === holder) || isModuleExports(object);
  if (!isExports) return null;
  if (!computed) return property.type === 'Identifier' ? property.name : null;
  return property.type === 'Literal' && typeof property.value === 'string' ? property.value : null;
}

function importNode(specifier: string, place: Ast.Span, specifiers: object[]): Ast.Node {
  const made = specifiers.map((one) => ({ ...one, ...placeOf(place) }));
  return node(
    { type: 'ImportDeclaration', specifiers: made, source: literal(specifier, place), importKind: 'value' },
    place,
  );
}

function exportNode(local: string, name: string, place: Ast.Span, from?: string): Ast.Node {
  const specifier = node(
    {
      type: 'ExportSpecifier',
      local: identifier(local, place),
      exported: identifier(name, place),
      exportKind: 'value',
    },
    place,
  );
  const source = from === undefined ? null : literal(from, place);
  return node(
    {
      type: 'ExportNamedDeclaration',
      declaration: null,
      specifiers: [specifier],
      source,
      exportKind: 'value',
    },
    place,
  );
}

function identifier(name: string, place: Ast.Span) {
  return { type: 'Identifier', name, ...placeOf(place) };
}

function literal(value: string, place: Ast.Span) {
  return { type: 'Literal', value, raw: JSON.stringify(value), ...placeOf(place) };
}

function node(made: object, place: Ast.Span): Ast.Node {
  return { ...made, ...placeOf(place) } as unknown as Ast.Node;
}
