/** The module that all components wrapped for React share. */

import { elementLink } from '../wrapping/link.js';

/** From this version on React gives custom elements properties and true attributes of its own accord. */
export const PROPERTIES_SINCE = 19;

/** The text of the shared module for a major version of React. */
export function bridgeText(major: number): string {
  const parts = [HOOK, CONTENT, elementLink({ writesAttributes: false })];
  return [...parts, ...(major < PROPERTIES_SINCE ? [ATTRIBUTES] : [])].join('\n');
}

const CONTENT = `/** Content of a named slot: an element of the page goes there by itself, all else within one that has no box. */
export function slotted(slot: string, content: ReactNode): ReactNode {
  if (content === undefined || content === null || typeof content === 'boolean') return null;
  if (isValidElement<{ slot?: string }>(content) && typeof content.type === 'string')
    return cloneElement(content, { slot });
  return createElement('span', { slot, style: { display: 'contents' } }, content);
}
`;

const HOOK = `import {
  cloneElement,
  createElement,
  type ForwardedRef,
  isValidElement,
  type ReactNode,
  type RefCallback,
  useCallback,
  useEffect,
  useLayoutEffect,
  useState,
} from 'react';

/** Layout effects run before the browser paints; on a server there is nothing to lay out. */
const useBrowserEffect = typeof document === 'undefined' ? useEffect : useLayoutEffect;

/** Ties an element to its properties and handlers, from mount to unmount. Returns the ref to give it. */
export function useElement<E extends HTMLElement>(
  kind: Kind,
  forwarded: ForwardedRef<E>,
  properties: Values,
  handlers: Handlers,
): RefCallback<E> {
  const [{ link }, render] = useState(() => ({ link: new ElementLink<E>(kind) }));
  // A value that the handler did not take over is put back, in the same turn as React renders what it did.
  link.answered = kind.pairs && (() => render({ link }));

  useBrowserEffect(() => link.update(properties, handlers));

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
`;

const ATTRIBUTES = `/** Attributes whose true and false are words, as against those that are there or not. */
const WORDED = /^(aria-|data-|suppress|contentEditable$|draggable$|spellCheck$|autoFocus$)/;

/** React before 19 hands names and booleans to custom elements as they stand: here they become attributes. */
export function attributes(props: { [name: string]: unknown }): { [name: string]: unknown } {
  const result: { [name: string]: unknown; class?: unknown } = {};
  for (const name in props) {
    const value = props[name];
    if (name === 'className') result.class = value;
    else if (typeof value === 'boolean' && !WORDED.test(name)) result[name] = value ? '' : undefined;
    else result[name] = value;
  }
  return result;
}
`;
