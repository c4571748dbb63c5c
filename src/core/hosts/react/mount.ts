/** Shows views of React in a page, through the public interface of whichever version it is bundled with. */

import '../unmarked.js';
import { createElement, type FunctionComponent } from 'react';
import * as ReactDOM from 'react-dom';
import * as ReactDOMClient from 'react-dom/client';
import type { Mounted, Mounter, ViewInput } from '../harness.js';
import { turn } from '../turn.js';

/** The ways before version 18, which its types no longer have. */
interface Before18 {
  render?(node: unknown, container: Element): void;
  hydrate?(node: unknown, container: Element): void;
  unmountComponentAtNode?(container: Element): void;
}

const before18 = ReactDOM as unknown as Before18;
const nodeOf = (view: unknown, input: ViewInput) =>
  createElement(view as FunctionComponent<{ input: ViewInput }>, { input });

function mountedBefore18(view: unknown, container: Element): Mounted {
  return {
    update: (next) => before18.render?.(nodeOf(view, next), container),
    unmount: () => {
      before18.unmountComponentAtNode?.(container);
    },
  };
}

function mountedSince18(view: unknown, root: ReactDOMClient.Root): Mounted {
  return {
    update: (next) => ReactDOM.flushSync(() => root.render(nodeOf(view, next))),
    unmount: () => ReactDOM.flushSync(() => root.unmount()),
  };
}

export const mounter: Mounter = {
  mount(view, container, input) {
    if ('createRoot' in ReactDOMClient) {
      const mounted = mountedSince18(view, ReactDOMClient.createRoot(container));
      mounted.update(input);
      return mounted;
    }
    before18.render?.(nodeOf(view, input), container);
    return mountedBefore18(view, container);
  },
  async hydrate(view, container, input) {
    if ('hydrateRoot' in ReactDOMClient) {
      let root: ReactDOMClient.Root | undefined;
      ReactDOM.flushSync(() => {
        root = ReactDOMClient.hydrateRoot(container, nodeOf(view, input));
      });
      // The first pass over printed markup is scheduled, not done at once.
      for (let passes = 0; passes < 3; passes += 1) await turn();
      return mountedSince18(view, root as ReactDOMClient.Root);
    }
    before18.hydrate?.(nodeOf(view, input), container);
    return mountedBefore18(view, container);
  },
};
