/**
 * Elements that stand for others in another document, and hand on what they are given: each class lists it in static
 * members (`static remoteProperties = { level: { type: Number } }`, or names alone; `remoteAttributes`, `remoteEvents`,
 * `remoteMethods`, `remoteSlots`), and the class above all makes properties, attributes and handlers of the lists.
 */

import type { ContractEvent } from '../../contract/types.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type {
  AttributeSeen,
  Dialect,
  LayerContext,
  LayerEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { fold, foldStaticMember } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import { staticValue } from '../folding/functions.js';
import { tableEntries } from '../folding/tables.js';
import { arrowCalled } from '../syntax/tree.js';
import { wordsOf } from '../types/docs.js';
import { NO_TYPE } from '../types/types.js';
import { readOptions } from './options.js';

/** The static members that hold lists, as the class above all reads them. */
const LISTS = [
  'remoteProperties',
  'remoteAttributes',
  'remoteEvents',
  'remoteMethods',
  'remoteSlots',
] as const;

/** One of a list, by name; its options where it has some. */
interface Entry {
  name: string;
  options: ReadonlyMap<string, Folded>;
  words: PropertyEvidence['words'];
}

export const remote: Dialect = {
  name: 'remote',
  read(context) {
    const properties = entriesOf('remoteProperties', context);
    const events = entriesOf('remoteEvents', context);
    return {
      properties: [...properties.map(propertyOf), ...events.flatMap(handlerOf)],
      events: [
        ...properties.flatMap((one) => callbackEvent(one, context)),
        ...events.map((one) => eventOf(one, context)),
      ],
      attributes: attributesOf(context),
      methods: entriesOf('remoteMethods', context).map(({ name, words }) => ({
        name,
        text: `${name}(...args: unknown[]): unknown`,
        words,
      })),
      slots: entriesOf('remoteSlots', context).map(({ name, words }) => ({ name, ...words })),
    } satisfies LayerEvidence;
  },
};

/** What a class lists under a name: the keys of an object, each with its options, or names alone. */
function entriesOf(list: (typeof LISTS)[number], context: LayerContext): Entry[] {
  const { layer, scope } = context;
  const value = staticValue(layer.node, list, layer.module);
  if (!value) return [];
  const written = tableEntries(arrowCalled(value)?.body ?? value, scope).map((entry): Entry => {
    const isHere = entry.module === layer.module;
    const words = isHere ? wordsOf(context.doc(entry.node)) : {};
    return {
      name: entry.name,
      options: optionsIn(entry.value),
      words: { ...words, at: context.at(isHere ? entry.node : layer.node) },
    };
  });
  if (written.length > 0) return written;
  const listed = foldStaticMember(layer.node, list, scope, 0) ?? null;
  const words = { at: context.at(layer.node) };
  if (isFoldedObject(listed))
    return [...listed.object].map(([name, value]) => ({ name, options: optionsIn(value), words }));
  return (Array.isArray(listed) ? listed : []).flatMap((name) =>
    typeof name === 'string' ? [{ name, options: NO_OPTIONS, words }] : [],
  );
}

const NO_OPTIONS: ReadonlyMap<string, Folded> = new Map();

const optionsIn = (value: Folded) => (isFoldedObject(value) ? value.object : NO_OPTIONS);

function propertyOf({ name, options, words }: Entry): PropertyEvidence {
  const typed = isCallback(name) && !options.has('type') ? CALLBACK : options;
  const { type, attribute, ...said } = readOptions(name, { object: new Map(typed) }, 'lower');
  const given = options.get('attribute');
  const isCarried = attribute && type?.text !== 'Function';
  const isFlag = type?.text === 'boolean';
  const initial = said.default ?? (isFlag ? 'false' : undefined);
  return {
    name,
    origin: 'declared',
    // What is not said is how its attribute is read, by default: it takes any value.
    type: typed.has('type') && type ? type : NO_TYPE,
    ...(initial === undefined ? {} : { default: initial }),
    attribute: isCarried
      ? {
          ...attribute,
          name: typeof given === 'string' ? given : hyphenated(name),
          ...(isFlag ? { falseTexts: ['false'] } : {}),
        }
      : false,
    writable: true,
    words,
  };
}

/** Properties that are handlers: `onPick`. */
const isCallback = (name: string) => name.startsWith('on');

const CALLBACK: ReadonlyMap<string, Folded> = new Map([['type', { reference: 'Function' }]]);

/** The event that a property stands for as well: `onPick` for `pick`, or by the name that its options say. */
function callbackEvent({ name, options, words }: Entry, context: LayerContext): ContractEvent[] {
  const given = options.get('event') ?? isCallback(name);
  const event =
    typeof given === 'string'
      ? given
      : given === true
        ? hyphenated(isCallback(name) ? name.slice(2) : name)
        : null;
  return event === null ? [] : [eventOf({ name: event, options: NO_OPTIONS, words }, context)];
}

function eventOf({ name, options, words }: Entry, context: LayerContext): ContractEvent {
  const { at, ...rest } = words;
  return offeredEvent(name, at ?? context.at(context.layer.node), {
    bubbles: options.get('bubbles') === true,
    composed: false,
    ...rest,
  });
}

/** The property that holds a handler of an event: `onpick`, or by the name that its options say. */
function handlerOf({ name, options, words }: Entry): PropertyEvidence[] {
  const given = options.get('property') ?? true;
  if (given === false) return [];
  return [
    {
      name: typeof given === 'string' ? given : `on${name}`,
      origin: 'declared',
      type: { text: 'Function | null', schema: null },
      attribute: false,
      writable: true,
      words,
    },
  ];
}

function attributesOf(context: LayerContext): AttributeSeen[] {
  const { layer, scope } = context;
  const listed = entriesOf('remoteAttributes', context).map(
    ({ name, words }): AttributeSeen => ({
      name,
      observed: true,
      reads: 'string',
      at: words.at ?? context.at(layer.node),
    }),
  );
  const slottable = listsAny(context) ? staticValue(layer.node, 'slottable', layer.module) : null;
  return slottable && fold(slottable, scope) === true
    ? [...listed, { name: 'slot', observed: true, reads: 'string', at: context.at(slottable) }]
    : listed;
}

/** Does a class of the chain list anything at all? What `slottable` says to other classes is their own affair. */
function listsAny({ chain }: LayerContext): boolean {
  return chain.layers.some(({ node, module }) =>
    LISTS.some((one) => staticValue(node, one, module) !== null),
  );
}

/** `tideLevel` as `tide-level`, a run of capitals as one word. */
function hyphenated(name: string): string {
  return name.replace(/([a-z])([A-Z])/g, '$1-$2').toLowerCase();
}
