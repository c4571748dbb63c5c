/** An element that code of its class is tried out on: it has texts in its attributes, and keeps what it is given. */

import { scopeOf } from '../classes/classes.js';
import type { ClassChain, Layer } from '../classes/layers.js';
import { methodInChain } from '../classes/methods.js';
import { fieldName } from '../folding/fields.js';
import { fold, foldCalledAt, foldCalledWithin, inSteps } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { UNKNOWN } from '../folding/folded.js';
import type { Callable, FunctionNode, Scope, Trial } from '../folding/functions.js';
import { calledBehind } from '../folding/written.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { valueAtFirst } from './initial.js';

/** So often members of one element are read or given by accessors and fields. */
const MOST_MEMBERS = 100;

/** Steps that are taken for one text, and for all elements of a class together: what keeps hostile source from taking for ever. */
const MOST_AT_ONCE = 4_000;
const MOST_OF_CLASS = 400_000;
const LEFT = new WeakMap<Ast.Class, number>();

export class TriedElement implements Trial {
  readonly texts: ReadonlyMap<string, string | null>;
  /** The members that it was given from outside of its accessors, in that order. */
  readonly given: string[] = [];
  readonly #chain: ClassChain;
  readonly #graph: ModuleGraph;
  readonly #held = new Map<string, Folded>();
  /** Accessors that are being run. */
  readonly #running = new Set<FunctionNode>();
  #left = MOST_MEMBERS;

  constructor(chain: ClassChain, graph: ModuleGraph, texts: Iterable<readonly [string, string | null]>) {
    this.#chain = chain;
    this.#graph = graph;
    this.texts = new Map(texts);
  }

  readonly methods: Trial['methods'] = (name) => methodInChain(name, this.#chain, this.#graph);

  readonly called = calledBehind;

  /** What a function of the element's class returns, as far as that can be followed. */
  run({ node, scope }: Callable, values: readonly Folded[] = []): Folded {
    return this.#spend(() => this.#run(node, scope, values));
  }

  /** What an expression in a function is worth when that is called with these values. */
  valueAt(expression: Ast.Node, { node, scope }: Callable, values: readonly Folded[]): Folded {
    return this.#spend(() => foldCalledAt(expression, { node, scope: { ...scope, trial: this } }, values));
  }

  /** What a member of the element holds by now. */
  holds(name: string): Folded {
    return this.#spend(() => this.held(name));
  }

  #spend(work: () => Folded): Folded {
    const [own] = this.#chain.layers;
    const left = own ? (LEFT.get(own.node) ?? MOST_OF_CLASS) : 0;
    if (!own || left <= 0) return UNKNOWN;
    const { value, taken } = inSteps(Math.min(left, MOST_AT_ONCE), work);
    LEFT.set(own.node, left - taken - 1);
    return value;
  }

  readonly held = (name: string): Folded => {
    this.#left -= 1;
    if (this.#left < 0) return UNKNOWN;
    const getter = this.#accessor('get', name);
    if (getter) return this.#run(getter.node, getter.scope, []);
    if (!this.#held.has(name)) {
      const layer = this.#chain.layers.find((one) => valueAtFirst(name, one) !== null);
      const value = layer && valueAtFirst(name, layer);
      if (!layer || !value) return undefined;
      this.#held.set(name, fold(value, this.#scope(layer), 1));
    }
    return this.#held.get(name);
  };

  readonly give = (name: string, value: Folded): void => {
    this.#left -= 1;
    if (this.#left < 0) return;
    if (this.#running.size <= 1) this.given.push(name);
    const setter = this.#accessor('set', name);
    if (setter) this.#run(setter.node, setter.scope, [value]);
    else this.#held.set(name, value);
  };

  #accessor(kind: 'get' | 'set', name: string): Callable | null {
    for (const layer of this.#chain.layers) {
      const node = accessorsOf(layer.node).get(`${kind} ${name}`);
      if (node) return { node, scope: this.#scope(layer) };
    }
    return null;
  }

  #scope(layer: Layer): Scope {
    return { ...scopeOf(layer, this.#chain, this.#graph), trial: this };
  }

  #run(node: FunctionNode, scope: Scope, values: readonly Folded[]): Folded {
    if (this.#running.has(node)) return UNKNOWN;
    this.#running.add(node);
    const value = foldCalledWithin({ node, scope: { ...scope, trial: this } }, values);
    this.#running.delete(node);
    return value;
  }
}

const ACCESSORS = new WeakMap<Ast.Class, Map<string, FunctionNode>>();

/** The accessors that a class has itself, by their kinds and names. */
function accessorsOf(node: Ast.Class): ReadonlyMap<string, FunctionNode> {
  const known = ACCESSORS.get(node);
  if (known) return known;
  const accessors = new Map<string, FunctionNode>();
  ACCESSORS.set(node, accessors);
  for (const member of node.body.body) {
    if (member.type !== 'MethodDefinition' || member.static || member.computed || member.kind === 'method')
      continue;
    const name = fieldName(member.key);
    if (name !== null) accessors.set(`${member.kind} ${name}`, member.value);
  }
  return accessors;
}
