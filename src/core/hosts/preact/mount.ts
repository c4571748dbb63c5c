/** Shows views of Preact in a page. */

import { type FunctionComponent, h, hydrate, render } from 'preact';
import type { Mounted, Mounter, ViewInput } from '../harness.js';

const nodeOf = (view: unknown, input: ViewInput) =>
  h(view as FunctionComponent<{ input: ViewInput }>, { input });

function mounted(view: unknown, container: Element): Mounted {
  return {
    update: (next) => render(nodeOf(view, next), container),
    unmount: () => render(null, container),
  };
}

export const mounter: Mounter = {
  mount(view, container, input) {
    render(nodeOf(view, input), container);
    return mounted(view, container);
  },
  hydrate(view, container, input) {
    hydrate(nodeOf(view, input), container);
    return mounted(view, container);
  },
};
