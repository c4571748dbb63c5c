/** The events that generated code listens to, and what it reads from them. */

import type { Surface, SurfaceEvent, SurfacePair, SurfaceValue } from './surface.js';

/** An event that generated code listens to: for its handler, for values that it tells of, or both. */
export interface Heard {
  event: string;
  /** Type of the event object, for whoever reads it. */
  type: string;
  handler: SurfaceEvent | null;
  /** Values that are read from it. */
  values: (SurfaceValue & { pair: SurfacePair })[];
}

/** The events of a surface, each once. */
export function heardBy({ events, values }: Pick<Surface, 'events' | 'values'>): Heard[] {
  const paired = values.filter((one): one is SurfaceValue & { pair: SurfacePair } => one.pair !== null);
  const names = new Set([...events.map((one) => one.event), ...paired.map((one) => one.pair.event)]);
  return [...names].map((event) => {
    const handler = events.find((one) => one.event === event) ?? null;
    const owners = paired.filter((one) => one.pair.event === event);
    const types = new Set([...(handler ? [handler.type] : []), ...owners.map((one) => one.pair.eventType)]);
    // Every event is an Event; what is more special says more.
    types.delete('Event');
    const [first = 'Event'] = types;
    if (owners.some(({ pair }) => isContradicted(pair, types)))
      return { event, type: first, handler, values: owners.map((one) => readFrom(first, one)) };
    return { event, type: [...types].join(' & ') || 'Event', handler, values: owners };
  });
}

/** Do types say different things of what is read from an event? */
function isContradicted({ read }: SurfacePair, types: ReadonlySet<string>): boolean {
  const [, key] = /^event\.detail\.(\w+)/.exec(read) ?? [];
  if (key === undefined) return types.size > 1 && /^event\.detail$/.test(read);
  const said = [...types].flatMap((type) =>
    [...type.matchAll(new RegExp(`\\b${key}\\??: ([^;}]+)`, 'g'))].map(([, one = '']) => one.trim()),
  );
  return new Set(said.filter((one) => one !== 'unknown')).size > 1;
}

/** A value as it is read from an event that is of another type for its handler. */
function readFrom<Value extends { pair: SurfacePair }>(type: string, value: Value): Value {
  const { eventType, read } = value.pair;
  if (eventType === type || eventType === 'Event') return value;
  return {
    ...value,
    pair: { ...value.pair, read: read.replace(/^event\b/, () => `(event as Event as ${eventType})`) },
  };
}
