/** What kinds of elements have of the platform itself, by the names of their interfaces. */

import type { Ast } from '../syntax/parse.js';
import type { Module } from './module.js';
import { readModule } from './module.js';
import { PLATFORM_ELEMENTS } from './platform-elements.js';

export interface PlatformInterface {
  /** The interface that it inherits from. */
  above: string;
  /** Its own members, as their declarations. */
  members: ReadonlyMap<string, Ast.TSSignature>;
}

interface Platform {
  module: Module;
  interfaces: Map<string, PlatformInterface>;
  /** The interfaces of tags. */
  tags: Map<string, string>;
}

/** What all elements have; its members are not written down. */
const COMMON: ReadonlyMap<string, string> = new Map([
  ['HTMLElement', 'Element'],
  ['Element', 'Node'],
  ['Node', 'EventTarget'],
]);

let known: Platform | null = null;

/** The declarations are only read once something asks for them. */
function platform(): Platform {
  known ??= read();
  return known;
}

function read(): Platform {
  const module = readModule('platform-elements.d.ts', 'HTML', PLATFORM_ELEMENTS);
  const found: Platform = { module, interfaces: new Map(), tags: new Map() };
  for (const node of module.program.body) {
    if (node.type !== 'TSInterfaceDeclaration') continue;
    const members = new Map(node.body.body.flatMap((one) => namedMember(one)));
    if (node.id.name === 'Tags') {
      for (const [tag, member] of members) found.tags.set(tag, interfaceNamed(member));
      continue;
    }
    const [above] = node.extends.map(({ expression }) => expression);
    const name = above?.type === 'Identifier' ? above.name : 'HTMLElement';
    found.interfaces.set(node.id.name, { above: name, members });
  }
  return found;
}

function namedMember(node: Ast.TSSignature): [string, Ast.TSSignature][] {
  if (node.type !== 'TSPropertySignature' && node.type !== 'TSMethodSignature') return [];
  const { key } = node;
  if (key.type === 'Identifier') return [[key.name, node]];
  return key.type === 'Literal' ? [[String(key.value), node]] : [];
}

function interfaceNamed(member: Ast.TSSignature): string {
  const type = member.type === 'TSPropertySignature' ? member.typeAnnotation?.typeAnnotation : null;
  return type?.type === 'TSTypeReference' && type.typeName.type === 'Identifier'
    ? type.typeName.name
    : 'HTMLElement';
}

/** The interface of the elements of a tag that is not custom. */
export function interfaceOfTag(tag: string): string {
  return platform().tags.get(tag.toLowerCase()) ?? 'HTMLElement';
}

/** The interface above another one; null above the uppermost, and where the platform has none of the name. */
export function interfaceAbove(name: string): string | null {
  return COMMON.get(name) ?? platform().interfaces.get(name)?.above ?? null;
}

/** The names that the prototype of an interface has itself; null where they are not written down. */
export function namesOfInterface(name: string): string[] | null {
  const found = platform().interfaces.get(name);
  return found ? [...found.members.keys(), 'constructor'] : null;
}

/** The declaration of a member of elements of a tag, with the module that it stands in; null where they have none of their own. */
export function memberOfTag(tag: string, name: string): { node: Ast.TSSignature; module: Module } | null {
  const { interfaces, module, tags } = platform();
  for (let at: string | undefined = tags.get(tag.toLowerCase()); at; ) {
    const found: PlatformInterface | undefined = interfaces.get(at);
    const node = found?.members.get(name);
    if (node) return { node, module };
    at = found?.above;
  }
  return null;
}
