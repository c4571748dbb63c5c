/** Registrations by description: a call that is handed an object, or a compiler's table, with a tag in it. */

import type { Registration } from '../../contract/types.js';
import { chainOf } from '../classes/classes.js';
import { memberTableIn } from '../dialects/compiled.js';
import type { Scope } from '../folding/functions.js';
import { calledName, keyText, unwrap } from '../folding/functions.js';
import { topLevelValue } from '../folding/named.js';
import { HOST_SPECIFIER } from '../modules/imports.js';
import { functionsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { parseModule } from '../syntax/parse.js';
import { tagsGiven } from './element-names.js';
import { baseNameIn } from './prefixed.js';
import type { Finding } from './registering.js';
import { DEFINING_NAME, isDefine } from './registering.js';
import { isCalledLater } from './running.js';

/** The calls that top-level statements consist of, or give to a name. */
export function statementCalls(program: Ast.Program): Ast.CallExpression[] {
  return program.body.flatMap((statement) => {
    const expressions: (Ast.Node | null | undefined)[] =
      statement.type === 'ExpressionStatement'
        ? [statement.expression]
        : statement.type === 'ExportDefaultDeclaration'
          ? [statement.declaration]
          : statement.type === 'VariableDeclaration'
            ? statement.declarations.map((one) => one.init)
            : statement.type === 'ExportNamedDeclaration' &&
                statement.declaration?.type === 'VariableDeclaration'
              ? statement.declaration.declarations.map((one) => one.init)
              : [];
    return expressions.flatMap((one) => {
      const inner = one ? unwrap(one) : null;
      const call = inner?.type === 'AssignmentExpression' ? unwrap(inner.right) : inner;
      return call?.type === 'CallExpression' ? [call] : [];
    });
  });
}

/**
 * A call that is handed a description with a tag in it: `define({ tag: 'a-b', ... })` makes the element itself,
 * `TheClass.define({ name: 'a-b', template })` makes it of a class.
 */
export function describedCall(node: Ast.CallExpression, scope: Scope): Finding[] {
  const callee = unwrap(node.callee);
  if (isDefine(node)) return [];
  const isClass = (one: Ast.Node) => {
    const { layers, platform, lost } = chainOf({ node: one, scope, name: null }, scope.graph);
    return layers.length > 0 && (platform !== null || lost !== null);
  };
  const isDescription = (one: Ast.Node) => {
    const described = descriptionIn(one, scope);
    return described !== null && !isForHost(described, scope, isClass);
  };
  const description = node.arguments.find(isDescription);
  if (!description) return [];
  const tags = tagsGiven(description, scope);
  const holder = callee.type === 'MemberExpression' && isClass(callee.object) ? callee.object : null;
  // `TheBase.define(TheClass, { ... })` is of the class that is handed over.
  const target = node.arguments.find((one) => one !== description && isClass(one)) ?? holder;
  const name = calledName(callee);
  if (target) {
    const registers: Registration = DEFINING_NAME.test(name) ? 'on-import' : 'by-call';
    const worded = tagInWords(description, scope);
    const known = worded.length > 0 ? worded : tags;
    return known.map((tag) => ({ tag, node: target, scope, place: node, registers, made: { node, scope } }));
  }
  return tags.map((tag) => ({ tag, node, scope, place: node, registers: 'on-import', described: true }));
}

/**
 * A call on what is made of a description: `Definition.compose(TheClass, { name: 'a-b', ... }).define()`. `at` is the scope
 * that it is made in.
 */
export function describedBefore(node: Ast.CallExpression, scope: Scope, at = scope): Finding[] {
  const callee = unwrap(node.callee);
  if (callee.type !== 'MemberExpression' || !DEFINING_NAME.test(calledName(callee))) return [];
  const first = unwrap(callee.object);
  if (first.type !== 'CallExpression' || first.arguments.length === 0) return [];
  const isLater = isCalledLater(functionsAround(node, scope.module.program), scope);
  const registers: Registration = isLater ? 'by-call' : 'on-import';
  return describedCall(first, at).map((one) => ({ ...one, registers }));
}

const OF_ELEMENTS =
  /^(?:template|render|view|component|\w*[sS]tyles?|css|shadow\w*|prop(?:erti)?e?s|attributes|attrs|observedAttributes|elementClass|class|target|type)$/;

/** An object that describes an element: it has a tag, and more than that. */
function descriptionIn(argument: Ast.Node, scope: Scope): Ast.ObjectExpression | null {
  let node = unwrap(argument);
  if (node.type === 'Identifier') {
    const given = topLevelValue(node.name, scope);
    if (!given) return null;
    node = unwrap(given.node);
  }
  if (node.type !== 'ObjectExpression' || node.properties.length < 2) return null;
  const keys = node.properties.map((one) => (one.type === 'Property' ? keyText(one.key) : null));
  const hasTag = node.properties.some((one, at) => {
    const key = one.type === 'Property' && one.key.type === 'Identifier' ? (keys[at] ?? '') : '';
    if (key === 'baseName') return true;
    if (!['tag', 'tagName', 'is', 'name'].includes(key) || one.type !== 'Property') return false;
    // Many things have a name; an element has something to show or to hold, too.
    const isSaid = key !== 'name' || keys.some((other) => other !== null && OF_ELEMENTS.test(other));
    return isSaid && tagsGiven(one.value, scope).length > 0;
  });
  return hasTag ? node : null;
}

/** A tag and the class of its element together with a framework: they make that framework's own of the element. */
function isForHost(
  { properties }: Ast.ObjectExpression,
  { module }: Scope,
  isClass: (node: Ast.Node) => boolean,
): boolean {
  const values = properties.flatMap((one) => (one.type === 'Property' ? [unwrap(one.value)] : []));
  const isHost = (one: Ast.Node) => {
    const declaration = one.type === 'Identifier' ? module.declarations.get(one.name) : undefined;
    const isTaken = declaration?.kind === 'import' || declaration?.kind === 'namespace';
    return isTaken && HOST_SPECIFIER.test(declaration.specifier);
  };
  return values.some(isHost) && values.some(isClass);
}

/** A base name is no tag, even with a hyphen in it; the doc comment beside it may write the whole: `<line-gauge>`. */
function tagInWords(description: Ast.Node, scope: Scope): string[] {
  const name = baseNameIn(description, scope);
  if (name === null) return [];
  const match = new RegExp(`<([a-z][\\w]*-${name})\\b[^>]*>`).exec(scope.module.source);
  return match?.[1] ? [match[1]] : [];
}

/**
 * Tables of elements that are loaded when needed: `start([["chunk", [[flags, "a-b", { members }]]]])`, also where the
 * list is text, `start(JSON.parse("[...]"))`.
 */
export function lazyTables(node: Ast.CallExpression, scope: Scope): Finding[] {
  const list = node.arguments[0] ? listIn(node.arguments[0]) : null;
  if (!list) return [];
  const isLater = isCalledLater(functionsAround(node, scope.module.program), scope);
  const registers: Registration = isLater ? 'by-call' : 'on-import';
  return list.elements.flatMap((chunk) => {
    if (chunk?.type !== 'ArrayExpression') return [];
    const [, tables] = chunk.elements;
    if (tables?.type !== 'ArrayExpression') return [];
    return tables.elements.flatMap((one): Finding[] => {
      const table = one ? memberTableIn(one) : null;
      if (!one || !table) return [];
      const place: Ast.Node = list === node.arguments[0] ? one : node;
      const { watched, flags } = table;
      const members = { node: table.members as Ast.Node, scope, watched, flags };
      return [{ tag: table.tag, node: place, scope, place, registers, members }];
    });
  });
}

/** A list that is written out, or stands in a text that is parsed. */
function listIn(node: Ast.Node): Ast.ArrayExpression | null {
  if (node.type === 'ArrayExpression') return node;
  if (node.type !== 'CallExpression' || calledName(node.callee) !== 'parse') return null;
  const [text] = node.arguments;
  if (text?.type !== 'Literal' || typeof text.value !== 'string' || !text.value.startsWith('[[')) return null;
  // Blanks before it keep its places those of the text, which stands on one line.
  const [statement] = parseModule('list.js', `${' '.repeat(node.start)}(${text.value})`).program.body;
  const parsed = statement?.type === 'ExpressionStatement' ? unwrap(statement.expression) : null;
  return parsed?.type === 'ArrayExpression' ? parsed : null;
}
