/**
 * Asks running elements what they offer. Runs in a browser page, before any module of the material is loaded:
 * it listens in on the registry and on shadow roots, and looks at each class once everything is loaded.
 */

import {
  type AskedLink,
  type HeldValues,
  type ReadTexts,
  RUNNING_FOREIGN,
  type SeenComponent,
  type SeenMember,
  type SeenModule,
  TRIED_TEXTS,
} from './seen.js';

interface Defined {
  tag: string;
  class: CustomElementConstructor;
  extendsTag: string | null;
  /** A module of another package did it. */
  isForeign: boolean;
}

/** What is asked of an element; one that is stuck, for the reason that is given, is not made. */
interface Look {
  tag: string;
  links: readonly AskedLink[];
  stuck: string | null;
}

const LONGEST_LOAD = 15_000;
const defined: Defined[] = [];
const closedRoots = new WeakMap<Element, ShadowRoot>();

const define = customElements.define.bind(customElements);
customElements.define = (tag, made, options) => {
  define(tag, made, options);
  const isForeign = Reflect.get(globalThis, RUNNING_FOREIGN) === true;
  defined.push({ tag, class: made, extendsTag: options?.extends ?? null, isForeign });
};
const attach = Element.prototype.attachShadow;
Element.prototype.attachShadow = function attachShadow(init) {
  const root = attach.call(this, init);
  if (init.mode === 'closed') closedRoots.set(this, root);
  return root;
};

/** What the platform's elements have in common: packages put classes of their own in front of it, with the same prototype. */
const platformPrototypes = new Set<unknown>(
  Object.getOwnPropertyNames(window)
    .filter((name) => /^HTML\w*Element$|^(?:Element|Node|EventTarget)$/.test(name))
    .map((name) => (Reflect.get(window, name) as { prototype: unknown }).prototype),
);

/** Classes that other packages gave the material: what is theirs is left out of what is seen. */
let outside: ReadonlySet<object> = new Set();

/**
 * What the page is asked, step by step, so that no answer takes long however large the package is.
 */
const STEPS = {
  /** Loads modules one after another. */
  async load(modules: readonly { module: string; url: string }[]): Promise<SeenModule[]> {
    const loaded: SeenModule[] = [];
    for (const { module, url } of modules) loaded.push({ module, error: await load(url) });
    return loaded;
  },
  /** Calls what registers elements, for those that are not registered yet; says what failed. */
  async register(
    calls: readonly { tag: string; module: string; url: string; call: string }[],
  ): Promise<SeenModule[]> {
    const failed: SeenModule[] = [];
    for (const { tag, module, url, call } of calls) {
      const error = customElements.get(tag) ? null : await within(callOf(url, call));
      if (error !== null) failed.push({ module, error: `${call}(): ${error}` });
    }
    return failed;
  },
  /**
   * The tags that the material registered, or that are `claimed` to be its own, for classes of its own. `foreign` is a
   * module that exports what it imports from other packages; that comes last, since it may hold another build of the same
   * elements.
   */
  async tags({ foreign, claimed }: { foreign: string; claimed: readonly string[] }): Promise<string[]> {
    const registered = defined.length;
    outside = await foreignClasses(foreign);
    defined.length = registered;
    return defined
      .filter((one) => !outside.has(one.class) && (!one.isForeign || claimed.includes(one.tag)))
      .map((one) => one.tag);
  },
  /** Looks at elements side by side: each is waited for. */
  async look(asked: readonly Look[]): Promise<SeenComponent[]> {
    const looks = new Map(asked.map((one) => [one.tag, one]));
    return Promise.all(
      defined.flatMap((one) => {
        const given = looks.get(one.tag);
        return given ? [look(one, given)] : [];
      }),
    );
  },
};
Object.assign(globalThis, { suvetLive: STEPS });

/** Calls what a module exports under a path, such as `Pier.define`. */
async function callOf(url: string, path: string): Promise<void> {
  const names = path.split('.');
  const last = names.pop() ?? '';
  let holder = (await import(url)) as Record<string, unknown>;
  for (const name of names) holder = holder[name] as Record<string, unknown>;
  await (holder[last] as () => unknown).call(names.length === 0 ? undefined : holder);
}

function load(url: string): Promise<string | null> {
  return within(import(url));
}

