/** How Vue is measured: views as templates, compiled by the compiler for single-file components. */

import type { CompileOptions, HostHarness } from '../harness.js';
import { templateElement } from '../template-harness.js';
import { syntax } from './syntax.js';

/** What this uses of `vue/compiler-sfc`; the options of versions 2.7 and 3 side by side. */
interface TemplateCompiler {
  compileTemplate(options: {
    source: string;
    filename: string;
    id: string;
    isProduction: boolean;
    ssr: boolean;
    ssrCssVars: string[];
    /** Of version 2.7, which otherwise lays the code out for readers, where another package for that is installed. */
    prettify: boolean;
    compilerOptions: { isCustomElement(tag: string): boolean };
  }): { code: string; errors: (string | Error)[] };
}

export const harness: HostHarness = {
  packages: ['vue', 'vue-server-renderer'],
  optional: ['vue/server-renderer', 'vue-server-renderer/basic.js'],
  ending: '.vue',
  view: (shape) =>
    templateElement(shape, {
      syntax,
      input: 'input',
      styled: (name) => `:class="input.className" :style="{ '${name}': input.ink }"`,
      reference: `ref="element"`,
      text: (expression) => `{{ ${expression} }}`,
      repeat: (list, item, key, element) => element(`v-for="${item} in ${list}" :key="${key}"`),
    }),
  compiler: { modules: ['vue/compiler-sfc'], compile },
  server: true,
  defines: {
    __VUE_OPTIONS_API__: 'true',
    __VUE_PROD_DEVTOOLS__: 'false',
    __VUE_PROD_HYDRATION_MISMATCH_DETAILS__: 'false',
  },
};

function compile([compiler]: readonly unknown[], text: string, options: CompileOptions): string {
  const { code, errors } = (compiler as TemplateCompiler).compileTemplate({
    source: text,
    filename: options.name,
    id: options.name,
    isProduction: options.production,
    ssr: options.server,
    ssrCssVars: [],
    prettify: false,
    compilerOptions: { isCustomElement: (tag) => tag.includes('-') },
  });
  const [first] = errors;
  if (first !== undefined) throw first instanceof Error ? first : new SyntaxError(first);
  // Version 2.7 gives render functions as declarations, version 3 as exports, of another name for the server.
  const names = ['render', 'ssrRender', 'staticRenderFns'].filter((name) =>
    new RegExp(`(function|var|const) ${name}\\b`).test(code),
  );
  return `${code}
export default {
  props: ['input'],
  ${names.join(', ')},
  mounted() { this.input.refer?.(this.$refs.element); },
};
`;
}
