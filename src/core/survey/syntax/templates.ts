/**
 * Templates as compilers write them for engines without: `"<b>".concat(name, "</b>")`, and for those with a tag its list of
 * texts, `html(object || (object = make(["<b>", "</b>"])), name)`, or `html(object(), name)` with a function that makes the
 * list when it is called first.
 */

import { addTo } from './lists.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { replacedName } from './replaced.js';
import { placeOf } from './tree.js';

/** Can a text hold such a template at all? */
export const TEMPLATES =
  /["']\.concat\(|(?:templateobject|tagged_?template)|\braw["']?\s*[:,]\s*\{\s*value\s*:/i;

/** The template that a call stands for, or null. */
export function templateBefore(node: Ast.Node, program: Ast.Program): Ast.Node | null {
  if (node.type !== 'CallExpression') return null;
  return concatenated(node) ?? tagged(node, program);
}

/** `"<b>".concat(name, "</b>")`, also one call after the other. */
function concatenated(node: Ast.CallExpression): Ast.Node | null {
  const calls: Ast.CallExpression[] = [];
  let start: Ast.Node = node;
  for (let next = receiverOf(start); next; next = receiverOf(start)) {
    calls.push(start as Ast.CallExpression);
    start = next;
  }
  if (calls.length === 0 || !isText(start)) return null;
  const texts = [start.value];
  const expressions: Ast.Node[] = [];
  for (const one of calls.reverse().flatMap((call) => call.arguments)) {
    if (one.type === 'SpreadElement') return null;
    if (isText(one)) texts[expressions.length] = (texts[expressions.length] ?? '') + one.value;
    else {
      expressions.push(one);
      texts.push('');
    }
  }
  return templateOf(texts, expressions, node);
}

/** What `concat` is called on. */
function receiverOf(node: Ast.Node): Ast.Node | null {
  const callee = node.type === 'CallExpression' ? node.callee : null;
  if (callee?.type !== 'MemberExpression' || callee.computed) return null;
  return callee.property.type === 'Identifier' && callee.property.name === 'concat' ? callee.object : null;
}

/** `html(object || (object = make(["<b>", "</b>"], ["<b>", "</b>"])), name)`, `html(object(), name)` */
function tagged(node: Ast.CallExpression, program: Ast.Program): Ast.Node | null {
  const [first, ...expressions] = node.arguments;
  if (!first) return null;
  const lists = first.type === 'LogicalExpression' ? [listKept(first)] : listsOfFirstCalls(first, program);
  const [texts, ...others] = lists.filter((one) => one?.length === expressions.length + 1);
  // Minifiers give functions the same few names.
  if (!texts || others.length > 0) return null;
  return {
    type: 'TaggedTemplateExpression',
    tag: node.callee,
    quasi: templateOf(texts, expressions, first),
    ...placeOf(node),
  } as unknown as Ast.Node;
}

/** `object || (object = make(["<b>", "</b>"]))` */
function listKept({ operator, left, right }: Ast.LogicalExpression): string[] | null {
  const given = right.type === 'ParenthesizedExpression' ? right.expression : right;
  const isKept = operator === '||' && left.type === 'Identifier' && given.type === 'AssignmentExpression';
  return isKept ? textsMade(given.right) : null;
}

/** `make(["<b>", "</b>"])` */
function textsMade(made: Ast.Node | null): string[] | null {
  const list = made?.type === 'CallExpression' ? made.arguments[0] : undefined;
  if (list?.type !== 'ArrayExpression' || list.elements.length === 0) return null;
  const texts = list.elements.flatMap((one) => (one && isText(one) ? [one.value] : []));
  return texts.length === list.elements.length ? texts : null;
}

const FIRST_CALLS = new WeakMap<Ast.Program, Map<string, string[][]>>();

/** The lists that functions of this name make when they are called first. */
function listsOfFirstCalls(node: Ast.Node, program: Ast.Program): readonly string[][] {
  if (node.type !== 'CallExpression' || node.callee.type !== 'Identifier' || node.arguments.length > 0)
    return [];
  let lists = FIRST_CALLS.get(program);
  if (!lists) {
    lists = new Map();
    const found = lists;
    walk(program, (one) => {
      if (one.type !== 'FunctionDeclaration') return true;
      const texts = textsOfFirstCall(one);
      if (texts) addTo(found, one.id?.name ?? '', texts);
      return true;
    });
    FIRST_CALLS.set(program, lists);
  }
  return lists.get(node.callee.name) ?? [];
}

/** `function object() { var list = make(["<b>", "</b>"]); object = function () { return list; }; return list; }` */
function textsOfFirstCall(node: Ast.Function): string[] | null {
  const [first] = node.body?.body ?? [];
  if (node.params.length > 0 || first?.type !== 'VariableDeclaration') return null;
  const texts = textsMade(first.declarations[0]?.init ?? null);
  return texts && replacedName(node) !== null ? texts : null;
}

function isText(node: Ast.Node): node is Ast.StringLiteral {
  return node.type === 'Literal' && typeof node.value === 'string';
}

function templateOf(texts: readonly string[], expressions: readonly Ast.Node[], place: Ast.Span): Ast.Node {
  const quasis = texts.map((text, at) => ({
    type: 'TemplateElement',
    value: { cooked: text, raw: text },
    tail: at === texts.length - 1,
    ...placeOf(place),
  }));
  return { type: 'TemplateLiteral', quasis, expressions, ...placeOf(place) } as unknown as Ast.Node;
}
