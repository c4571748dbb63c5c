/** What a probe tries: one trial for each item of a component that a page can tell anything of. */

import { globalValues } from '../contract/platform.js';
import type { Component, ReadAttribute } from '../contract/types.js';
import { crossingsOf, type HostVersion } from '../crossing/index.js';
import type { Crossing } from '../crossing/types.js';
import type { ViewShape } from '../hosts/harness.js';
import { type Sample, samplesFor } from './samples.js';

export type Verdict = 'crosses' | 'lost';

export interface Trial {
  kind: Crossing['kind'];
  name: string;
  expected: Verdict;
  /** What is expected when the element is defined only after the host mounted it; null where that is not tried. */
  late: Verdict | null;
  view: ViewShape;
  /** Values to write; the detail of an event is the first. */
  samples: Sample[];
  /** How the attribute is read that an element is compared by, when it has no property of the name. */
  attribute: ReadAttribute | null;
  event?: { name: string; inside: boolean; bubbles: boolean; composed: boolean; cancelable: boolean };
}

/** The trials of one component in one host, in the order of its crossings. */
export function trialsOf(component: Component, version: HostVersion): Trial[] {
  return crossingsOf(component, version).items.flatMap((item) => {
    const trial = trialOf(item, component, version);
    return trial ? [trial] : [];
  });
}

/** A view that shows the component with all that the host carries, for a picture. */
export function showingView(
  component: Component,
  version: HostVersion,
): { view: ViewShape; samples: Sample[] } {
  const shown = crossingsOf(component, version).items.flatMap((item) => {
    const sample =
      item.kind === 'property' || item.kind === 'attribute' ? samplesOfItem(item, component)[0] : null;
    const carried = item.outcome === 'plain' || item.outcome === 'marked';
    return sample && carried && item.tried ? [{ ...item.tried, sample }] : [];
  });
  const values = shown.map(({ late: _late, sample: _sample, ...written }) => written);
  return { view: { ...base(component), values }, samples: shown.map((one) => one.sample) };
}

function base(component: Component): ViewShape {
  return component.extendsTag === null
    ? { tag: component.tag, values: [], handlers: [] }
    : { tag: component.extendsTag, is: component.tag, values: [], handlers: [] };
}

function trialOf(item: Crossing, component: Component, version: HostVersion): Trial | null {
  const expected = item.outcome === 'plain' || item.outcome === 'marked' ? 'crosses' : 'lost';
  const view = base(component);
  const trial: Omit<Trial, 'view'> = {
    kind: item.kind,
    name: item.name,
    expected,
    late: null,
    samples: [],
    attribute: null,
  };
  switch (item.kind) {
    case 'property':
    case 'attribute': {
      if (!item.tried)
        return isReadonly(item, component) ? { ...trial, view: { ...view, refers: true } } : null;
      const { late, ...written } = item.tried;
      const samples = samplesOfItem(item, component);
      if (samples.length === 0) return null;
      return {
        ...trial,
        late: expected === 'crosses' ? (late ? 'crosses' : 'lost') : null,
        view: { ...view, values: [written] },
        samples,
        attribute: attributeOf(item, component),
      };
    }
    case 'event': {
      const event = component.events.find((one) => one.name === item.name);
      if (!event || !item.tried) return null;
      return {
        ...trial,
        view: { ...view, handlers: [{ form: item.tried.form, event: event.name }] },
        samples: samplesFor(event.detail),
        event: {
          name: event.name,
          inside: event.origin === 'inside',
          bubbles: event.bubbles,
          composed: event.composed,
          cancelable: event.cancelable,
        },
      };
    }
    case 'pair': {
      const pair = component.pairs.find((one) => one.property === item.name);
      // Written out, a pair is its property and its event: both are tried by themselves.
      if (!pair || !item.tried) return null;
      const shorthand = { form: item.tried.form, property: pair.property, event: pair.event };
      return {
        ...trial,
        view: { ...view, pair: shorthand },
        samples: samplesOfProperty(pair.property, component),
      };
    }
    case 'slot':
      return { ...trial, view: { ...view, slots: [item.name] } };
    case 'method':
      return { ...trial, view: { ...view, refers: true } };
    case 'cssProperty':
      return version.profile.customProperty ? { ...trial, view: { ...view, styled: item.name } } : null;
    case 'cssPart':
    case 'cssState':
      // A page's own style sheet: the host has no hand in it.
      return null;
  }
}

function isReadonly(item: Crossing, component: Component): boolean {
  return component.properties.some((one) => one.name === item.name && one.readonly);
}

function samplesOfItem(item: Crossing, component: Component): Sample[] {
  if (item.kind === 'property') return samplesOfProperty(item.name, component);
  const attribute = component.attributes.find((one) => one.name === item.name);
  return attribute ? samplesFor({ text: attribute.reads, schema: null }, attribute.reads) : [];
}

function samplesOfProperty(name: string, component: Component): Sample[] {
  const property = component.properties.find((one) => one.name === name);
  if (!property) return [];
  const values = property.type.text === 'string' ? globalValues(name) : null;
  const type = values === null ? property.type : { text: 'string', schema: { enum: [...values] } };
  return samplesFor(type, property.attribute?.reads);
}

function attributeOf(item: Crossing, component: Component): Trial['attribute'] {
  if (item.kind === 'attribute') {
    const found = component.attributes.find((one) => one.name === item.name);
    return found ?? null;
  }
  return component.properties.find((one) => one.name === item.name)?.attribute ?? null;
}
