/** Prints views of Solid as its server does. */

import { createComponent, type JSX } from 'solid-js';
import { renderToString } from 'solid-js/web';
import type { ServerRenderer, ViewInput } from '../harness.js';

type View = (props: { input: () => ViewInput }) => JSX.Element;

export const print: ServerRenderer = (view, input) =>
  renderToString(() => createComponent(view as View, { input: () => input }));
