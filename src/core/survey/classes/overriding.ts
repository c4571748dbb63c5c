/** The code of a chain that never runs for a component, since classes below put their own in its place. */

import { assignedBeside } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import { firstFrom } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import { blockOf } from '../syntax/static-blocks.js';
import { expressionsOf, isThis } from '../syntax/tree.js';
import { assignedToClass } from './assigned.js';
import type { ClassChain, Layer } from './layers.js';
import { namesWritten, placesOfName, prototypesNamed, reachesAbove, staticReads } from './mentions.js';

/** What of a class never runs: members, and values that are assigned to the class. */
export interface Idle {
  /** What is overridden and not called from below, and private members that only such code uses. */
  certain: readonly Ast.Node[];
  /** These, and members of any kind that nothing else of the classes and their modules names: parts of a view. */
  views: readonly Ast.Node[];
}

const NOTHING: Idle = { certain: [], views: [] };
const KNOWN = new WeakMap<ClassChain, Map<Layer, Idle>>();

/** What of a class of the chain never runs for the component that the chain is of. */
export function idleIn(layer: Layer, chain: ClassChain): Idle {
  let idle = KNOWN.get(chain);
  if (!idle) {
    idle = idleOf(chain);
    KNOWN.set(chain, idle);
  }
  return idle.get(layer) ?? NOTHING;
}

interface Member {
  layer: Layer;
  /** What overriding goes by. */
  key: string;
  name: string;
  node: Ast.Node;
  /** Set on the instance, and so stronger than any method of a class below. */
  isField: boolean;
  isPrivate: boolean;
  isStatic: boolean;
}

function idleOf(chain: ClassChain): Map<Layer, Idle> {
  const layers = chain.layers.filter((one) => !one.copied && !one.built);
  if (layers.length < 2) return new Map();
  const all = layers.flatMap(membersOf);
  const certain = new IdleMembers(all);
  const modules = new Set(layers.map((one) => one.module));
  const below = new Map<string, Member>();
  const calls = new CallsAbove();
  for (const layer of layers) {
    const own = membersOf(layer);
    for (const member of own) {
      const other = below.get(member.key);
      if (!other || (member.isField && !other.isField)) continue;
      // Code that goes through the classes may stand in any of them.
      const isReached =
        calls.lead(member.name, certain) ||
        (member.isStatic && [...modules].some((one) => isStaticRead(member.name, one, certain)));
      if (!isReached) certain.add(member);
    }
    for (const member of own) if (!below.has(member.key)) below.set(member.key, member);
    calls.addFrom(layer);
  }
  if (certain.members.size === 0) return new Map();
  const views = new IdleMembers(all, certain.members);
  const byName = new Map<string, Member[]>();
  for (const one of all) addTo(byName, one.name, one);
  addUsedOnlyBy(views, byName, modules, () => true);
  addUsedOnlyBy(certain, byName, modules, (one) => one.isPrivate);
  return new Map(
    layers.map((layer) => [layer, { certain: certain.nodesOf(layer), views: views.nodesOf(layer) }]),
  );
}

/** Does code of a module that runs read a static member? */
function isStaticRead(name: string, module: Module, idle: IdleMembers): boolean {
  return staticReads(name, module).some((place) => !idle.holds(place, module));
}

/** Members that never run, and where they stand. */
class IdleMembers {
  readonly members = new Set<Member>();
  readonly #nodes = new Set<Ast.Node>();
  /** Where all members stand, in the order of the text of their modules. */
  readonly #ordered = new Map<Module, Ast.Node[]>();

