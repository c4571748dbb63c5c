/** The measuring page: mounts views, and tells what became of the element. Runs in a browser. */

import type { Mounted, Mounter, Refused, ViewInput, ViewShape, Views } from '../harness.js';

/** What a measurement works with: the views by key, as their shapes were listed, and the host's mounter. */
export interface PageViews {
  shapes: Readonly<Record<string, ViewShape>>;
  views: Views;
  mounter: Mounter;
}

/** One mounted view. */
export interface Stand {
  element: HTMLElement;
  container: HTMLElement;
  update(input: ViewInput): Promise<void>;
  /** Unmounts, and takes the container away. */
  end(): Promise<void>;
}

/** Mounts the view of a key. Throws what the host throws, and where the element does not come up. */
export async function stand(page: PageViews, key: string, input: ViewInput): Promise<Stand> {
  const container = document.body.appendChild(document.createElement('div'));
  try {
    return stood(container, page, key, await page.mounter.mount(page.views[key], container, input));
  } catch (error) {
    container.remove();
    throw error;
  }
}

/** What a mounted view offers a measurement. */
export function stood(container: HTMLElement, page: PageViews, key: string, mounted: Mounted): Stand {
  const shape = page.shapes[key];
  if (!shape) throw new Error(`no view was listed as ${key}`);
  const element = container.querySelector<HTMLElement>(shape.tag);
  if (!element) throw new Error(`the host mounted no ${shape.tag}`);
  return {
    element,
    container,
    async update(input) {
      await mounted.update(input);
    },
    async end() {
      await mounted.unmount();
      container.remove();
    },
  };
}

/** The message of the host's compiler, where it would not have this view. */
export function refusalOf(page: PageViews, key: string): string | null {
  const view = page.views[key];
  const isRefused = typeof view === 'object' && view !== null && 'refused' in view;
  return isRefused ? (view as Refused).refused : null;
}

/**
 * Runs a step and tells what went wrong in it: what it throws, and what frameworks report as uncaught instead of
 * throwing.
 */
export async function faultOf(step: () => unknown): Promise<string | null> {
  let fault: string | null = null;
  const keep = (error: unknown) => {
    fault ??= error instanceof Error ? error.message : String(error);
  };
  const hear = (event: ErrorEvent) => {
    keep(event.error ?? event.message);
    event.preventDefault();
  };
  const hearRejection = (event: PromiseRejectionEvent) => {
    keep(event.reason);
    event.preventDefault();
  };
  window.addEventListener('error', hear);
  window.addEventListener('unhandledrejection', hearRejection);
  try {
    await step();
  } catch (error) {
    keep(error);
  }
  window.removeEventListener('error', hear);
  window.removeEventListener('unhandledrejection', hearRejection);
  return fault;
}

/** Runs a step and gives the messages that the console got meanwhile as errors. */
export async function consoleErrorsOf(step: () => unknown): Promise<string[]> {
  const messages: string[] = [];
  const { error } = console;
  console.error = (...parts: unknown[]) => messages.push(parts.map(String).join(' '));
  try {
    await step();
  } finally {
    console.error = error;
  }
  return messages;
}

/** Keeps what hosts say of every odd value to themselves: thousands of messages would slow the page down. */
export async function inSilence<T>(step: () => Promise<T>): Promise<T> {
  const { error, warn, info, log } = console;
  const silent = () => {};
  Object.assign(console, { error: silent, warn: silent, info: silent, log: silent });
  try {
    return await step();
  } finally {
    Object.assign(console, { error, warn, info, log });
  }
}
