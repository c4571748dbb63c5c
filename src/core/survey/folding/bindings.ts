/** What names stand for inside a function: its own over those of the function around it, which are not copied. */

/**
 * A map of names that leads on to an outer one. Functions of bundles stand inside ones with thousands of names; a copy
 * of these for each call that is followed would be most of the work.
 */
export class Bindings<Bound> extends Map<string, Bound> {
  readonly #outer: ReadonlyMap<string, Bound> | undefined;
  readonly #called: object | undefined;
  readonly #isFixed: boolean;

  /** `called` is the function whose parameters are bound here; what `isFixed` is the same whatever is called. */
  constructor(
    outer: ReadonlyMap<string, Bound> | undefined,
    own: Iterable<readonly [string, Bound]> = [],
    { called, isFixed = false }: { called?: object; isFixed?: boolean } = {},
  ) {
    super(own);
    this.#outer = outer?.size ? outer : undefined;
    this.#called = called;
    this.#isFixed = isFixed;
  }

  /** The names that may stand for something else when a function is called otherwise, with what they stand for now. */
  static varying<Bound>(bindings: ReadonlyMap<string, Bound>): ReadonlyMap<string, Bound> {
    if (!(bindings instanceof Bindings)) return bindings;
    if (bindings.#isFixed) return new Map();
    return new Map([...(bindings.#outer ? Bindings.varying(bindings.#outer) : []), ...bindings.own()]);
  }

  /** Is there nothing that may stand for something else? */
  static areFixed(bindings: ReadonlyMap<string, unknown> | undefined): boolean {
    return !bindings?.size || (bindings instanceof Bindings && bindings.#isFixed);
  }

  /** Are the parameters of this function bound, here or further out? */
  isIn(called: object): boolean {
    for (let one: ReadonlyMap<string, unknown> | undefined = this; one instanceof Bindings; one = one.#outer)
      if (one.#called === called) return true;
    return false;
  }

  override get(name: string): Bound | undefined {
    return super.get(name) ?? this.#outer?.get(name);
  }

  override has(name: string): boolean {
    return super.has(name) || (this.#outer?.has(name) ?? false);
  }

  /** At most so many: a name that stands in both is counted twice. */
  override get size(): number {
    return super.size + (this.#outer?.size ?? 0);
  }

  /** The names that were bound here. */
  own(): MapIterator<[string, Bound]> {
    return super.entries();
  }

  override entries(): MapIterator<[string, Bound]> {
    return this.#all().entries();
  }

  override keys(): MapIterator<string> {
    return this.#all().keys();
  }

  override values(): MapIterator<Bound> {
    return this.#all().values();
  }

  override forEach(visit: (bound: Bound, name: string, map: Map<string, Bound>) => void): void {
    for (const [name, bound] of this) visit(bound, name, this);
  }

  override [Symbol.iterator](): MapIterator<[string, Bound]> {
    return this.entries();
  }

  #all(): Map<string, Bound> {
    return new Map([...(this.#outer ?? []), ...super.entries()]);
  }
}
