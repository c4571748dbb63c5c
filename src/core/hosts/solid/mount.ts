/** Shows views of Solid in a page. */

import { createComponent, createSignal, type JSX, sharedConfig } from 'solid-js';
import { hydrate, render } from 'solid-js/web';
import type { Mounted, Mounter, ViewInput } from '../harness.js';

type View = (props: { input: () => ViewInput }) => JSX.Element;

function show(start: typeof render, view: unknown, container: Element, first: ViewInput): Mounted {
  const [input, setInput] = createSignal(first);
  const end = start(() => createComponent(view as View, { input }), container);
  return { update: (next) => void setInput(next), unmount: end };
}

export const mounter: Mounter = {
  mount: (view, container, input) => show(render, view, container, input),
  hydrate(view, container, input) {
    // A page takes over once, when it loads; this one does so again and again.
    sharedConfig.done = false;
    // What the server puts into a page for the client to start with.
    Object.assign(globalThis, { _$HY: { events: [], completed: new WeakSet(), r: {}, fe() {} } });
    return show(hydrate as typeof render, view, container, input);
  },
};
