/** Crossing: contract x profile -> outcome of every item, with the code to write or the reason why not. */

import { startsOtherwise } from '../contract/defaults.js';
import { eventHandledBy, hasOwnHandler, trappedBy } from '../contract/events.js';
import { flagMarks } from '../contract/flags.js';
import { kindsOf } from '../contract/kinds.js';
import type {
  AttributeLink,
  Component,
  ContractEvent,
  ContractProperty,
  TypeInfo,
} from '../contract/types.js';
import { freeAttributes } from '../contract/types.js';
import type { HandlerForm } from '../hosts/host.js';
import { type Made, valueCrossing } from './attempts.js';
import { isHeard, keepsFirstHandler } from './events.js';
import { expressionFor, item } from './item.js';
import { pairCrossing } from './pairs.js';
import type { ComponentCrossings, Crossing, HostCrossings, HostVersion, Outcome } from './types.js';

export type {
  ComponentCrossings,
  Crossing,
  HostCrossings,
  HostVersion,
  ItemKind,
  Outcome,
  Tried,
} from './types.js';

/** The crossings of components into one host version. */
export function crossings(components: readonly Component[], version: HostVersion): HostCrossings {
  const [one] = crossingsInto(components, [version]);
  return one as HostCrossings;
}

/** The crossings of components into several host versions, in their order. */
export function crossingsInto(
  components: readonly Component[],
  versions: readonly HostVersion[],
): HostCrossings[] {
  const all = components.map((component) => ({ component, passages: passagesOf(component) }));
  return versions.map((version) => {
    const known = new Map<string, Crossing>();
    return {
      host: version.label,
      profile: version.profile.range,
      components: all.map(({ component, passages }) => crossed(component, passages, version, known)),
    };
  });
}

/** The crossings of one component, item by item, in the order of the contract. */
export function crossingsOf(component: Component, version: HostVersion): ComponentCrossings {
  return crossed(component, passagesOf(component), version, new Map());
}

/** An item before it is known where it goes. */
interface Passage {
  /**
   * All that its crossing depends on but the host: components of a package have many items in common. Null for what
   * depends on other items.
   */
  key: string | null;
  /** Its crossing; `before` are those of the items that come before it. */
  cross(version: HostVersion, before: readonly Crossing[]): Crossing;
}

function crossed(
  component: Component,
  passages: readonly Passage[],
  version: HostVersion,
  known: Map<string, Crossing>,
): ComponentCrossings {
  const items: Crossing[] = [];
  for (const passage of passages) {
    const { key } = passage;
    const crossing = (key !== null && known.get(key)) || passage.cross(version, items);
    if (key !== null) known.set(key, crossing);
    items.push(crossing);
  }
  return { tag: component.tag, items: extending(component, version, items) };
}

/** A passage that depends on these parts of its item. */
function passage(parts: readonly unknown[], cross: Passage['cross']): Passage {
  return { key: JSON.stringify(parts), cross };
}

/** Components of a contract do not change once they are read; every host is asked about them. */
const PASSAGES = new WeakMap<Component, Passage[]>();

/** The items of a component, in the order of the contract. */
function passagesOf(component: Component): Passage[] {
  const known = PASSAGES.get(component) ?? passagesIn(component);
  PASSAGES.set(component, known);
  return known;
}

function passagesIn(component: Component): Passage[] {
  const { tag } = component;
  const names = new Set(component.properties.map((one) => one.name));
  return [
    ...component.properties.map((one) => propertyPassage(one, component, names)),
    ...freeAttributes(component).map((one) => {
      const type = { text: one.reads, schema: null };
      return valuePassage('attribute', one.name, type, { ...one, reflects: false });
    }),
    ...component.events.map((one) => eventPassage(one, component)),
    ...component.pairs.map((pair) => ({
      key: null,
      cross: (version: HostVersion, before: readonly Crossing[]) => pairCrossing(pair, before, version),
    })),
    ...component.slots.map(({ name }) =>
      passage(['slot', name], ({ host, profile, label }) => {
        const carried = name === '' ? profile.slots.default : profile.slots.named;
        const reason = carried ? null : `${label} does not carry content there`;
        return item('slot', name, '', carried ? 'plain' : 'bridge', host.syntax.slot(name), reason);
      }),
    ),
    ...component.methods.map(({ name, text }) =>
      passage(['method', name, text], ({ host, profile }) => {
        const outcome = profile.ref ? 'plain' : 'bridge';
        return item('method', name, text, outcome, host.syntax.reference(`${name}()`), null);
      }),
    ),
    ...component.cssProperties.map(({ name }) =>
      passage(['cssProperty', name], ({ host, profile }) => {
        const outcome = profile.customProperty ? 'plain' : 'bridge';
        return item('cssProperty', name, '', outcome, host.syntax.customProperty(name), null);
      }),
    ),
    ...component.cssParts.map(({ name }) =>
      passage(['cssPart', name, tag], ({ profile }) =>
        item('cssPart', name, '', profile.part ? 'plain' : 'bridge', `${tag}::part(${name})`, null),
      ),
    ),
    ...component.cssStates.map(({ name }) =>
      passage(['cssState', name, tag], () =>
        item('cssState', name, '', 'plain', `${tag}:state(${name})`, null),
      ),
    ),
  ];
}

