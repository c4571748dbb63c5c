/** Crossing: contract x profile -> outcome of every item, with the code to write or the reason why not. */

import { trappedBy } from '../contract/events.js';
import { kindsOf } from '../contract/kinds.js';
import type {
  AttributeLink,
  Component,
  ContractEvent,
  ContractProperty,
  TypeInfo,
} from '../contract/types.js';
import type { HandlerForm, ValueForm } from '../hosts/host.js';
import type { Kind } from '../hosts/profile.js';
import { isHeard, keepsFirstHandler } from './events.js';
import { expressionFor, item } from './item.js';
import { pairCrossing } from './pairs.js';
import type { ComponentCrossings, Crossing, HostCrossings, HostVersion, Outcome, Tried } from './types.js';
import type { Verdict, Writing } from './values.js';
import { judge, targetOf } from './values.js';

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
  return {
    host: version.label,
    profile: version.profile.range,
    components: components.map((component) => crossingsOf(component, version)),
  };
}

/** The crossings of one component, item by item, in the order of the contract. */
export function crossingsOf(component: Component, version: HostVersion): ComponentCrossings {
  const { host, profile } = version;
  const styled = profile.customProperty ? 'plain' : 'bridge';
  const properties = component.properties.map((one) => propertyCrossing(one, version));
  const events = component.events.map((one) => eventCrossing(one, component, version));
  return {
    tag: component.tag,
    items: extending(component, version, [
      ...properties,
      ...component.attributes.map((one) =>
        valueCrossing(
          'attribute',
          one.name,
          { text: one.reads, schema: null },
          { ...one, reflects: false },
          false,
          version,
        ),
      ),
      ...events,
      ...component.pairs.map((pair) => pairCrossing(pair, [...properties, ...events], version)),
      ...component.slots.map(({ name }) => {
        const carried = name === '' ? profile.slots.default : profile.slots.named;
        return item(
          'slot',
          name,
          '',
          carried ? 'plain' : 'bridge',
          host.syntax.slot(name),
          carried ? null : `${version.label} does not carry content there`,
        );
      }),
      ...component.methods.map(({ name, text }) =>
        item(
          'method',
          name,
          text,
          profile.ref ? 'plain' : 'bridge',
          host.syntax.reference(`${name}()`),
          null,
        ),
      ),
      ...component.cssProperties.map(({ name }) =>
        item('cssProperty', name, '', styled, host.syntax.customProperty(name), null),
      ),
      ...component.cssParts.map(({ name }) =>
        item('cssPart', name, '', profile.part ? 'plain' : 'bridge', `${component.tag}::part(${name})`, null),
      ),
      ...component.cssStates.map(({ name }) =>
        item('cssState', name, '', 'plain', `${component.tag}:state(${name})`, null),
      ),
    ]),
  };
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

function propertyCrossing(property: ContractProperty, version: HostVersion): Crossing {
  if (property.readonly) {
    const outcome = version.profile.ref ? 'plain' : 'bridge';
    return item(
      'property',
      property.name,
      property.type.text,
      outcome,
      version.host.syntax.reference(property.name),
      null,
    );
  }
  const { name, type, attribute, adopted } = property;
  return valueCrossing('property', name, type, attribute, adopted === true, version);
}

interface Attempt {
  form: ValueForm;
  writing: Writing;
  verdict: Verdict;
}

/** Crossings by what they depend on: the components of a package have many of their members in common. */
const KNOWN = new WeakMap<HostVersion, Map<string, Crossing>>();

function remembered(version: HostVersion, key: string, make: () => Crossing): Crossing {
  const known = KNOWN.get(version) ?? new Map<string, Crossing>();
  KNOWN.set(version, known);
  const before = known.get(key);
  if (before) return before;
  const made = make();
  known.set(key, made);
  return made;
}

function valueCrossing(...given: Parameters<typeof judgedCrossing>): Crossing {
  const [kind, name, type, attribute, isAdopted, version] = given;
  // The text of a type is not all of it: types of different modules may go by one name.
  const kinds = kindsOf(type, attribute?.reads).join();
  const key = `${kind}|${name}|${type.text}|${kinds}|${attribute?.name}|${attribute?.reads}|${isAdopted}`;
  return remembered(version, key, () => judgedCrossing(...given));
}

/** Tries every form under every name the item goes by, and takes the best that carries all its kinds of value. */
function judgedCrossing(
  kind: 'property' | 'attribute',
  name: string,
  type: TypeInfo,
  attribute: AttributeLink | null,
  isAdopted: boolean,
  version: HostVersion,
): Crossing {
  const kinds = kindsOf(type, attribute?.reads);
  const attempts = attemptsFor(name, kinds, attribute, kind === 'property', isAdopted, version);
  const carrying = attempts
    .filter((one) => one.verdict.losses.length === 0)
    .sort((a, b) => cost(a) - cost(b));
  const [best] = carrying;
  const first = attempts[0];
  const reason = first ? reasonOf(first, version) : null;
  if (!best) return item(kind, name, type.text, 'bridge', null, reason, [], first ? triedBy(first) : null);
  const expression = expressionFor(name);
  return item(
    kind,
    name,
    type.text,
    best.form.special ? 'marked' : 'plain',
    best.form.write(best.writing.name, expression),
    best.form.special ? reason : null,
    conditionsOf(best.verdict, version),
    triedBy(best),
  );
}

function triedBy({ form, writing, verdict }: Attempt): Tried {
  const late = verdict.losses.length === 0 && verdict.lateLosses.length === 0;
  return { form: form.id, name: writing.name, late };
}

function attemptsFor(
  name: string,
  kinds: readonly Kind[],
  attribute: AttributeLink | null,
  isProperty: boolean,
  isAdopted: boolean,
  { host, profile }: HostVersion,
): Attempt[] {
  const names = [...new Set([...(isProperty ? [name] : []), ...(attribute ? [attribute.name] : [])])];
  return names.flatMap((written) =>
    host.syntax.valueForms
      .filter(
        (form) =>
          form.only === undefined ||
          (form.only === attribute?.reads && (!isProperty || written === attribute.name)),
      )
      .map((form) => {
        const isAttribute = !isProperty || written !== name;
        const target = targetOf(written, !isAttribute);
        const writing: Writing = {
          form: form.id,
          name: written,
          target,
          attribute,
          isAttribute,
          isAdopted,
          kinds,
        };
        return { form, writing, verdict: judge(writing, profile) };
      }),
  );
}

/** Ordinary syntax without conditions first, then with conditions, then special syntax. */
function cost({ form, verdict }: Attempt): number {
  return (
    (verdict.lateLosses.length > 0 ? 2 : 0) +
    (verdict.serverLosses.length > 0 ? 0.75 : 0) +
    (form.special ? 4 : 0) +
    (verdict.leaves === null ? 0 : 0.5)
  );
}

function reasonOf(attempt: Attempt, { label }: HostVersion): string | null {
  const loss = attempt.verdict.losses[0];
  return loss ? `${label} ${loss.what}` : null;
}

function conditionsOf(verdict: Verdict, { host, label }: HostVersion): string[] {
  const late = verdict.lateLosses[0];
  return [
    ...(late
      ? [
          host.versioned
            ? `only when the element is defined before ${label} mounts it`
            : 'only once the element is defined',
        ]
      : []),
    ...(verdict.serverLosses.length > 0
      ? [`a page that takes over what the server of ${label} printed has it only after it changes`]
      : []),
    ...(verdict.leaves !== null && host.versioned
      ? [`removing it leaves ${verdict.leaves} in the property`]
      : []),
  ];
}

function eventCrossing(event: ContractEvent, component: Component, version: HostVersion): Crossing {
  const { name, eventType, detail, origin, bubbles, composed } = event;
  const key = `event|${name}|${eventType}|${detail.text}|${detail.schema?.type}|${origin}|${bubbles}|${composed}|${component.root}`;
  return remembered(version, key, () => heardCrossing(event, component, version));
}

function heardCrossing(event: ContractEvent, component: Component, version: HostVersion): Crossing {
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
      heard && form && keepsFirstHandler(event, component, form.id, profile)
        ? [`${label} keeps the handler it was given first`]
        : [],
      form ? { form: form.id, name: event.name, late: heard } : null,
    );
  const trapped = trappedBy(event, component);
  if (trapped !== null) return make('broken', handlerForms.at(-1), trapped);
  const form = handlerForms.find((one) => isHeard(event, component, one.id, profile));
  if (!form) return make('bridge', handlerForms[0], `${label} has no syntax that hears this event`);
  const reason = form.special ? `${label} hears it only under its own name` : null;
  return make(form.special ? 'marked' : 'plain', form, reason, true);
}
