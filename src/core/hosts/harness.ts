/**
 * What a host folder provides so that it can be measured: views of an element, written as that host's users
 * write them, and the means to show them in a page.
 */

import type { FlagTexts } from '../contract/flags.js';

/** One element as host code shows it. What is written for a value or a handler comes from the host's own syntax. */
export interface ViewShape {
  tag: string;
  /** `flag`: what users of the host write out for true and for false, null being nothing. */
  values: readonly { form: string; name: string; flag?: FlagTexts }[];
  handlers: readonly { form: string; event: string }[];
  /** Text, an element and a list in the default slot, and an element in the slot `legend`. */
  content?: boolean;
  /** `input.text` in each of these slots; the default slot has the empty name. */
  slots?: readonly string[];
  /** A class, and this CSS custom property with `input.ink`. */
  styled?: string;
  /** A reference to the element, handed to `input.refer`. */
  refers?: boolean;
  /** A list of the element, with keys, one for each of `input.items`. */
  listed?: boolean;
  /** The customised built-in element that the tag becomes, as its `is` attribute names it. */
  is?: string;
  /** The host's two-way shorthand, in one of its forms. It is bound to `input.model.value`. */
  pair?: { form: string; property: string; event: string };
}

/** What a view is given. Everything it shows comes from here. */
export interface ViewInput {
  values?: readonly unknown[];
  handlers?: readonly ((event: Event) => void)[];
  text?: string;
  /** Texts of the list in the default slot. */
  more?: readonly string[];
  className?: string;
  ink?: string;
  refer?(element: Element | null): void;
  items?: readonly {
    key: string;
    values: readonly unknown[];
    handlers: readonly ((event: Event) => void)[];
  }[];
  /** What the two-way shorthand is bound to. */
  model?: { value: unknown };
}

export type MaybePromise<T> = T | Promise<T>;

/** A view in a page. Everything is done when a call returns, or when its promise resolves. */
export interface Mounted {
  update(input: ViewInput): MaybePromise<void>;
  unmount(): MaybePromise<void>;
}

/** How to show the views of one host. Lives in the page, bundled with the host (mount.ts of its folder). */
export interface Mounter {
  mount(view: unknown, container: Element, input: ViewInput): MaybePromise<Mounted>;
  /** Takes over what the server printed into the container; absent in a host that has no hydration. */
  hydrate?(view: unknown, container: Element, input: ViewInput): MaybePromise<Mounted>;
}

/** Prints a view that was compiled for the server (server.ts of a host's folder). */
export type ServerRenderer = (view: unknown, input: ViewInput) => MaybePromise<string>;

export interface CompileOptions {
  server: boolean;
  production: boolean;
  /** Name of the file in messages. */
  name: string;
}

export interface HostHarness {
  /** The host's own packages: they are taken from where the measured version is installed. */
  packages: readonly string[];
  /** Modules of those packages that some versions lack. */
  optional?: readonly string[];
  /** What the file of a view ends with. */
  ending: '.tsx' | '.ts' | '.vue' | '.svelte' | '.jsx';
  /** A module, in the host's own language, whose default export shows this element. */
  view(shape: ViewShape): string;
  /** How JSX becomes calls, where the bundler does that. */
  jsxFrom?: string;
  /** The host's own compiler; its text is a JavaScript module. Throws what the compiler throws. */
  compiler?: {
    /** Modules to load, from where the host is installed; `compile` gets them in this order. */
    modules: readonly string[];
    compile(modules: readonly unknown[], text: string, options: CompileOptions): MaybePromise<string>;
  };
  /** The host prints views on a server, and its pages take over what was printed. */
  server: boolean;
  /** Conditions by which the host's server modules are found for a page; `browser` when left out. */
  serverConditions?: readonly string[];
  /** Names that the host's modules expect the bundler to fill in, with their code. */
  defines?: Readonly<Record<string, string>>;
}

/** A view that the host's compiler would not have. */
export interface Refused {
  refused: string;
}

export type Views = Readonly<Record<string, unknown>>;