/** What holds for every item of a customised built-in element (HTML 4.13.1). */
function extending(component: Component, { label, profile }: HostVersion, items: Crossing[]): Crossing[] {
  if (component.extendsTag === null) return items;
  const written = `<${component.extendsTag} is="${component.tag}">`;
  if (!profile.builtIn) {
    const reason = `${label} does not bring up ${written}`;
    return items.map((one) => ({ ...one, outcome: 'broken', syntax: null, reason, conditions: [] }));
  }
  const without = Object.entries(profile.elsewhere).filter(([, facts]) => facts.builtIn === false);
  const conditions = without.map(([engine]) => `not in ${engine}, which does not know ${written}`);
  return items.map((one) => ({ ...one, conditions: [...one.conditions, ...conditions] }));
}

/** `names` are those of all properties of the component. */
function propertyPassage(
  property: ContractProperty,
  component: Component,
  names: ReadonlySet<string>,
): Passage {
  const { name, type, attribute, adopted, field, default: initial } = property;
  if (!property.readonly) {
    const value = valuePassage('property', name, type, attribute, {
      isAdopted: adopted === true,
      isField: field === true,
      isShared: attribute !== null && attribute.name !== name && names.has(attribute.name),
      initial,
    });
    const event = eventHandledBy(property, component);
    return event ? handlerPassage(value, event, component) : value;
  }
  return passage(['readonly', name, type.text], ({ host, profile }) => {
    const outcome = profile.ref ? 'plain' : 'bridge';
    return item('property', name, type.text, outcome, host.syntax.reference(name), null);
  });
}

function valuePassage(
  kind: 'property' | 'attribute',
  name: string,
  type: TypeInfo,
  attribute: AttributeLink | null,
  made: Made = {},
): Passage {
  // The text of a type is not all of it: types of different modules may go by one name.
  const kinds = kindsOf(type, attribute?.reads);
  const initial = kinds.some((one) => startsOtherwise(one, made.initial)) ? made.initial : undefined;
  const how = { ...made, initial };
  const { name: written, reads, reflects } = attribute ?? {};
  const key = [kind, name, type.text, kinds, written, reads, reflects, flagMarks(attribute ?? {}), how];
  return passage(key, (version) => valueCrossing(kind, name, type, attribute, kinds, how, version));
}

/** Of a property for the handler of an event: a host that does not set it may hear the event all the same. */
function handlerPassage(value: Passage, event: ContractEvent, component: Component): Passage {
  return {
    key: null,
    cross(version, before) {
      const assigned = value.cross(version, before);
      if (assigned.outcome !== 'bridge') return assigned;
      const heard = eventCrossing(event, component, version);
      if (heard.syntax === null) return assigned;
      const conditions = [`as a handler of ${event.name}`, ...heard.conditions];
      const { outcome, syntax, reason } = heard;
      return { ...assigned, outcome, syntax, reason, conditions, tried: null };
    },
  };
}

function eventPassage(event: ContractEvent, component: Component): Passage {
  const { name, eventType, detail, origin, bubbles, composed } = event;
  const own = hasOwnHandler(event, component);
  const key = [
    name,
    eventType,
    detail.text,
    detail.schema?.type,
    origin,
    bubbles,
    composed,
    component.root,
    own,
  ];
  return passage(['event', ...key], (version) => eventCrossing(event, component, version));
}

function eventCrossing(event: ContractEvent, component: Component, version: HostVersion): Crossing {
  const { host, profile, label } = version;
  const { handlerForms } = host.syntax;
  const type = event.detail.text === 'null' ? event.eventType : event.detail.text;
  const make = (outcome: Outcome, form: HandlerForm | undefined, reason: string | null, heard = false) =>
    item(
      'event',
      event.name,
      type,
      outcome,
      heard && form ? form.write(event.name, expressionFor(`on-${event.name}`)) : null,
      reason,
      heard && form ? eventConditions(event, component, form, version) : [],
      form
        ? {
            form: form.id,
            name: event.name,
            late: heard && isHeard(event, component, form.id, profile, true),
          }
        : null,
    );
  const trapped = trappedBy(event, component);
  if (trapped !== null) return make('broken', handlerForms.at(-1), trapped);
  const forms = handlerForms.filter((one) => isHeard(event, component, one.id, profile));
  const form = forms.find((one) => isHeard(event, component, one.id, profile, true)) ?? forms[0];
  if (!form) return make('bridge', handlerForms[0], `${label} has no syntax that hears this event`);
  const reason = form.special ? `${label} hears it only under its own name` : null;
  return make(form.special ? 'marked' : 'plain', form, reason, true);
}

function eventConditions(
  event: ContractEvent,
  component: Component,
  { id }: HandlerForm,
  { profile, label }: HostVersion,
): string[] {
  return [
    ...(isHeard(event, component, id, profile, true)
      ? []
      : [`only when the element is defined before ${label} mounts it`]),
    ...(keepsFirstHandler(event, component, id, profile)
      ? [`${label} keeps the handler it was given first`]
      : []),
  ];
}
