/**
 * Attributes handled by hand: `observedAttributes`, the branches of `attributeChangedCallback`, accessors that
 * read and write attributes, and `attachShadow`.
 */

import type { AttributeReader, ContractNote, Sign } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import { scopeOf } from '../classes/classes.js';
import { constructedWith } from '../classes/constructed-with.js';
import type { Layer } from '../classes/layers.js';
import { methodInChain } from '../classes/methods.js';
import type { AttributeSeen, Dialect, LayerContext, LayerEvidence } from '../evidence/evidence.js';
import { fold, foldStaticMember, scopeBefore } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject, UNKNOWN } from '../folding/folded.js';
import type { Scope, Trial } from '../folding/functions.js';
import {
  calledName,
  constructorOf,
  isFunction,
  keyText,
  localDeclarations,
  staticsOf,
  staticValue,
  unwrap,
} from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import { runsOf } from '../folding/runs.js';
import { parameterNames } from '../folding/scopes.js';
import { callInPlace, functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';
import { privateFunctionsIn } from '../syntax/privates.js';
import { isThis } from '../syntax/tree.js';
import { attributesRead, readByGetter, writtenBySetter } from './attribute-calls.js';
import { changedBranches, readByRunning } from './changed.js';
import { readerOfConstructor } from './options.js';
import { TriedElement } from './tried-element.js';

export const observed: Dialect = {
  name: 'observed',
  read(context) {
    const attributes: AttributeSeen[] = [];
    const notes: ContractNote[] = [];
    const { layer, scope, at } = context;
    const reads: Sign[] = layer.own ? attributesRead(layer.node, scope, at) : [];
    readObserved(context, attributes, notes);
    const ran = readByRunning(attributes, context);
    attributes.push(...ran);
    const isRun = (one: AttributeSeen) => ran.some(({ name, reads: known }) => known && name === one.name);
    const tried = (texts: Trial['texts']) => new TriedElement(context.chain, context.graph, texts);
    const methods = (name: Ast.IdentifierName | Ast.PrivateIdentifier) =>
      methodInChain(name, context.chain, context.graph);
    for (const member of context.layer.node.body.body) {
      if (member.type !== 'MethodDefinition' || member.static) continue;
      const name = keyName(member.key, member.computed, (node) => fold(node, context.scope));
      if (name === null) continue;
      const accessor = { property: name, node: member.value, scope, at, methods, tried };
      if (name === 'attributeChangedCallback')
        attributes.push(...changedBranches(member.value, context).filter((one) => !isRun(one)));
      if (member.kind === 'get') attributes.push(...readByGetter(accessor));
      else if (member.kind === 'set') attributes.push(...writtenBySetter(accessor));
    }
    return { attributes, reads, notes, ...shadowRoot(context), ...rendersToItself(context) };
  },
};

function readObserved(context: LayerContext, attributes: AttributeSeen[], notes: ContractNote[]): void {
  const { node } = context.layer;
  const place = observedMember(context.layer);
  if (!place) {
    attributes.push(...listedFor(context));
    return;
  }
  // The classes above are read by themselves; what their lists hold is no news here.
  const { above } = context.scope;
  const scope: Scope = {
    ...context.scope,
    above: (name, depth) => (name === 'observedAttributes' ? [] : (above?.(name, depth) ?? UNKNOWN)),
  };
  const text = context.layer.module.source.slice(place.start, place.end);
  const filled = isFilledBefore(text, context.layer) ? scopeBefore(node, scope) : null;
  const folded = foldStaticMember(node, 'observedAttributes', filled ?? scope, 0);
  const list = Array.isArray(folded) ? folded : [UNKNOWN];
  const replaces = !/\.observedAttributes\b/.test(text) && !list.includes(UNKNOWN);
  for (const name of list) {
    if (typeof name === 'string') attributes.push({ name, observed: true, replaces, at: context.at(place) });
  }
  if (!list.includes(UNKNOWN) || isWorkedOut(context)) return;
  notes.push({
    code: 'attributes-not-constant',
    message: 'observedAttributes is worked out at run time; its names cannot all be read from the source.',
    at: context.at(place),
  });
}

/** Does the function around a class put something into a list that a member names, before the class stands there? */
function isFilledBefore(text: string, { node, module }: Layer): boolean {
  const around = functionsAround(node, module.program).at(-1);
  if (!around || text.length > LONGEST_MENTION || node.start - around.start > LONGEST_MAKER) return false;
  const before = module.source.slice(around.start, node.start);
  const names = new Set(text.match(/[\p{ID_Start}$_][\p{ID_Continue}$]*/gu));
  return [...before.matchAll(FILLING)].some(([, name = '']) => names.has(name));
}

/** A list is named in so many characters. */
const LONGEST_MENTION = 500;
/** What stands before the class in a function that makes it; functions around whole bundles are longer. */
const LONGEST_MAKER = 20_000;

/** `list.push(`, `held.lists.own.push(` */
const FILLING = /([\p{ID_Start}$_][\p{ID_Continue}$]{0,60})(?:\.[\w$]{1,60}){0,3}?\.(?:push|unshift)\(/gu;

/**
 * What a class above lists for this one: its own list asks for members that each class may have another of, as
 * `static get observedAttributes() { return this.attributes; }` does.
 */
function listedFor({ layer, chain, scope, graph, at }: LayerContext): AttributeSeen[] {
  // A mixin stands over other classes elsewhere; the class it is applied to has the whole list.
  if (isMixin(layer)) return [];
  const above = chain.layers.slice(chain.layers.indexOf(layer) + 1);
  const holder = above.find((one) => observedMember(one) !== null);
  const place = holder && observedMember(holder);
  if (!holder || !place) return [];
  if (!/\bthis\.\w/.test(holder.module.source.slice(place.start, place.end))) return [];
  const list = foldStaticMember(
    holder.node,
    'observedAttributes',
    { ...scopeOf(holder, chain, graph), ...staticsOf(scope) },
    0,
  );
  const names = Array.isArray(list) ? list : [];
  // What a library adds to such a list is its own business, and dialects know it.
  if (!graph.isOwn(holder.module) && names.includes(UNKNOWN)) return [];
  const replaces = !names.includes(UNKNOWN);
  const readers = readersFor(holder, place, scope);
  return names.flatMap((name) =>
    typeof name === 'string'
      ? [{ name, observed: true, replaces, ...readers.get(name), at: at(layer.node) }]
      : [],
  );
}

/** How attributes are read that a list takes from tables of types: `static types = { rowCount: Number }`. */
function readersFor({ module }: Layer, { start, end }: Ast.Node, { own }: Scope) {
  const readers = new Map<string, { reads: AttributeReader }>();
  const tables = new Set(module.source.slice(start, Math.min(end, start + LONGEST_LIST)).match(OWN_MEMBER));
  for (const table of tables) {
    const types = own?.(table.slice('this.'.length), 0);
    for (const [name, value] of isFoldedObject(types) ? types.object : []) {
      const reads = readerOfConstructor(value);
      if (reads) for (const one of [name.toLowerCase(), kebabCase(name)]) readers.set(one, { reads });
    }
  }
  return readers;
}

/** A list of attributes is worked out in so many characters. */
const LONGEST_LIST = 2_000;
const OWN_MEMBER = /\bthis\.\w+/g;

/** A class that a function makes over the one it is given. */
function isMixin({ node: { superClass }, module, node }: Layer): boolean {
  return functionsAround(node, module.program).some((one) =>
    one.params.some(
      (parameter) =>
        parameter.type === 'Identifier' &&
        superClass?.type === 'Identifier' &&
        parameter.name === superClass.name,
    ),
  );
}

/** The member that holds the list, or the value that is assigned to it outside the class body. */
function observedMember(layer: Layer): Ast.Node | null {
  const member = layer.node.body.body.find(
    (one) =>
      'static' in one &&
      one.static &&
      'key' in one &&
      one.key.type === 'Identifier' &&
      one.key.name === 'observedAttributes',
  );
  return member ?? staticValue(layer.node, 'observedAttributes', layer.module);
}

/** A base class that works the list out from what its subclasses declare: there is nothing to miss in it. */
function isWorkedOut(context: LayerContext): boolean {
  return context.chain.layers[0] !== context.layer && context.chain.layers.length > 1;
}

/**
 * The mode the class attaches a shadow root in, and whether that hands focus on; `none` when it overrides where it
 * renders to itself.
 */
function shadowRoot(context: LayerContext): Pick<LayerEvidence, 'root' | 'delegatesFocus'> {
  const { layer, scope } = context;
  const found: Pick<LayerEvidence, 'root' | 'delegatesFocus'> = {};
  const read = (options: Folded) => {
    if (!isFoldedObject(options)) return;
    if (options.object.get('mode') === 'closed') found.root = 'closed';
    if (options.object.get('delegatesFocus') === true) found.delegatesFocus = true;
  };
  const { program } = layer.module;
  const pieces = [layer.node.body, ...privateFunctionsIn(layer.node.body, program)];
  for (const node of pieces.flatMap((one) => within('call', one, program))) {
    if (node.callee.type !== 'MemberExpression' || node.callee.property.type !== 'Identifier') continue;
    if (node.callee.property.name !== ATTACH || isAnothers(node.callee.object, layer)) continue;
    const inner = scopeAttaching(node, context);
    if (!inner) continue;
    found.root = 'open';
    read(node.arguments[0] ? fold(node.arguments[0], inner) : UNKNOWN);
  }
  // Base classes that attach the root themselves read their options from a static member.
  for (const name of ['shadowRootOptions', 'shadowOptions'])
    read(foldStaticMember(layer.node, name, scope, 0) ?? UNKNOWN);
  const given = layer.made?.node.type === 'CallExpression' ? layer.made.node.arguments : [];
  const made = given.map((one) => fold(one, layer.made?.scope ?? scope)).find(isFoldedObject);
  const options = made?.object.get('shadowOptions');
  if (options === null) found.root = 'none';
  read(options);
  return found;
}

/** Tells apart the roots that one class may have, where its constructor is told which to attach; '' for other classes. */
export function rootGiven({ node, module }: Layer, contextOfLayer: () => LayerContext): string {
  const own = constructorOf(node);
  const mayDepend = own && own.params.length > 0 && module.source.slice(own.start, own.end).includes(ATTACH);
  return mayDepend ? Object.values(shadowRoot(contextOfLayer())).join(' ') : '';
}

const ATTACH = 'attachShadow';

/**
 * What is known where a root is attached; null where none is, for what the class below hands to the constructor (`if
 * (isShadowed) this.attachShadow(...)` under `super(view, false)`), or the function that makes the class was given.
 */
function scopeAttaching(node: Ast.CallExpression, context: LayerContext): Scope | null {
  const { layer, chain, graph, scope } = context;
  const own = functionsAround(node, layer.module.program).find((one) => layer.node.start <= one.start);
  // What hangs on the element itself is open.
  if (!own || runsOf(own, node, { graph, module: layer.module }).length === 0) return scope;
  const given = own === constructorOf(layer.node) ? constructedWith(layer, chain, graph) : null;
  return runsOf(own, node, given ?? scope)[0] ?? null;
}

/** Is it another element: one that a function of the class is handed, or has made? */
function isAnothers(node: Ast.Node, { node: holder, module: { program } }: Layer): boolean {
  if (node.type !== 'Identifier') return false;
  return functionsAround(node, program).some((one) => {
    if (one.start < holder.start) return false;
    const isHanded = one.params.some((parameter) => parameterNames(parameter).includes(node.name));
    if (isHanded) return callInPlace(one, program) === null;
    const declared = localDeclarations(one).get(node.name);
    const given = declared?.kind === 'variable' && declared.init ? unwrap(declared.init) : null;
    return given?.type === 'CallExpression' && calledName(given.callee) === 'createElement';
  });
}

/** A class renders to the element itself where its `createRenderRoot` returns that, for what its class says of itself. */
function rendersToItself({ layer, scope }: LayerContext): Pick<LayerEvidence, 'root'> {
  for (const member of layer.node.body.body) {
    if (member.type !== 'MethodDefinition' || keyText(member.key) !== 'createRenderRoot') continue;
    return returnsThis(member.value, scope) ? { root: 'none' } : {};
  }
  return {};
}

function returnsThis(node: Ast.Function, scope: Scope): boolean {
  const returned: Ast.Node[] = [];
  if (node.body) {
    walk(node.body, (inner) => {
      if (inner.type === 'ReturnStatement' && inner.argument) returned.push(inner.argument);
      return !isFunction(inner);
    });
  }
  const ways = returned.map((one): Ast.Node => {
    const test = one.type === 'ConditionalExpression' ? fold(one.test, scope) : UNKNOWN;
    if (one.type !== 'ConditionalExpression' || test === UNKNOWN) return one;
    return test ? one.consequent : one.alternate;
  });
  return ways.some((one) => isThis(one) && runsOf(node, one, scope).length > 0);
}
