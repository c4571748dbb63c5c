/** The page that measures React: mounts through the public interface of whichever version it is bundled with. */

import { createElement } from 'react';
import * as ReactDOM from 'react-dom';
import * as ReactDOMClient from 'react-dom/client';
import { pascalCase } from '../../emit/names.js';
import type { HostDriver, Mounted, View } from '../harness-kit.js';
import { measure } from '../harness-kit.js';

/** The two ways to mount: before and since version 18. Types follow the newer one, so both are looked up. */
type Render = {
  render?: (node: unknown, container: Element) => void;
  unmountComponentAtNode?: (container: Element) => void;
};

function propsOf(view: View): Record<string, unknown> {
  const props: Record<string, unknown> = {};
  for (const { form, name, value } of view.values) {
    props[name] =
      form === 'presence' ? (value ? '' : undefined) : form === 'json' ? JSON.stringify(value) : value;
  }
  for (const { form, event, handler } of view.handlers) {
    props[form === 'on-name' ? `on${event}` : `on${pascalCase(event)}`] = handler;
  }
  if (view.style) props.style = view.style;
  if (view.ref) props.ref = view.ref;
  return props;
}

function elementOf(view: View) {
  const children = view.children?.map(({ slot, text }) =>
    slot === '' ? text : createElement('span', { key: slot, slot }, text),
  );
  return createElement(view.tag, propsOf(view), ...(children ?? []));
}

const driver: HostDriver = {
  valueForms: ['prop', 'presence', 'json'],
  handlerForms: ['on-pascal', 'on-name'],
  mount(container, view): Mounted {
    if ('createRoot' in ReactDOMClient) {
      const root = ReactDOMClient.createRoot(container);
      ReactDOM.flushSync(() => root.render(elementOf(view)));
      return {
        update: (next) => ReactDOM.flushSync(() => root.render(elementOf(next))),
        unmount: () => ReactDOM.flushSync(() => root.unmount()),
      };
    }
    const { render, unmountComponentAtNode } = ReactDOM as Render;
    render?.(elementOf(view), container);
    return {
      update: (next) => render?.(elementOf(next), container),
      unmount: () => unmountComponentAtNode?.(container),
    };
  },
};

Object.assign(globalThis, { suvetMeasure: () => measure(driver) });
