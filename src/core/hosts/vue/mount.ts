/** Shows views of Vue in a page, through the public interface of version 2.7 or 3. */

import * as Vue from 'vue';
import type { Mounted, Mounter, ViewInput } from '../harness.js';

/** What this uses of version 2.7, whose module has one class as its default. */
interface Vue2 {
  config: { ignoredElements: RegExp[]; productionTip: boolean; devtools: boolean };
  new (options: {
    data(): unknown;
    render(create: (view: unknown, data: unknown) => unknown): unknown;
  }): {
    $mount(element: Element, hydrating?: boolean): { $el: Element };
    $destroy(): void;
  };
}

const vue2 = (Vue as unknown as { default?: Vue2 }).default;
const isVue3 = 'createApp' in Vue;

async function show3(view: unknown, container: Element, input: ViewInput, ssr: boolean): Promise<Mounted> {
  const state = Vue.shallowRef(input);
  const root = { render: () => Vue.h(view as Vue.Component, { input: state.value }) };
  const app = ssr ? Vue.createSSRApp(root) : Vue.createApp(root);
  // As a host that uses elements has to be set up.
  app.config.compilerOptions.isCustomElement = (tag) => tag.includes('-');
  app.config.errorHandler = (error) => {
    throw error;
  };
  app.mount(container);
  await Vue.nextTick();
  return {
    async update(next) {
      state.value = next;
      await Vue.nextTick();
    },
    unmount: () => app.unmount(),
  };
}

async function show2(view: unknown, container: Element, input: ViewInput, ssr: boolean): Promise<Mounted> {
  const Root = vue2 as Vue2;
  Root.config.ignoredElements = [/-/];
  Root.config.productionTip = false;
  const state = Vue.shallowRef(input);
  const app = new Root({
    data: () => ({}),
    render: (create) => create(view, { props: { input: state.value } }),
  });
  // Version 2.7 replaces what it is mounted on; a page gives it an element of its own.
  const place = ssr ? container.firstElementChild : container.appendChild(document.createElement('div'));
  const { $el } = app.$mount(place as Element, ssr);
  await Vue.nextTick();
  return {
    async update(next) {
      state.value = next;
      await Vue.nextTick();
    },
    unmount() {
      app.$destroy();
      $el.remove();
    },
  };
}

const show = isVue3 ? show3 : show2;

export const mounter: Mounter = {
  mount: (view, container, input) => show(view, container, input, false),
  hydrate: (view, container, input) => show(view, container, input, true),
};
