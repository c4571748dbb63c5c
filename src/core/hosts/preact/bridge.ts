/** The module that all components wrapped for Preact share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return [HOOK, CONTENT, elementLink({ writesAttributes: true })].join('\n');
}

const CONTENT = `/** Content of a named slot: an element of the page goes there by itself, all else within one that has no box. */
export function slotted(slot: string, content: ComponentChildren): ComponentChildren {
  if (content === undefined || content === null || typeof content === 'boolean') return null;
  if (isValidElement(content) && typeof content.type === 'string') return cloneElement(content, { slot });
  return h('span', { slot, style: { display: 'contents' } }, content);
}
`;

const HOOK = `import { cloneElement, type ComponentChildren, h, isValidElement, type Ref, type RefCallback } from 'preact';
import { useCallback, useLayoutEffect, useState } from 'preact/hooks';

/** Ties an element to its properties and handlers, from mount to unmount. Returns the ref to give it. */
export function useElement<E extends HTMLElement>(
  kind: Kind,
  forwarded: Ref<E> | undefined,
  properties: Values,
  handlers: Handlers,
  attributes: Attributes = {},
): RefCallback<E> {
  const [{ link }, render] = useState(() => ({ link: new ElementLink<E>(kind) }));
  // A value that the handler did not take over is put back, in the same turn as Preact renders what it did.
  link.answered = kind.pairs && (() => render({ link }));

  useLayoutEffect(() => {
    link.write(attributes);
    link.update(properties, handlers);
  });

  return useCallback(
    (element: E | null) => {
      if (element) link.attach(element);
      else link.release();
      if (typeof forwarded === 'function') forwarded(element);
      else if (forwarded) forwarded.current = element;
    },
    [link, forwarded],
  );
}

/** What is printed on a server; in a browser, generated code writes it. */
export function onServer(attributes: Attributes): Attributes {
  return typeof document === 'undefined' ? attributes : {};
}
`;