/** What goes wrong, or that nothing comes of it in time; null where all is well. */
async function within(loading: Promise<unknown>): Promise<string | null> {
  let timer = 0;
  const late = new Promise<string>((done) => {
    timer = window.setTimeout(() => done('it did not finish loading'), LONGEST_LOAD);
  });
  const settled = loading.then(
    () => null,
    (error: unknown) => (error instanceof Error ? `${error.name}: ${error.message}` : String(error)),
  );
  const result = await Promise.race([settled, late]);
  window.clearTimeout(timer);
  return result;
}

async function foreignClasses(url: string): Promise<Set<object>> {
  const classes = new Set<object>();
  const module = (await import(url).catch(() => ({}))) as Record<string, unknown>;
  for (const namespace of Object.values(module)) {
    if (typeof namespace !== 'object' || namespace === null) continue;
    for (const value of Object.values(namespace)) {
      for (const one of chainOf(value)) classes.add(one);
    }
  }
  return classes;
}

/** The classes from one up to, and without, the platform's. */
function chainOf(value: unknown): object[] {
  const chain: object[] = [];
  if (typeof value !== 'function' || !(value.prototype instanceof Element)) return chain;
  for (let one: object | null = value; one && !isPlatform(one); one = Object.getPrototypeOf(one))
    chain.push(one);
  return chain;
}

function isPlatform(value: object): boolean {
  return (
    value === Function.prototype ||
    platformPrototypes.has((value as { prototype?: unknown }).prototype) ||
    /\[native code\]\s*\}\s*$/.test(Function.prototype.toString.call(value))
  );
}

async function look(one: Defined, { links, stuck }: Look): Promise<SeenComponent> {
  const accessors = new Map<string, SeenMember>();
  const methods = new Set<string>();
  const elsewhere = new Set<string>();
  // Some classes make their accessors when the first element is made.
  if (stuck === null) attempt(() => fresh(one), null);
  for (const layer of chainOf(one.class)) {
    const { prototype } = layer as { prototype: object };
    if (outside.has(layer)) {
      for (const name of Object.getOwnPropertyNames(prototype)) elsewhere.add(name);
      continue;
    }
    for (const [name, descriptor] of Object.entries(Object.getOwnPropertyDescriptors(prototype))) {
      if (name === 'constructor') continue;
      if (typeof descriptor.value === 'function') methods.add(name);
      else {
        const writable = descriptor.set !== undefined || descriptor.writable === true;
        accessors.set(name, { name, writable: writable || accessors.get(name)?.writable === true });
      }
    }
  }
  const names = [...accessors.keys(), ...elsewhere];
  const { perElement, ...instance } =
    stuck === null ? await instanceOf(one, names) : { ...nothingSeen(), error: stuck };
  // An element's own accessor stands before that of its class.
  for (const member of perElement) if (!elsewhere.has(member.name)) accessors.set(member.name, member);
  return {
    tag: one.tag,
    className: one.class.name,
    extendsTag: one.extendsTag,
    formAssociated: attempt(() => Reflect.get(one.class, 'formAssociated') === true, false),
    observed: attempt(() => [...(Reflect.get(one.class, 'observedAttributes') ?? [])].map(String), []),
    accessors: [...accessors.values()],
    elsewhere: [...elsewhere],
    methods: [...methods],
    state: attempt(() => stateOf(one.class), []),
    ...instance,
    reads: instance.error === null ? readsOf(one, links) : {},
  };
}

/** Gives a fresh element one text after another in each attribute, and reads the property that it drives. */
function readsOf(one: Defined, links: readonly AskedLink[]): Record<string, ReadTexts> {
  const reads: Record<string, ReadTexts> = Object.create(null);
  for (const { attribute, property } of links) {
    const texts: ReadTexts = {};
    try {
      const element = fresh(one);
      for (const text of TRIED_TEXTS) {
        Element.prototype.setAttribute.call(element, attribute, text);
        texts[text] = described(Reflect.get(element, property));
      }
      reads[attribute] = texts;
    } catch {
      // One that throws at a text tells nothing of how it reads others.
    }
  }
  return reads;
}

type Instance = Pick<SeenComponent, 'fields' | 'held' | 'root' | 'slots' | 'parts' | 'error'> & {
  /** Accessors that the element itself has. */
  perElement: SeenMember[];
};

function nothingSeen(): Instance {
  const held = { made: {}, shown: {} };
  return { fields: [], perElement: [], held, root: null, slots: [], parts: [], error: null };
}

