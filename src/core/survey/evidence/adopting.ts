/**
 * Properties that an element takes over when its class is defined only after somebody set them: an own property
 * stands in front of the accessor then, until the class reads it, deletes it and sets it anew.
 */

import type { Layer } from '../classes/layers.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';

export interface Adopting {
  /** A class of the chain takes over all that it knows as declared: the names come from elsewhere. */
  declared: boolean;
  /** Names that are written out where the taking over is done, or asked for. */
  names: ReadonlySet<string>;
}

/** What the classes of a chain take over. */
export function adoptedIn(layers: readonly Layer[]): Adopting {
  const names = new Set<string>();
  let declared = false;
  for (const layer of layers) {
    const found = adoptingIn(layer);
    if (!found) continue;
    declared ||= found.names.size === 0;
    for (const name of found.names) names.add(name);
  }
  return { declared, names };
}

const KNOWN = new WeakMap<Ast.Class, { names: Set<string> } | 'none'>();

function adoptingIn({ node, module }: Layer): { names: Set<string> } | null {
  const known = KNOWN.get(node);
  if (known) return known === 'none' ? null : known;
  const found = lookIn(node, module.source);
  KNOWN.set(node, found ?? 'none');
  return found;
}

/** A class that asks for own properties of its instances and deletes them, by a name that is worked out. */
function lookIn(node: Ast.Class, text: string): { names: Set<string> } | null {
  const written = text.slice(node.start, node.end);
  if (!/delete\s+this\s*\[/.test(written) || !/hasOwn/.test(written)) return null;
  const names = new Set<string>();
  for (const member of node.body.body) {
    if (member.type !== 'MethodDefinition' || member.static) continue;
    const body = text.slice(member.start, member.end);
    const method =
      member.key.type === 'Identifier' || member.key.type === 'PrivateIdentifier' ? member.key.name : '';
    const isPlace =
      /delete\s+this\s*\[/.test(body) || method === 'constructor' || method === 'connectedCallback';
    if (isPlace) collectNames(member, names);
  }
  return { names };
}

/** Texts in calls on the element itself and in lists: `this.takeOver('readings')`, `for (... of ['readings'])`. */
function collectNames(member: Ast.Node, names: Set<string>): void {
  const add = (node: Ast.Node | null) => {
    if (node?.type === 'Literal' && typeof node.value === 'string') names.add(node.value);
  };
  walk(member, (node) => {
    if (node.type === 'ArrayExpression') for (const one of node.elements) add(one);
    if (node.type === 'CallExpression' && node.callee.type === 'MemberExpression') {
      if (node.callee.object.type === 'ThisExpression' && !isPlatformCall(node.callee)) {
        for (const one of node.arguments) add(one);
      }
    }
    return true;
  });
}

/** `this.getAttribute('level')` names an attribute, and takes nothing over. */
function isPlatformCall(callee: Ast.MemberExpression): boolean {
  const { property } = callee;
  return (
    property.type === 'Identifier' &&
    /^(get|set|has|remove|toggle)Attribute|^(add|remove)EventListener$|^querySelector|^(closest|matches)$/.test(
      property.name,
    )
  );
}
