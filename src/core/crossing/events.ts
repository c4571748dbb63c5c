/** Is an event heard? One way of writing a handler, judged against the measured facts. */

import type { Component, ContractEvent } from '../contract/types.js';
import type { Dispatch, EventStyle, Hearing, VersionProfile } from '../hosts/profile.js';
import { PLATFORM_EVENTS } from '../hosts/profile.js';

/** Is the event heard in this form, with all that it carries? */
export function isHeard(
  event: ContractEvent,
  component: Component,
  form: string,
  profile: VersionProfile,
): boolean {
  const hearing = hearingOf(event, component, form, profile);
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
  return faultsOf(hearingOf(event, component, form, profile)).includes(NOT_EXCHANGED);
}

function hearingOf(
  event: ContractEvent,
  component: Component,
  form: string,
  profile: VersionProfile,
): Hearing {
  return profile.events[form]?.[styleOf(event.name)]?.[dispatchOf(event, component)] ?? 'never';
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
