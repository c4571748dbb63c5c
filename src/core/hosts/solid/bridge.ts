/** The module that all components wrapped for Solid share. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(): string {
  return `${LINKED}\n${elementLink({ writesAttributes: true })}`;
}

const LINKED = `import { $PROXY, createRenderEffect, mergeProps, onCleanup, splitProps } from 'solid-js';
import { isServer } from 'solid-js/web';

/**
 * Ties an element to its properties, handlers and attributes, from its making to its removal. Returns what the
 * component hands on to it: a ref, and all the props but its \`own\`.
 */
export function linked<E extends HTMLElement>(
  kind: Kind,
  props: { ref?: E | ((element: E) => void) | undefined },
  own: readonly string[],
  properties: () => Values,
  handlers: () => Handlers,
  attributes: () => Attributes = () => ({}),
): Record<string, unknown> {
  const link = new ElementLink<E>(kind);
  onCleanup(() => link.release());
  const ref = (element: E) => {
    link.attach(element);
    createRenderEffect(() => {
      link.write(attributes());
      link.update(properties(), handlers());
    });
    if (typeof props.ref === 'function') props.ref(element);
  };
  const more = () => others(props, own, attributes);
  // Of props that are spread from what changes, the names change as well.
  return mergeProps(isOpen(props) ? more : more(), { ref });
}

/** What is not the component's own, as Solid is to write it; on a server, the component's attributes, too. */
function others(props: object, own: readonly string[], attributes: () => Attributes): Record<string, unknown> {
  const names = Object.keys(props).filter((name) => !own.includes(name));
  if (names.length === 0 && !isServer) return {};
  // Solid assigns what a custom element is given; names with a dash (data-*, aria-*) are attributes all the same.
  const dashes = names.filter((name) => name.includes('-') && !name.includes(':'));
  const [dashed, , rest] = splitProps(props as Record<string, unknown>, dashes, own);
  const written = dashes.map((name) => [
    \`attr:\${name}\`,
    { enumerable: true, get: () => dashed[name] },
  ]);
  const printed = isServer ? Object.entries(attributes()).map(([name, value]) => [\`attr:\${name}\`, value]) : [];
  return mergeProps(rest, Object.defineProperties({}, Object.fromEntries(written)), Object.fromEntries(printed));
}

/** May one of them be given some day? Props are fixed from the start, unless they are spread from what changes. */
export function isGiven(props: object, names: readonly string[]): boolean {
  return isOpen(props) || names.some((name) => name in props);
}

const isOpen = (props: object) => $PROXY in props;
`;
