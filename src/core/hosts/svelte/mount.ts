/** Shows views of Svelte in a page. */

import { type Component, flushSync, hydrate, mount, unmount } from 'svelte';
import { writable } from 'svelte/store';
import type { Mounted, Mounter, ViewInput } from '../harness.js';

function show(start: typeof mount, view: unknown, container: Element, first: ViewInput): Mounted {
  const input = writable(first);
  const shown = start(view as Component<{ input: typeof input }>, { target: container, props: { input } });
  flushSync();
  return {
    update(next) {
      input.set(next);
      flushSync();
    },
    async unmount() {
      await unmount(shown);
    },
  };
}

export const mounter: Mounter = {
  mount: (view, container, input) => show(mount, view, container, input),
  hydrate: (view, container, input) => show(hydrate as typeof mount, view, container, input),
};
