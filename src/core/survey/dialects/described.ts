/**
 * Classes that describe themselves in static members beside a property table: `static get events()` and `static
 * get methods()` with an entry for each, as component compilers write them for other compilers to read.
 */

import type { ContractEvent } from '../../contract/types.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type { Dialect, LayerContext, MethodEvidence } from '../evidence/evidence.js';
import { foldStaticMember } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import { staticValue } from '../folding/functions.js';
import { NO_TYPE, typeOfText } from '../types/types.js';

export const described: Dialect = {
  name: 'described',
  read(context) {
    const events = eventsOf(context);
    const methods = methodsOf(context);
    const isDescribed = events.length + methods.length > 0 && !context.layer.node.superClass;
    return { events, methods, ...(isDescribed ? { whole: true } : {}) };
  },
};

function listOf(name: string, context: LayerContext): Folded | undefined {
  const { node } = context.layer;
  return staticValue(node, name, context.layer.module)
    ? foldStaticMember(node, name, context.scope, 0)
    : undefined;
}

function eventsOf(context: LayerContext): ContractEvent[] {
  const list = listOf('events', context);
  const entries: [string | null, Folded][] = Array.isArray(list)
    ? list.map((one) => [null, one])
    : isFoldedObject(list ?? null)
      ? [...(list as { object: Map<string, Folded> }).object]
      : [];
  return entries.flatMap(([key, entry]): ContractEvent[] => {
    if (typeof entry === 'string') return [eventOf(entry, new Map(), context)];
    if (!isFoldedObject(entry)) return [];
    const name = asString(entry.object.get('name') ?? null) ?? key;
    const isDescribed = ['bubbles', 'composed', 'cancelable', 'detail'].some((flag) =>
      entry.object.has(flag),
    );
    return name && (isDescribed || key === null) ? [eventOf(name, entry.object, context)] : [];
  });
}

function eventOf(name: string, entry: ReadonlyMap<string, Folded>, context: LayerContext): ContractEvent {
  const detail = original(entry);
  const words = text(entry);
  return offeredEvent(name, context.at(context.layer.node), {
    detail: detail ? typeOfText(detail, context.layer.module, context.graph) : NO_TYPE,
    bubbles: entry.get('bubbles') === true,
    composed: entry.get('composed') === true,
    cancelable: entry.get('cancelable') === true,
    ...(words ? { description: words } : {}),
  });
}

function methodsOf(context: LayerContext): MethodEvidence[] {
  const list = listOf('methods', context);
  if (!isFoldedObject(list ?? null)) return [];
  return [...(list as { object: Map<string, Folded> }).object].flatMap(([name, entry]) => {
    if (!isFoldedObject(entry)) return [];
    const complex = entry.object.get('complexType') ?? null;
    const signature = isFoldedObject(complex) ? asString(complex.object.get('signature') ?? null) : null;
    const words = text(entry.object);
    return [
      {
        name,
        text: signature
          ? `${name}${signature.replace('=>', ':').replace(') :', '):')}`
          : `${name}(): unknown`,
        words: { ...(words ? { description: words } : {}), at: context.at(context.layer.node) },
      },
    ];
  });
}

/** The type as its author wrote it: `complexType.original`. */
export function original(entry: ReadonlyMap<string, Folded>): string | null {
  const complex = entry.get('complexType') ?? null;
  return isFoldedObject(complex) ? asString(complex.object.get('original') ?? null) : null;
}

/** The words an entry carries: `docs.text`. */
export function text(entry: ReadonlyMap<string, Folded>): string | null {
  const docs = entry.get('docs') ?? null;
  return isFoldedObject(docs) ? asString(docs.object.get('text') ?? null) || null : null;
}
