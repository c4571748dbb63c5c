/** The modules that all components wrapped for Vue share, one for each major version. */

import { elementLink } from '../wrapping/link.js';

export function bridgeText(major: number): string {
  return `${major < 3 ? SETUP_2 + VALIDATED : SETUP}${FLAGS}\n${elementLink({ writesAttributes: false })}`;
}

const FLAGS = `
/**
 * A boolean that may be written as a bare attribute. Vue's own type for that would be cast at every update, whether
 * it changed or not, and make \`false\` of what is missing.
 */
export const flag = {
  type: null as unknown as PropType<boolean>,
  validator: (value: unknown) => value === '' || typeof value === 'boolean',
};

/** What a flag says: \`true\` where it is a bare attribute. */
export function isOn<T>(value: T): T | true {
  return value === '' ? true : value;
}
`;

const VALIDATED = `
type Constructor = { readonly name: string };

/**
 * Props whose types are checked by validators, which only development runs. Vue's own look at a type makes text of its
 * constructor at every update of every prop, also where it warns of nothing.
 */
export function validated<P extends object>(props: P): P {
  const entries = Object.entries(props).map(([name, prop]) => {
    const options = prop && 'type' in prop ? prop : { type: prop };
    const types: Constructor[] = [options.type ?? []].flat();
    // Vue makes \`true\` of a bare attribute by its type.
    if (types.some((type) => type.name === 'Boolean')) return [name, prop];
    const validator = (value: unknown) => types.length === 0 || types.some((type) => isOf(value, type));
    return [name, { validator, ...options, type: [] }];
  });
  return Object.fromEntries(entries);
}

function isOf(value: unknown, { name }: Constructor): boolean {
  const kind = typeof value === 'function' ? 'Function' : Object.prototype.toString.call(value).slice(8, -1);
  return kind === name;
}
`;

const SETUP = `import { cloneVNode, h, onBeforeUnmount, onUpdated, type PropType, type ShallowRef, type Slots, shallowRef, type VNode } from 'vue';

/**
 * Ties an element to its properties and handlers, from before it is mounted until it is unmounted. Returns the
 * element, and what its node calls.
 */
export function useElement<E extends HTMLElement>(
  kind: Kind,
  properties: () => Values,
  handlers: Handlers,
): { element: ShallowRef<E | null>; onVnodeBeforeMount: (node: VNode) => void } {
  const link = new ElementLink<E>(kind);
  const element = shallowRef(null) as ShallowRef<E | null>;
  onUpdated(() => link.update(properties(), handlers));
  onBeforeUnmount(() => link.release());
  return {
    element,
    onVnodeBeforeMount({ el }) {
      element.value = el as E;
      link.attach(el as E);
      link.update(properties(), handlers);
    },
  };
}

/** The content of all slots as children of the element, each with the name of its slot. */
export function slotted(slots: Slots, names: readonly string[]): VNode[] | undefined {
  const { default: content } = slots;
  if (!content && !names.some((name) => slots[name])) return undefined;
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

const SETUP_2 = `import { h, onBeforeUnmount, onMounted, onUpdated, type PropType, type ShallowRef, shallowRef, type VNode } from 'vue';

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

type Listeners = Record<string, Function | Function[]>;

/** The listeners of a component that are not for its own events: they are for the element. */
export function othersOf(listeners: Listeners, own: readonly string[]): Listeners | undefined {
  let others: Listeners | undefined;
  for (const name in listeners) {
    if (own.includes(name) || name.startsWith('update:')) continue;
    others ??= {};
    others[name] = listeners[name] as Function;
  }
  return others;
}

type Slots = Record<string, ((given: object) => VNode[] | undefined) | undefined>;

/** The content of all slots as children of the element, each in an element with the name of its slot. */
export function slotted(slots: Slots, names: readonly string[]): VNode[] | undefined {
  const { default: content } = slots;
  if (!content && !names.some((name) => slots[name])) return undefined;
  return [
    ...(content?.({}) ?? []),
    ...names.flatMap((slot) => {
      const nodes = slots[slot]?.({});
      return nodes ? [h('span', { attrs: { slot }, style: 'display: contents' }, nodes)] : [];
    }),
  ];
}
`;
