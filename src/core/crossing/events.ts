/** Is an event heard? One way of writing a handler, judged against the measured facts. */

import { hasOwnHandler } from '../contract/events.js';
import type { Component, ContractEvent } from '../contract/types.js';
import type { Dispatch, EventStyle, Hearing, VersionProfile } from '../hosts/profile.js';
import { PLATFORM_EVENTS } from '../hosts/profile.js';

/**
 * Is the event heard in this form, with all that it carries? `early`: when the host mounts the element before its
 * class is defined, and so before it has a property for the event's handler.
 */
export function isHeard(
  event: ContractEvent,
  component: Component,
  form: string,
  profile: VersionProfile,
  early = false,
): boolean {
  const hearing = hearingOf(event, component, form, profile, early);
  if (!hearing.startsWith('once')) return false;
  const hasDetail = event.detail.schema?.type !== 'null';
  const borne = ['heard after unmount', NOT_EXCHANGED, ...(hasDetail ? [] : ['detail lost'])];
  return faultsOf(hearing).every((fault) => borne.includes(fault));
}

const NOT_EXCHANGED = 'handler not exchanged';

/** Does the handler that was given first stay, whatever comes after it? */
export function keepsFirstHandler(
  event: ContractEvent,
  component: Component,
  form: string,
  profile: VersionProfile,
): boolean {
  return faultsOf(hearingOf(event, component, form, profile, false)).includes(NOT_EXCHANGED);
}

function hearingOf(
  event: ContractEvent,
  component: Component,
  form: string,
  profile: VersionProfile,
  early: boolean,
): Hearing {
  const style = styleOf(event.name);
  const dispatch = dispatchOf(event, component);
  const isOwn = !early && !isPlatformEvent(style) && hasOwnHandler(event, component);
  const own = isOwn ? profile.ownHandlers[form]?.[style]?.[dispatch] : undefined;
  return own ?? profile.events[form]?.[style]?.[dispatch] ?? 'never';
}

function isPlatformEvent(style: ReturnType<typeof styleOf>): style is (typeof PLATFORM_EVENTS)[number] {
  return PLATFORM_EVENTS.some((one) => one === style);
}

function faultsOf(hearing: Hearing): string[] {
  return hearing.split(', ').slice(1);
}

/** The key a profile has for an event name: a platform event, or the style of the name. */
export function styleOf(name: string): EventStyle | (typeof PLATFORM_EVENTS)[number] {
  const platform = PLATFORM_EVENTS.find((one) => one === name);
  if (platform) return platform;
  if (name.includes('.')) return 'dot';
  if (name.includes(':')) return 'colon';
  if (name.includes('-')) return 'kebab';
  if (/^[A-Z]/.test(name)) return 'pascal';
  return name === name.toLowerCase() ? 'lower' : 'camel';
}

function dispatchOf(event: ContractEvent, component: Component): Dispatch {
  const fromElement = event.origin === 'element' || component.root === 'none';
  if (fromElement) return event.bubbles ? 'element bubbles' : 'element';
  const flags = [event.bubbles ? 'bubbles' : '', event.composed ? 'composed' : ''].filter(
    (flag) => flag !== '',
  );
  return ['inside', ...flags].join(' ') as Dispatch;
}
