/**
 * What a package's own manifest claims of a component, joined with what the code shows. The claim fills in words
 * and types, and names what leaves no trace in code; where the two disagree, the code stands and a note says so.
 */

import type {
  Component,
  ContractEvent,
  ContractNamed,
  ContractNote,
  ItemWords,
} from '../../contract/types.js';
import { attributesOf } from '../../contract/types.js';
import type { TypeReader } from '../types/types.js';
import { NO_TYPE } from '../types/types.js';
import { detailWritten } from './declared-events.js';
import { rank } from './join-properties.js';
import type { Claim, ClaimedComponent } from './manifest.js';

const NAMED_LISTS = ['slots', 'cssParts', 'cssProperties', 'cssStates'] as const;

/** The component with the claim joined to it. `typeOf` reads a type that the claim writes as text. */
export function withClaim(component: Component, claim: ClaimedComponent, typeOf: TypeReader): Component {
  const notes: ContractNote[] = [];
  const isOpen = component.notes.some((note) => note.code === 'base-class-unknown');
  const hidden = new Set(claim.hidden);
  const misspelt = misspeltEvents(component, claim);
  const meant = new Set(misspelt.values());
  const joined: Component = {
    ...component,
    ...fill(component, claim),
    ...(component.summary || !claim.summary ? {} : { summary: claim.summary }),
    properties: component.properties
      .filter((one) => !hidden.has(one.name))
      .map((one) => {
        const said = find(claim.properties, one.name);
        const type = said?.type && rank(one.type) < 2 ? typeOf(said.type) : one.type;
        const fallback = one.default ?? said?.default;
        return { ...one, ...fill(one, said), type, ...(fallback === undefined ? {} : { default: fallback }) };
      }),
    attributes: component.attributes.map((one) => ({
      ...one,
      ...fill(one, find(claim.attributes, one.name)),
    })),
    methods: component.methods
      .filter((one) => !hidden.has(one.name))
      .map((one) => ({ ...one, ...fill(one, find(claim.methods, one.name)) })),
    events: [
      ...component.events.map((one) => {
        const said = find(claim.events, one.name) ?? misspelt.get(one.name);
        if (!said) return one;
        const detail = rank(one.detail) < 2 ? detailWritten(said.type ?? '') : null;
        return { ...one, ...fill(one, said), ...(detail ? { detail: typeOf(detail) } : {}), declared: true };
      }),
      ...claim.events
        .filter((said) => said.name !== '' && !find(component.events, said.name) && !meant.has(said))
        .map((said) => claimedEvent(said, typeOf)),
    ],
  };
  note(notes, [...meant], 'names of events in the manifest that the code spells in another way');
  for (const list of NAMED_LISTS) {
    const known = component[list].map((one): ContractNamed => {
      const said = find(claim[list], one.name);
      return said ? { ...one, ...fill(one, said), declared: true } : one;
    });
    const others = claim[list].filter((said) => !find(component[list], said.name));
    joined[list] = [
      ...known,
      ...others.map(
        ({ name, description }): ContractNamed => ({
          name,
          ...(description ? { description } : {}),
          declared: true,
        }),
      ),
    ];
    note(notes, others, `${LABELS[list]} in the manifest, but no markup or style of the code shows`);
  }
  if (isOpen) addUnread(joined, claim, typeOf);
  else {
    const attributes = attributesOf(component).map((one) => one.name.toLowerCase());
    const unobserved = claim.attributes.filter((said) => !attributes.includes(said.name.toLowerCase()));
    note(notes, unobserved, 'attributes in the manifest, but the code does not observe');
    const fields = claim.properties.filter(
      (said) => !find(component.properties, said.name) && !find(component.methods, said.name),
    );
    note(notes, fields, 'properties in the manifest, but the code has no public member for');
  }
  note(
    notes,
    component.properties.filter((one) => hidden.has(one.name)),
    'not for users by the manifest, and left out for that',
  );
  return { ...joined, notes: [...component.notes.filter((one) => !isAnswered(one, claim)), ...notes] };
}

const LABELS = {
  slots: 'slots',
  cssParts: 'parts',
  cssProperties: 'CSS custom properties',
  cssStates: 'CSS states',
};

function find<T extends { name: string }>(list: readonly T[], name: string): T | undefined {
  return list.find((one) => one.name === name);
}

/** Claims by the events that they must mean: `DECK_CHANGED`, the name of a constant, for `deckchanged`. */
function misspeltEvents({ events }: Component, claim: ClaimedComponent): Map<string, Claim> {
  const letters = (name: string) => name.replace(/[^a-z0-9]/gi, '').toLowerCase();
  const found = new Map<string, Claim>();
  for (const one of events) {
    if (!one.dispatched || find(claim.events, one.name)) continue;
    const said = claim.events.find(({ name }) => letters(name) === letters(one.name) && !find(events, name));
    if (said) found.set(one.name, said);
  }
  return found;
}

function fill(item: ItemWords, claim: ItemWords | undefined): ItemWords {
  if (!claim) return {};
  return {
    ...(item.description || !claim.description ? {} : { description: claim.description }),
    ...(item.deprecated || !claim.deprecated ? {} : { deprecated: claim.deprecated }),
  };
}

function note(notes: ContractNote[], items: readonly { name: string }[], what: string): void {
  if (items.length === 0) return;
  const names = items.map((one) => one.name || '(default)').join(', ');
  notes.push({ code: 'manifest-disagrees', message: `${what}: ${names}` });
}

/** A note that an event is not declared is answered by a claim that declares it. */
function isAnswered(one: ContractNote, claim: ClaimedComponent): boolean {
  return (
    one.code === 'event-not-declared' && claim.events.some((said) => one.message.startsWith(`${said.name}:`))
  );
}

function claimedEvent(said: Claim, typeOf: TypeReader): ContractEvent {
  const detail = detailWritten(said.type ?? '');
  return {
    name: said.name,
    detail: detail ? typeOf(detail) : NO_TYPE,
    eventType: detail ? 'CustomEvent' : (said.type ?? 'CustomEvent'),
    bubbles: false,
    composed: false,
    cancelable: false,
    origin: 'element',
    declared: true,
    dispatched: false,
    ...(said.description ? { description: said.description } : {}),
  };
}

/** Where a base class could not be read, what the manifest names besides is most likely that class's. */
function addUnread(joined: Component, claim: ClaimedComponent, typeOf: TypeReader): void {
  for (const said of claim.properties) {
    if (find(joined.properties, said.name)) continue;
    joined.properties.push({
      name: said.name,
      type: said.type ? typeOf(said.type) : NO_TYPE,
      ...(said.default === undefined ? {} : { default: said.default }),
      readonly: false,
      required: false,
      attribute: said.attribute ? { name: said.attribute, reads: 'custom', reflects: false } : null,
      ...(said.description ? { description: said.description } : {}),
    });
  }
  const known = new Set(attributesOf(joined).map((one) => one.name.toLowerCase()));
  for (const said of claim.attributes) {
    if (!known.has(said.name.toLowerCase())) joined.attributes.push({ name: said.name, reads: 'string' });
  }
}
