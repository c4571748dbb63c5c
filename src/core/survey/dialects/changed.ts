/** What `attributeChangedCallback` makes of an attribute's text, and which member of the element it gives that to. */

import { methodInChain } from '../classes/methods.js';
import type { AttributeSeen, LayerContext } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, UNKNOWN } from '../folding/folded.js';
import type { FunctionNode } from '../folding/functions.js';
import { keyText } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isThis } from '../syntax/tree.js';
import { readerOf } from './attribute-calls.js';
import { FLAG_TEXTS, type Reading, readingBySamples } from './converters.js';
import { TriedElement } from './tried-element.js';

/** What is longer than this is not tried out. */
const LONGEST = 6_000;

/** How each of the attributes is read, tried out on an element that is told of their texts. */
export function readByRunning(
  attributes: readonly AttributeSeen[],
  { chain, graph, layer }: LayerContext,
): AttributeSeen[] {
  const key = { type: 'Identifier', name: CALLBACK } as Ast.IdentifierName;
  const callback = layer.own ? methodInChain(key, chain, graph) : null;
  if (!callback || !graph.isOwn(callback.scope.module)) return [];
  if (callback.node.end - callback.node.start > LONGEST) return [];
  const places = new Map(attributes.flatMap((one) => (one.observed ? [[one.name, one.at] as const] : [])));
  return [...places].flatMap(([name, at]): AttributeSeen[] => {
    const told = (text: string | null) => {
      const element = new TriedElement(chain, graph, [[name, text]]);
      element.run(callback, [name, text === null ? '' : null, text]);
      return element;
    };
    const elements = new Map<string | null, TriedElement>();
    const make = (member: string) => (text: string | null) => {
      const element = elements.get(text) ?? told(text);
      elements.set(text, element);
      return element.holds(member);
    };
    const member = told('north').given.find((one) => isMoved(make(one)));
    if (member === undefined) return [];
    const property = publicName(member);
    return [{ name, property, observed: false, at, ...readingBySamples(make(member), name) }];
  });
}

/** Does what a member holds depend on the text? */
function isMoved(make: (text: string | null) => Folded): boolean {
  const values = new Set([null, ...FLAG_TEXTS].map(make));
  values.delete(UNKNOWN);
  return values.size > 1;
}

const CALLBACK = 'attributeChangedCallback';

/** The name that others know a member by which may be kept under another. */
function publicName(member: string): string {
  return member.replace(/^[#_]/, '');
}

/** `case 'high-mark': this.highMark = Number(value)` and `if (name === 'high-mark') ...`. */
export function changedBranches(node: Ast.Function, context: LayerContext): AttributeSeen[] {
  if (!node.body) return [];
  const [nameParameter] = node.params;
  const parameterName = nameParameter?.type === 'Identifier' ? nameParameter.name : null;
  const found: AttributeSeen[] = [];
  const branch = (test: Ast.Node, body: Ast.Node[]) => {
    const name = asString(fold(test, context.scope));
    if (name === null) return;
    for (const part of body) {
      walk(part, (inner) => {
        const target = assignedMember(inner) ?? handedOn(inner, name, context);
        if (!target) return true;
        found.push({
          name,
          property: target.name,
          ...readingOfValue(target.value, name, node, context),
          observed: false,
          at: context.at(inner),
        });
        return false;
      });
    }
  };
  walk(node.body, (inner) => {
    if (inner.type === 'SwitchStatement') {
      for (const one of inner.cases) if (one.test) branch(one.test, one.consequent);
      return false;
    }
    if (
      inner.type === 'IfStatement' &&
      inner.test.type === 'BinaryExpression' &&
      /^===?$/.test(inner.test.operator)
    ) {
      const { left, right } = inner.test;
      if (left.type === 'Identifier' && left.name === parameterName) branch(right, [inner.consequent]);
    }
    return true;
  });
  return found;
}

/**
 * How what is assigned is made of the attribute's new text, which is the third thing that the function is handed: that
 * tells also where the way to it, or what becomes of it, cannot be followed.
 */
function readingOfValue(
  value: Ast.Node,
  name: string,
  node: FunctionNode,
  { scope, chain, graph }: LayerContext,
): Reading {
  const parameter = node.params[2];
  const make = (text: string | null) =>
    new TriedElement(chain, graph, [[name, text]]).valueAt(value, { node, scope }, [name, UNKNOWN, text]);
  const valueName = parameter?.type === 'Identifier' ? parameter.name : null;
  return readingBySamples(make, name) ?? { reads: readerOf(value, valueName) };
}

/** `this.name = value` or `this.#name = value`: the member and what is assigned. */
function assignedMember(node: Ast.Node): { name: string; value: Ast.Expression } | null {
  if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return null;
  if (node.left.object.type !== 'ThisExpression' || node.left.computed) return null;
  const { property } = node.left;
  if (property.type !== 'Identifier' && property.type !== 'PrivateIdentifier') return null;
  return { name: property.name.replace(/^_/, ''), value: node.right };
}

/** `this.input.checked = value`, where an accessor of that name is what the attribute `checked` is about. */
function handedOn(
  node: Ast.Node,
  attribute: string,
  { layer }: LayerContext,
): { name: string; value: Ast.Expression } | null {
  if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return null;
  const { object, property, computed } = node.left;
  const isPart = object.type === 'MemberExpression' && isThis(object.object);
  if (!isPart || computed || property.type !== 'Identifier') return null;
  const { name } = property;
  if (name.toLowerCase() !== attribute.replaceAll('-', '')) return null;
  const isOffered = layer.node.body.body.some(
    (one) =>
      one.type === 'MethodDefinition' &&
      (one.kind === 'get' || one.kind === 'set') &&
      keyText(one.key) === name,
  );
  return isOffered ? { name, value: node.right } : null;
}
