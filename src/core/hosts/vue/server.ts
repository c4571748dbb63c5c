/** Prints views of Vue as its server does, in version 2.7 or 3. */

import * as Vue from 'vue';
import * as renderer3 from 'vue/server-renderer';
import renderer2 from 'vue-server-renderer/basic.js';
import type { ServerRenderer } from '../harness.js';

/** What this uses of version 2.7. */
interface Vue2 {
  config: { ignoredElements: RegExp[]; productionTip: boolean };
  new (options: { render(create: (view: unknown, data: unknown) => unknown): unknown }): object;
}

const print2: ServerRenderer = (view, input) => {
  const { default: Root } = Vue as unknown as { default: Vue2 };
  Root.config.ignoredElements = [/-/];
  Root.config.productionTip = false;
  const app = new Root({ render: (create) => create(view, { props: { input } }) });
  return new Promise((done, fail) => {
    renderer2(app, (error, text) => (error ? fail(error) : done(text ?? '')));
  });
};

const print3: ServerRenderer = (view, input) => {
  const app = Vue.createSSRApp({ render: () => Vue.h(view as Vue.Component, { input }) });
  app.config.compilerOptions.isCustomElement = (tag) => tag.includes('-');
  return renderer3.renderToString(app);
};

export const print: ServerRenderer = 'createSSRApp' in Vue ? print3 : print2;
