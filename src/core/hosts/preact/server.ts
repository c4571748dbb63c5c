/** Prints views of Preact as its server does. */

import { type FunctionComponent, h } from 'preact';
import { renderToString } from 'preact-render-to-string';
import type { ServerRenderer, ViewInput } from '../harness.js';

export const print: ServerRenderer = (view, input) =>
  renderToString(h(view as FunctionComponent<{ input: ViewInput }>, { input }));
