/** Prints views of React as its server does. */

import { createElement, type FunctionComponent } from 'react';
import { renderToString } from 'react-dom/server';
import type { ServerRenderer, ViewInput } from '../harness.js';

export const print: ServerRenderer = (view, input) =>
  renderToString(createElement(view as FunctionComponent<{ input: ViewInput }>, { input }));
