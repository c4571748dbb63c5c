/** The module that all components wrapped for Solid share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${LINKED}\n${elementLink({ writesAttributes: false })}`;
}

const LINKED = `import { createRenderEffect, mergeProps, onCleanup, splitProps } from 'solid-js';

/** Ties an element to its properties and handlers, from its making to its removal. Returns the ref to give it. */
export function linked<E extends HTMLElement>(
  kind: Kind,
  forwarded: E | ((element: E) => void) | undefined,
  properties: () => Values,
  handlers: () => Handlers,
): (element: E) => void {
  const link = new ElementLink<E>(kind);
  onCleanup(() => link.release());
  return (element) => {
    link.attach(element);
    createRenderEffect(() => link.update(properties(), handlers()));
    if (typeof forwarded === 'function') forwarded(element);
  };
}

/** Solid assigns what a custom element is given; names with a dash (data-*, aria-*) are attributes all the same. */
export function attributes(props: object): Record<string, unknown> {
  const names = Object.keys(props).filter((name) => name.includes('-') && !name.includes(':'));
  const [dashed, others] = splitProps(props as Record<string, unknown>, names);
  const written = names.map((name) => [
    \`attr:\${name}\`,
    { enumerable: true, get: () => dashed[name] },
  ]);
  return mergeProps(others, Object.defineProperties({}, Object.fromEntries(written)));
}
`;
