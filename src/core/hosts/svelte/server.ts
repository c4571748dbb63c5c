/** Prints views of Svelte as its server does. */

import type { Component } from 'svelte';
import { render } from 'svelte/server';
import { readable } from 'svelte/store';
import type { ServerRenderer, ViewInput } from '../harness.js';

export const print: ServerRenderer = (view, input) => {
  const { body } = render(view as Component<{ input: unknown }>, {
    props: { input: readable<ViewInput>(input) },
  });
  return body;
};