async function instanceOf(one: Defined, names: readonly string[]): Promise<Instance> {
  const seen = nothingSeen();
  let element: Element;
  try {
    element = fresh(one);
  } catch (error) {
    return { ...seen, error: messageOf(error) };
  }
  try {
    seen.perElement = accessorsOf(element);
    const all = [...names, ...seen.perElement.map((member) => member.name)];
    seen.held.made = heldBy(element, all);
    document.body.append(element);
    await settle(element);
    seen.held.shown = heldBy(element, all);
    const root = element.shadowRoot ?? closedRoots.get(element) ?? null;
    // Some get them as they come into the page.
    const known = new Set(seen.perElement.map((member) => member.name));
    seen.perElement.push(...accessorsOf(element).filter((member) => !known.has(member.name)));
    const accessors = new Set(seen.perElement.map((member) => member.name));
    seen.fields = Object.keys(element).filter((name) => !accessors.has(name));
    seen.root = root === null ? 'none' : closedRoots.has(element) ? 'closed' : 'open';
    if (root) {
      seen.slots = [...new Set([...root.querySelectorAll('slot')].map((slot) => slot.name))];
      const parts = [...root.querySelectorAll('[part]')].flatMap((node) => [...node.part]);
      seen.parts = [...new Set([...parts, ...forwarded(root)])];
    }
  } catch (error) {
    seen.error = messageOf(error);
  }
  // Elements have members of their own under any name of the platform's; what they throw comes back where a polyfill calls.
  attempt(() => Element.prototype.remove.call(element), undefined);
  return seen;
}

/** The accessors that an element has of its own. */
function accessorsOf(element: Element): SeenMember[] {
  return Object.entries(Object.getOwnPropertyDescriptors(element)).flatMap(([name, { get, set }]) =>
    get || set ? [{ name, writable: set !== undefined }] : [],
  );
}

/** Throws what the constructor throws. */
function fresh(one: Defined): Element {
  const options = one.extendsTag ? { is: one.tag } : undefined;
  const element = document.createElement(one.extendsTag ?? one.tag, options);
  // A constructor that throws makes createElement report the error and return an unknown element.
  return element instanceof one.class ? element : new one.class();
}

/** What its properties hold, where a literal can stand for it. */
function heldBy(element: Element, accessors: readonly string[]): HeldValues {
  const held: HeldValues = Object.create(null);
  for (const name of new Set([...accessors, ...Object.keys(element)])) {
    const value = attempt<unknown>(() => Reflect.get(element, name), undefined);
    if (isPlain(value)) held[name] = described(value);
  }
  return held;
}

function isPlain(value: unknown): boolean {
  return value === null || ['string', 'number', 'boolean'].includes(typeof value);
}

/** A plain value as code; of others their kind. */
function described(value: unknown): string {
  if (typeof value === 'string') return JSON.stringify(value);
  if (isPlain(value) || value === undefined) return String(value);
  return Array.isArray(value) ? 'list' : typeof value;
}

const messageOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

function forwarded(root: ShadowRoot): string[] {
  return [...root.querySelectorAll('[exportparts]')].flatMap((node) =>
    (node.getAttribute('exportparts') ?? '')
      .split(',')
      .map((one) => one.split(':').at(-1)?.trim() ?? '')
      .filter((one) => one !== ''),
  );
}

/** An element may load texts or data before it says that it is ready; one that never says so is not waited for longer. */
const LONGEST_RENDER = 1_000;

/** Waits until the element has rendered: for its own promise where it has one, and for two frames. */
async function settle(element: Element): Promise<void> {
  const ready = Reflect.get(element, 'updateComplete') ?? Reflect.get(element, 'componentOnReady');
  const promise = typeof ready === 'function' ? attempt(() => ready.call(element), null) : ready;
  await Promise.race([Promise.resolve(promise).catch(() => null), pause(LONGEST_RENDER)]);
  await pause(20);
}

function pause(milliseconds: number): Promise<void> {
  return new Promise((done) => setTimeout(done, milliseconds));
}

/** A table of property options, by whichever of its usual static names, read for entries that are inner state. */
function stateOf(made: object): string[] {
  const tables = ['elementProperties', 'properties'].map((name) => Reflect.get(made, name) as unknown);
  return tables.flatMap((table) => {
    const entries: [unknown, unknown][] =
      table instanceof Map ? [...table] : typeof table === 'object' && table ? Object.entries(table) : [];
    return entries
      .filter(
        ([, options]) => typeof options === 'object' && options !== null && Reflect.get(options, 'state'),
      )
      .map(([name]) => String(name));
  });
}

function attempt<T>(action: () => T, otherwise: T): T {
  try {
    return action();
  } catch {
    return otherwise;
  }
}
