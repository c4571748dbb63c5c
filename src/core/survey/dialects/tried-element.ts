/** An element that code of its class is tried out on: it has texts in its attributes, and keeps what it is given. */

import { scopeOf } from '../classes/classes.js';
import type { ClassChain, Layer } from '../classes/layers.js';
import { methodInChain } from '../classes/methods.js';
import { fieldName } from '../folding/fields.js';
import { fold, foldCalled } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { UNKNOWN } from '../folding/folded.js';
import type { FunctionNode, Scope, Trial } from '../folding/functions.js';
import { calledBehind } from '../folding/written.js';
import type { ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { valueAtFirst } from './initial.js';

/** So often members of one element are read or given by accessors and fields. */
const MOST = 300;

export class TriedElement implements Trial {
  readonly texts: ReadonlyMap<string, string | null>;
  /** The members that it was given from outside of its accessors, in that order. */
  readonly given: string[] = [];
  readonly #chain: ClassChain;
  readonly #graph: ModuleGraph;
  readonly #held = new Map<string, Folded>();
  /** Accessors that are being run. */
  readonly #running = new Set<FunctionNode>();
  #left = MOST;

  constructor(chain: ClassChain, graph: ModuleGraph, texts: Iterable<readonly [string, string | null]>) {
    this.#chain = chain;
    this.#graph = graph;
    this.texts = new Map(texts);
  }

  readonly methods: Trial['methods'] = (name) => methodInChain(name, this.#chain, this.#graph);

  readonly called = calledBehind;

  /** Calls a method of the element's class, as far as that can be followed. */
  call(name: string, values: readonly Folded[]): void {
    const method = this.methods({ type: 'Identifier', name } as Ast.IdentifierName);
    if (method) this.#run(method.node, method.scope, values);
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

  #accessor(kind: 'get' | 'set', name: string): { node: FunctionNode; scope: Scope } | null {
    for (const layer of this.#chain.layers) {
      const member = layer.node.body.body.find(
        (one) =>
          one.type === 'MethodDefinition' && one.kind === kind && !one.static && fieldName(one.key) === name,
      );
      if (member?.type === 'MethodDefinition' && !member.computed)
        return { node: member.value, scope: this.#scope(layer) };
    }
    return null;
  }

  #scope(layer: Layer): Scope {
    return { ...scopeOf(layer, this.#chain, this.#graph), trial: this };
  }

  #run(node: FunctionNode, scope: Scope, values: readonly Folded[]): Folded {
    if (this.#running.has(node)) return UNKNOWN;
    this.#running.add(node);
    const value = foldCalled({ node, scope: { ...scope, trial: this } }, values, this.#running.size > 1);
    this.#running.delete(node);
    return value;
  }
}
