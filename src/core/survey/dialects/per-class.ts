/**
 * Members that static code of a class gives its prototype, one for each of a list: `for (const name of NAMES)
 * Object.defineProperty(this.prototype, name, { get, set })`, and functions put there. As a rule they pass on what an
 * element of the platform has.
 */

import type { ContractNote } from '../../contract/types.js';
import { annotationOf, declaredMember } from '../evidence/declared-members.js';
import type {
  AttributeSeen,
  Dialect,
  LayerContext,
  MethodEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { Bindings } from '../folding/bindings.js';
import { isDefineProperty } from '../folding/fields.js';
import { fold, scopeBefore } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import type { Bound, FunctionNode, Scope } from '../folding/functions.js';
import { isFunction, keyText, localDeclarations } from '../folding/functions.js';
import { itemsOf, loopVariable } from '../folding/loops.js';
import { tagOfElement } from '../folding/platform.js';
import { runsOf } from '../folding/runs.js';
import { withLocals } from '../folding/scopes.js';
import { memberOfTag } from '../modules/platform.js';
import { functionsAround, loopsAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { isPrototype } from '../syntax/tree.js';
import type { Descriptor } from './descriptors.js';
import { accessorOf, descriptorsOf } from './descriptors.js';

export const perClass: Dialect = {
  name: 'per-class',
  read(context) {
    const properties: PropertyEvidence[] = [];
    const attributes: AttributeSeen[] = [];
    const methods: MethodEvidence[] = [];
    const notes: ContractNote[] = [];
    const own = ownNames(context.layer.node);
    for (const giving of givenIn(context)) {
      const runs = runsWith(giving, context);
      if (runs === null) notes.push({ ...UNTOLD, at: context.at(giving.at) });
      for (const run of runs ?? []) {
        const name = asString(fold(giving.key, run));
        if (name === null || own.has(name)) continue;
        const like = likeOfPlatform(name, giving, run);
        if (giving.descriptor === null) {
          methods.push(methodOf(name, like, context.at(giving.at), context));
          continue;
        }
        const made = accessorOf(giving.key, descriptorIn(giving, run), context.at(giving.at));
        if (!made) continue;
        properties.push({ ...made.property, ...saidByPlatform(like, context), origin: 'declared' });
        attributes.push(...made.attributes.map((one) => ({ ...one, ...readByPlatform(like) })));
      }
    }
    return { properties, attributes, methods, notes };
  },
};

/** A place that gives a prototype a member: an accessor by its descriptor, or else a function. */
interface Giving {
  key: Ast.Node;
  descriptor: Ast.Node | null;
  at: Ast.CallExpression | Ast.AssignmentExpression;
  /** The static member that it stands in. */
  member: FunctionNode;
  loop: Ast.ForOfStatement;
}

const UNTOLD = {
  code: 'members-not-constant',
  message:
    'Accessors are named at run time, after a list that cannot be read from the source; they are missing here.',
};

const KNOWN = new WeakMap<Ast.Class, Giving[]>();

function givenIn({ layer: { node, module } }: LayerContext): readonly Giving[] {
  const known = KNOWN.get(node);
  if (known) return known;
  const found: Giving[] = [];
  KNOWN.set(node, found);
  if (!/\.defineProperty|\.prototype\[/.test(module.source)) return found;
  for (const one of node.body.body) {
    if (one.type !== 'MethodDefinition' || !one.static) continue;
    const { value: member } = one;
    walk(member, (inner) => {
      const given = memberGiven(inner);
      if (!given) return true;
      const loop = loopsAround(given.at, module.program).at(-1);
      const variable = loop && loopVariable(loop);
      const isOfLoop = variable?.type === 'Identifier' && nameOf(given.key) === variable.name;
      if (loop && isOfLoop && member.start < loop.start) found.push({ ...given, member, loop });
      return true;
    });
  }
  return found;
}

function nameOf(node: Ast.Node): string | null {
  return node.type === 'Identifier' ? node.name : null;
}

/** `Object.defineProperty(this.prototype, key, descriptor)`, `this.prototype[key] = function () {}` */
function memberGiven(node: Ast.Node): Pick<Giving, 'key' | 'descriptor' | 'at'> | null {
  if (node.type === 'CallExpression') {
    const [holder, key, descriptor] = node.arguments;
    if (!isDefineProperty(node.callee) || !isPrototype(holder) || !key || !descriptor) return null;
    return { key, descriptor, at: node };
  }
  if (node.type !== 'AssignmentExpression' || node.left.type !== 'MemberExpression') return null;
  const { object, property, computed } = node.left;
  if (!computed || !isPrototype(object) || !isFunction(node.right)) return null;
  return { key: property, descriptor: null, at: node };
}

/** What is known in each round of the loop that gives a member; null where it cannot be told what that runs over. */
function runsWith({ member, loop, at }: Giving, { layer, scope }: LayerContext): Scope[] | null {
  const { program } = layer.module;
  const bindings = new Bindings(scope.bindings, layer.bindings);
  const outer = withLocals({ ...scope, bindings }, functionsAround(layer.node, program));
  const before = scopeBefore(loop, { ...outer, asClass: true });
  const inner = withLocals(before ?? outer, before ? [] : [member]);
  if (itemsOf(loop.right, inner) === null) return isFromOutside(loop.right, layer) ? null : [];
  const kept = [...localDeclarations(member).keys()].flatMap((name): [string, Bound][] => {
    const bound = before?.bindings?.get(name);
    return bound && 'value' in bound ? [[name, bound]] : [];
  });
  return runsOf(member, at, outer).map((run) => ({ ...run, bindings: new Bindings(run.bindings, kept) }));
}

/** Is a list handed to the function that makes the class? A table of the class itself is read elsewhere. */
function isFromOutside(list: Ast.Node, { node, module }: LayerContext['layer']): boolean {
  if (list.type !== 'Identifier') return false;
  return functionsAround(node, module.program).some((one) => localDeclarations(one).has(list.name));
}

/** What a class has on its prototype as it is written. */
function ownNames({ body }: Ast.Class): Set<string | null> {
  const names = body.body.map((one) => ('key' in one && !one.static ? keyText(one.key) : null));
  return new Set(['constructor', ...names]);
}

type Like = ReturnType<typeof memberOfTag>;

/** What an element of the platform has under the name, where the code around looks at one. */
function likeOfPlatform(name: string, { loop, key }: Giving, run: Scope): Like {
  let like: Like = null;
  walk(loop.body, (node) => {
    const isOfKey =
      node.type === 'MemberExpression' && node.computed && nameOf(node.property) === nameOf(key);
    const tag = isOfKey && !like ? tagOfElement(fold(node.object, run)) : null;
    if (tag !== null) like = memberOfTag(tag, name);
    return like === null;
  });
  return like;
}

/** What the platform says of a property that is passed on to one of its elements. */
function saidByPlatform(
  like: Like,
  { graph }: LayerContext,
): Pick<PropertyEvidence, 'type' | 'readonly' | 'reads'> {
  const said = like && declaredMember(like.node, like.module, graph);
  return {
    ...(said?.type ? { type: said.type } : {}),
    ...(said?.readonly ? { readonly: true } : {}),
    ...readByPlatform(like),
  };
}

/** Flags and numbers are read as the platform does it, whatever the accessor makes of their texts. */
function readByPlatform(like: Like): Pick<AttributeSeen, 'reads'> {
  const kind = like && annotationOf(like.node)?.typeAnnotation.type;
  if (kind === 'TSBooleanKeyword') return { reads: 'boolean' };
  return kind === 'TSNumberKeyword' ? { reads: 'number' } : {};
}

function methodOf(name: string, like: Like, at: string, { graph }: LayerContext): MethodEvidence {
  const said = like && declaredMember(like.node, like.module, graph);
  return { name, text: said?.text ?? `${name}(...args: unknown[]): unknown`, words: { at } };
}

/** A descriptor as it is written, or kept under a name that is given its parts one by one. */
function descriptorIn({ descriptor, loop }: Giving, run: Scope): Descriptor {
  const [found] = descriptor ? descriptorsOf(descriptor, run) : [];
  const name = descriptor && nameOf(descriptor);
  const added: Ast.Node[] = [];
  if (name !== null)
    walk(loop.body, (inner) => {
      if (inner.type !== 'AssignmentExpression' || inner.left.type !== 'MemberExpression') return true;
      const { object, property, computed } = inner.left;
      const isPart = !computed && nameOf(object) === name && runsOf(loop.body, inner, run).length > 0;
      if (isPart)
        added.push({
          ...property,
          type: 'Property',
          key: property,
          value: inner.right,
        } as unknown as Ast.Node);
      return true;
    });
  const { start, end } = loop;
  const properties = [...(found?.node.properties ?? []), ...added];
  const node = { start, end, ...found?.node, type: 'ObjectExpression', properties };
  return { node: node as Ast.ObjectExpression, scope: found?.scope ?? run };
}
