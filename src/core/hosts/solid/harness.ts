/** How Solid is measured: views in JSX, compiled by its preset for Babel. */

import type { CompileOptions, HostHarness } from '../harness.js';
import { jsxElement } from '../jsx-harness.js';
import { syntax } from './syntax.js';

/** What this uses of `@babel/core`. */
interface Babel {
  transformAsync(
    text: string,
    options: { filename: string; babelrc: boolean; configFile: boolean; presets: unknown[] },
  ): Promise<{ code?: string | null } | null>;
}

export const harness: HostHarness = {
  packages: ['solid-js'],
  ending: '.jsx',
  view: (shape) => `import { For } from 'solid-js';
export default function View(props) {
  return ${jsxElement(shape, {
    syntax,
    input: 'props.input()',
    className: 'class',
    list: (items, element) => `<div><For each={${items}}>{(item) => ${element('item', '')}}</For></div>`,
    texts: (list) => `<For each={${list}}>{(one) => <i>{one}</i>}</For>`,
  })};
}
`,
  compiler: { modules: ['@babel/core', 'babel-preset-solid'], compile },
  server: true,
  serverConditions: ['worker', 'node'],
};

async function compile(
  [babel, preset]: readonly unknown[],
  text: string,
  options: CompileOptions,
): Promise<string> {
  const result = await (babel as Babel).transformAsync(text, {
    filename: options.name,
    babelrc: false,
    configFile: false,
    presets: [[preset, presetOptions(options)]],
  });
  return result?.code ?? '';
}

const PRESET_OPTIONS = [true, false].flatMap((server) =>
  [true, false].map((production) => ({
    generate: server ? 'ssr' : 'dom',
    hydratable: true,
    dev: !production,
  })),
);

/** Options by identity the same, by which Babel knows that it has made this preset already. */
function presetOptions({ server, production }: CompileOptions): unknown {
  const generate = server ? 'ssr' : 'dom';
  return PRESET_OPTIONS.find((one) => one.generate === generate && one.dev !== production);
}
