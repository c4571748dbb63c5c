/** How Svelte is measured: views as its components, compiled by its compiler. */

import type { CompileOptions, HostHarness } from '../harness.js';
import { templateElement } from '../template-harness.js';
import { syntax } from './syntax.js';

/** What this uses of `svelte/compiler`. */
interface SvelteCompiler {
  compile(
    text: string,
    options: { filename: string; generate: 'client' | 'server'; dev: boolean },
  ): { js: { code: string } };
}

/** The input is a store, so that a page can change it from outside. */
const SCRIPT = `<script>
  let { input } = $props();
  let element = $state(null);
  $effect(() => { $input.refer?.(element); });
</script>
`;

export const harness: HostHarness = {
  packages: ['svelte'],
  ending: '.svelte',
  view: (shape) =>
    SCRIPT +
    templateElement(shape, {
      syntax,
      input: '$input',
      styled: (name) => `class={$input.className} style:${name}={$input.ink}`,
      reference: 'bind:this={element}',
      text: (expression) => `{${expression}}`,
      repeat: (list, item, key, element) => `{#each ${list} as ${item} (${key})}${element('')}{/each}`,
    }),
  compiler: { modules: ['svelte/compiler'], compile },
  server: true,
  serverConditions: ['node'],
};

function compile([compiler]: readonly unknown[], text: string, options: CompileOptions): string {
  return (compiler as SvelteCompiler).compile(text, {
    filename: options.name,
    generate: options.server ? 'server' : 'client',
    dev: !options.production,
  }).js.code;
}
