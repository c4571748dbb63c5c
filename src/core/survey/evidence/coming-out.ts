/** Events that a component declares, and others of the material send inside of it: they come out. */

import type { Component, ContractEvent } from '../../contract/types.js';
import type { ClassChain } from '../classes/layers.js';
import { addTo } from '../syntax/lists.js';
import { NO_TYPE } from '../types/types.js';
import { noteOfEvent } from './declared-events.js';

interface Made {
  component: Component;
  chain: ClassChain;
}

/** An event that leaves every tree that it is sent in, with the tag of who sends it. */
interface Sent {
  tag: string;
  event: ContractEvent;
}

/** Components, in the order given, with what is known of events that only the components inside of them dispatch. */
export function withEventsFromInside(made: readonly Made[]): Component[] {
  const sent = new Map<string, Sent[]>();
  for (const { component } of made)
    for (const event of component.events)
      if (event.dispatched && event.bubbles && event.composed)
        addTo(sent, event.name, { tag: component.tag, event });
  return made.map((one) => fromInside(one, sent));
}

function fromInside({ component, chain }: Made, sent: ReadonlyMap<string, Sent[]>): Component {
  const found = new Map(
    component.events.flatMap((event) => {
      const senders = event.dispatched ? [] : (sent.get(event.name) ?? []);
      const sender = senders.find(({ tag }) => tag !== component.tag && holds(chain, tag));
      return sender ? [[event.name, sender.event] as const] : [];
    }),
  );
  if (found.size === 0) return component;
  const mended = new Set(
    component.events.flatMap((event) => (found.has(event.name) ? [noteOfEvent(event).message] : [])),
  );
  return {
    ...component,
    events: component.events.map((event) => {
      const sender = found.get(event.name);
      return sender ? joined(event, sender) : event;
    }),
    notes: component.notes.filter(({ message }) => !mended.has(message)),
  };
}

function joined(event: ContractEvent, { detail, eventType, cancelable }: ContractEvent): ContractEvent {
  return {
    ...event,
    ...(event.detail === NO_TYPE ? { detail, eventType } : {}),
    bubbles: true,
    composed: true,
    cancelable,
    origin: 'inside',
    dispatched: true,
  };
}

/** Do templates of the classes put elements of a tag in? */
function holds({ layers }: ClassChain, tag: string): boolean {
  return layers.some(({ node, module }) => {
    const text = module.source.slice(node.start, node.end);
    const at = text.indexOf(`<${tag}`);
    return at >= 0 && !/[\w-]/.test(text.charAt(at + tag.length + 1));
  });
}
