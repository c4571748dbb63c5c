/** The modules that all components wrapped for Vue share, one for each major version. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(major: number): string {
  return `${major < 3 ? SETUP_2 : SETUP}\n${elementLink({ writesAttributes: false })}`;
}

const SETUP = `import { cloneVNode, h, onBeforeUnmount, onUpdated, type ShallowRef, type Slots, shallowRef, type VNode } from 'vue';

/**
 * Ties an element to its properties and handlers, from before it is mounted until it is unmounted. Returns the
 * element, and what its node has to know.
 */
export function useElement<E extends HTMLElement>(
  kind: Kind,
  properties: () => Values,
  handlers: Handlers,
): { element: ShallowRef<E | null>; hooks: { onVnodeBeforeMount(node: VNode): void } } {
  const link = new ElementLink<E>(kind);
  const element = shallowRef(null) as ShallowRef<E | null>;
  // Props come from a parent, whose render leads to an update here whichever of them changed.
  onUpdated(() => link.update(properties(), handlers));
  onBeforeUnmount(() => link.release());
  return {
    element,
    hooks: {
      onVnodeBeforeMount({ el }) {
        element.value = el as E;
        link.attach(el as E);
        link.update(properties(), handlers);
      },
    },
  };
}

/** The content of all slots as children of the element, each with the name of its slot. */
export function slotted(slots: Slots, names: readonly string[]): VNode[] {
  const { default: content } = slots;
  return [
    ...(content?.() ?? []),
    ...names.flatMap((name) => slots[name]?.().map((node) => placed(node, name)) ?? []),
  ];
}

/** What is no element of its own goes into one that takes no part in the layout. */
function placed(node: VNode, slot: string): VNode {
  return typeof node.type === 'string'
    ? cloneVNode(node, { slot })
    : h('span', { slot, style: 'display: contents' }, [node]);
}
`;

const SETUP_2 = `import { h, onBeforeUnmount, onMounted, onUpdated, type ShallowRef, shallowRef, type VNode } from 'vue';

/**
 * Ties an element to its properties and handlers, from mount to unmount. Returns the element, to be its ref, and what
 * reads the properties: a render function calls it, so that it runs again when one of them changes.
 */
export function useElement<E extends HTMLElement>(
  kind: Kind,
  properties: () => Values,
  handlers: Handlers,
): { element: ShallowRef<E | null>; read: () => void } {
  const link = new ElementLink<E>(kind);
  const element = shallowRef(null) as ShallowRef<E | null>;
  let latest: Values = {};
  const update = () => {
    if (element.value) link.attach(element.value);
    link.update(latest, handlers);
  };
  onMounted(update);
  onUpdated(update);
  onBeforeUnmount(() => link.release());
  return {
    element,
    read() {
      latest = properties();
    },
  };
}

/** The listeners of a component that are not for its own events: they are for the element. */
export function othersOf(listeners: Record<string, Function | Function[]>, own: readonly string[]) {
  return Object.fromEntries(
    Object.entries(listeners).filter(([name]) => !own.includes(name) && !name.startsWith('update:')),
  );
}

type Slots = Record<string, ((given: object) => VNode[] | undefined) | undefined>;

/** The content of all slots as children of the element, each in an element with the name of its slot. */
export function slotted(slots: Slots, names: readonly string[]): VNode[] {
  const { default: content } = slots;
  return [
    ...(content?.({}) ?? []),
    ...names.flatMap((slot) => {
      const nodes = slots[slot]?.({});
      return nodes ? [h('span', { attrs: { slot }, style: 'display: contents' }, nodes)] : [];
    }),
  ];
}
`;