  constructor(all: readonly Member[], idle: Iterable<Member> = []) {
    for (const one of all) addTo(this.#ordered, one.layer.module, one.node);
    for (const list of this.#ordered.values()) list.sort((a, b) => a.start - b.start);
    for (const one of idle) this.add(one);
  }

  add(member: Member): void {
    this.members.add(member);
    this.#nodes.add(member.node);
  }

  /** Does a node of a module stand in one of them? */
  holds(node: Ast.Span, module: Module): boolean {
    const list = this.#ordered.get(module) ?? [];
    const before = list[firstFrom(list, node.start + 1) - 1];
    return before !== undefined && node.start < before.end && this.#nodes.has(before);
  }

  /** In the order of the text. */
  nodesOf(layer: Layer): Ast.Node[] {
    return membersOf(layer)
      .filter((one) => this.members.has(one))
      .map((one) => one.node)
      .sort((a, b) => a.start - b.start);
  }
}

/** Adds to idle members those that are named in them and nowhere else in the modules of the chain. */
function addUsedOnlyBy(
  idle: IdleMembers,
  byName: ReadonlyMap<string, Member[]>,
  modules: ReadonlySet<Module>,
  mayBe: (one: Member) => boolean,
): void {
  // Members that are added on the way are looked at, too.
  for (const { node, layer } of idle.members) {
    for (const name of namesWritten(node, layer.module.program)) {
      const named = byName.get(name);
      if (!named || named.some((one) => idle.members.has(one) || !mayBe(one))) continue;
      const isUsed = [...modules].some((module) => {
        const own = new Set(named.filter((one) => one.layer.module === module).map((one) => one.node));
        return placesOfName(name, module.program).some(
          (place) => !isInOneOf(own, place) && !idle.holds(place, module),
        );
      });
      if (!isUsed) for (const one of named) idle.add(one);
    }
  }
}

function isInOneOf(nodes: ReadonlySet<Ast.Node>, place: Ast.Span): boolean {
  for (const one of nodes) if (one.start <= place.start && place.start < one.end) return true;
  return false;
}

/** What the classes so far, from the lowest up, reach for in those above them: by `super`, or by a prototype. */
class CallsAbove {
  #any = false;
  readonly #bySuper = new Map<string, { place: Ast.Span; module: Module }[]>();
  readonly #modules = new Set<Module>();

  addFrom({ node, module }: Layer): void {
    const { any, bySuper } = reachesAbove(node, module);
    this.#any ||= any;
    for (const [name, places] of bySuper)
      for (const place of places) addTo(this.#bySuper, name, { place, module });
    this.#modules.add(module);
  }

  /** Does any of them lead to a member of a name, from code that runs? */
  lead(name: string, idle: IdleMembers): boolean {
    if (this.#any) return true;
    if (this.#bySuper.get(name)?.some(({ place, module }) => !idle.holds(place, module))) return true;
    return [...this.#modules].some((module) =>
      prototypesNamed(module)
        .get(name)
        ?.some((place) => !idle.holds(place, module)),
    );
  }
}

const MEMBERS = new WeakMap<Layer, Member[]>();

function membersOf(layer: Layer): Member[] {
  let members = MEMBERS.get(layer);
  if (!members) {
    members = [...writtenMembers(layer.node), ...assignedMembers(layer)].map((one) => ({ ...one, layer }));
    MEMBERS.set(layer, members);
  }
  return members;
}

function writtenMembers({ body }: Ast.Class): Omit<Member, 'layer'>[] {
  return body.body.flatMap((member) => {
    const inBlock = (blockOf(member) ?? []).flatMap(expressionsOf).flatMap(assignedInBlock);
    if (member.type === 'StaticBlock') return inBlock;
    if (member.type !== 'MethodDefinition' && member.type !== 'PropertyDefinition') return [];
    const { key, value } = member;
    // Without a value it is a declaration, of a type or for a decorator.
    if (member.computed || !value || (member.type === 'MethodDefinition' && !member.value.body)) return [];
    if (key.type === 'PrivateIdentifier') {
      // It is its class's own, whatever others are called.
      const name = `#${key.name}`;
      const own = { name, key: `${name} ${body.start}`, node: member };
      return [{ ...own, isField: false, isPrivate: true, isStatic: false }, ...inBlock];
    }
    if (key.type !== 'Identifier' || key.name === 'constructor') return [];
    return {
      name: key.name,
      key: keyOf(key.name, member.static),
      node: member,
      isStatic: member.static,
      isField: member.type === 'PropertyDefinition' && !member.static,
      isPrivate: key.name.startsWith('_') || /^(?:private|protected)$/.test(member.accessibility ?? ''),
    };
  });
}

/** `static { this.name = value; }` */
function assignedInBlock(expression: Ast.Node): Omit<Member, 'layer'>[] {
  if (expression.type !== 'AssignmentExpression') return [];
  const { left, right } = expression;
  if (left.type !== 'MemberExpression' || !isThis(left.object) || left.property.type !== 'Identifier')
    return [];
  return left.computed ? [] : [staticMember(left.property.name, right)];
}

function assignedMembers(layer: Layer): Omit<Member, 'layer'>[] {
  const given = [...assignedToClass(layer), ...assignedBeside(layer.node, layer.module)];
  return given.map(([name, node]) => staticMember(name, node));
}

function staticMember(name: string, node: Ast.Node): Omit<Member, 'layer'> {
  return {
    name,
    key: keyOf(name, true),
    node,
    isField: false,
    isStatic: true,
    isPrivate: name.startsWith('_'),
  };
}

const keyOf = (name: string, isStatic: boolean) => (isStatic ? `static ${name}` : name);
