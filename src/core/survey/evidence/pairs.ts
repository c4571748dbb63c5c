/** Pairs: a property and the event that together make a two-way value. */

import type { ContractEvent, ContractPair, ContractProperty } from '../../contract/types.js';
import { camelCase } from '../../emit/names.js';

/** Pairs of HTML's own elements: those that form controls taught everyone, and those of media (HTML, 4.8.11, 4.10.5 and 4.11). */
const PLATFORM_PAIRS: readonly [property: string, events: readonly string[]][] = [
  ['value', ['input', 'change']],
  ['checked', ['change', 'input']],
  ['selected', ['change', 'input']],
  ['open', ['toggle']],
  ['currentTime', ['timeupdate']],
  ['volume', ['volumechange']],
  ['muted', ['volumechange']],
  ['playbackRate', ['ratechange']],
];

/**
 * The pairs of a component: the platform's own, and `name` with `name-change`, `name-changed` or `nameChange`.
 * The new value is read from the detail where the detail holds the property's name or `value`, else from the
 * element itself.
 */
export function pairsOf(
  properties: readonly ContractProperty[],
  events: readonly ContractEvent[],
): ContractPair[] {
  const pairs: ContractPair[] = [];
  const byName = new Map(events.map((event) => [camelCase(event.name), event]));
  const written = properties.filter((one) => !one.readonly);
  // What is checked keeps its value, as checkboxes of HTML do: the value is what a form is sent then.
  const isChecked = written.some((one) => one.name === 'checked');
  for (const property of written) {
    const shared = PLATFORM_PAIRS.find(([name]) => name === property.name)?.[1] ?? [];
    const platform = isChecked && property.name === 'value' ? [] : shared;
    const event =
      platform.map((name) => events.find((one) => one.name === name)).find((one) => one !== undefined) ??
      changeNames(property.name)
        .map((name) => byName.get(name))
        .find((one) => one !== undefined);
    if (event) pairs.push({ property: property.name, event: event.name, path: pathOf(property, event) });
  }
  return pairs;
}

function changeNames(property: string): string[] {
  return [`${property}Change`, `${property}Changed`, `${property}Input`];
}

function pathOf(property: ContractProperty, event: ContractEvent): string {
  const fields = event.detail.schema?.properties as Record<string, unknown> | undefined;
  if (fields && Object.hasOwn(fields, property.name)) return `detail.${property.name}`;
  if (fields && Object.hasOwn(fields, 'value')) return 'detail.value';
  return `target.${property.name}`;
}
