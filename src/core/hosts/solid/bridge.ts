/** The module that all components wrapped for Solid share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${LINKED}\n${elementLink({ writesAttributes: true })}`;
}

const LINKED = `import { createRenderEffect, mergeProps, onCleanup, splitProps } from 'solid-js';
import { isServer } from 'solid-js/web';

/**
 * Ties an element to its properties, handlers and attributes, from its making to its removal. Returns the ref to
 * give it.
 */
export function linked<E extends HTMLElement>(
  kind: Kind,
  forwarded: E | ((element: E) => void) | undefined,
  properties: () => Values,
  handlers: () => Handlers,
  attributes: () => Attributes = () => ({}),
): (element: E) => void {
  const link = new ElementLink<E>(kind);
  onCleanup(() => link.release());
  return (element) => {
    link.attach(element);
    createRenderEffect(() => link.write(attributes()));
    createRenderEffect(() => link.update(properties(), handlers()));
    if (typeof forwarded === 'function') forwarded(element);
  };
}

/**
 * What a component hands on to its element. Solid assigns what a custom element is given; names with a dash (data-*,
 * aria-*) are attributes all the same. On a server, \`printed\` is written, too.
 */
export function others(props: object, printed: () => Attributes = () => ({})): Record<string, unknown> {
  const names = Object.keys(props).filter((name) => name.includes('-') && !name.includes(':'));
  if (names.length === 0 && !isServer) return props as Record<string, unknown>;
  const [dashed, rest] = splitProps(props as Record<string, unknown>, names);
  const written = names.map((name) => [
    \`attr:\${name}\`,
    { enumerable: true, get: () => dashed[name] },
  ]);
  const shown = isServer ? Object.entries(printed()).map(([name, value]) => [\`attr:\${name}\`, value]) : [];
  return mergeProps(rest, Object.defineProperties({}, Object.fromEntries(written)), Object.fromEntries(shown));
}
`;
