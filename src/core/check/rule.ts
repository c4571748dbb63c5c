/** What a rule is: it looks at one use of an element and says what is wrong with it. */

import type { Component } from '../contract/types.js';
import type { HostVersion } from '../crossing/index.js';
import { expressionFor } from '../crossing/item.js';
import type { ComponentCrossings, Crossing } from '../crossing/types.js';
import type { Finding, Level, Place } from '../findings/types.js';
import type { ElementUse, ItemUse, Range } from '../hosts/uses.js';

export interface RuleContext {
  use: ElementUse;
  /** The component of that tag; null when no contract names it. */
  component: Component | null;
  components: readonly Component[];
  /** The package the components are imported from, if it is one. */
  packageName: string | null;
  /** The crossings of the component into the host of the file; null without a component. */
  crossings: ComponentCrossings | null;
  version: HostVersion;
  /** Is the module that registers a tag imported by the application (or page) of the file? */
  isLoaded(tag: string): boolean;
  /** Does the application's configuration tell its host which tags are elements? */
  isTold: boolean;
  place(range: Range): Place;
}

/** One kind of mistake. Adding one is a file, a page in docs/findings and a line in the register. */
export interface Rule {
  code: string;
  level: Level;
  /** Told once for each tag in a file: every further place would only repeat it. */
  isToldOnce?: true;
  check(context: RuleContext): Complaint[];
}

/** A finding without what every finding of a rule shares. */
export interface Complaint {
  range: Range;
  message: string;
  cure: string;
}

/** Runs one rule on one use. */
export function applyRule(rule: Rule, context: RuleContext): Finding[] {
  return rule.check(context).map(({ range, message, cure }) => ({
    code: rule.code,
    level: rule.level,
    place: context.place(range),
    message,
    cure,
    tag: context.use.tag,
  }));
}

/** The crossing of an item of the component, by kind and name. */
export function crossingOf(
  context: RuleContext,
  kinds: readonly Crossing['kind'][],
  name: string,
): Crossing | null {
  return context.crossings?.items.find((one) => kinds.includes(one.kind) && one.name === name) ?? null;
}

/** The event that a handler is meant for, when the component has one of that name. */
export function eventMeant(item: ItemUse, context: RuleContext) {
  return (
    context.component?.events.find((event) => handlerNames(item, event.name, context).includes(item.name)) ??
    null
  );
}

/** Every name under which code of this host would write a handler for an event. */
export function handlerNames(item: ItemUse, event: string, context: RuleContext): string[] {
  if (item.form === 'dom') return [event];
  return context.version.host.syntax.handlerForms
    .filter((form) => form.id !== 'dom')
    .map((form) => form.name(event));
}

/** What to do about an item that this way of writing does not carry. */
export function cureFor(crossing: Crossing | null, context: RuleContext): string {
  const { label, host } = context.version;
  if (crossing?.syntax && (crossing.outcome === 'plain' || crossing.outcome === 'marked'))
    return `Write ${crossing.syntax}`;
  if (host.wraps === 'bridged') return `Use the wrapper (suvet wrap --host ${label}).`;
  return 'Set it from a script.';
}

/** The cure with the number in the place of the name that stands for one: `Write :zoom="4"`. */
export function withNumber(cure: string, { value: { literal } }: ItemUse, name: string): string {
  const isNumber = String(literal ?? '').trim() !== '' && Number.isFinite(Number(literal));
  const expression = expressionFor(name);
  const at = Math.max(...['"', '{'].map((mark) => cure.lastIndexOf(`${mark}${expression}`)));
  if (!isNumber || at < 0) return cure;
  return `${cure.slice(0, at + 1)}${Number(literal)}${cure.slice(at + 1 + expression.length)}`;
}
