/** The views of `suvet survey`. */

import type { FlagReading } from '../../core/contract/flags.js';
import type {
  Component,
  Contract,
  ContractPackage,
  ContractProperty,
  ItemWords,
  Sign,
} from '../../core/contract/types.js';
import { itemCount } from '../../core/contract/types.js';
import type { Screen } from './screen.js';
import { count, table, wrap } from './table.js';

/** What an attribute does that is observed for the watchers of a property. */
const WATCHED = 'watched, sets nothing';

/** What attributes are for that an element does not observe. */
const UNOBSERVED = { code: 'read, not observed', styles: 'for its styles only' };

/** One line a component: how many items of each kind it offers. */
export function surveyView(contract: Contract, screen: Screen): string[] {
  const { components } = contract;
  if (components.length === 0) return ['No component is registered here.'];
  const head = [
    'tag',
    'properties',
    'attributes',
    'events',
    'slots',
    'methods',
    'styles',
    'registers',
    'root',
  ];
  const rows = components.map((one) => [
    one.tag,
    number(one.properties.length),
    number(one.attributes.length),
    number(one.events.length),
    number(one.slots.length),
    number(one.methods.length),
    number(one.cssParts.length + one.cssProperties.length + one.cssStates.length),
    one.typesOnly ? 'types only' : one.registers,
    one.root,
  ]);
  const right = { align: 'right' } as const;
  const lines = table([head, ...rows], [{}, right, right, right, right, right, right, {}, {}], screen.width);
  const items = components.reduce((sum, one) => sum + itemCount(one), 0);
  return [
    screen.strong(title(contract)),
    '',
    screen.faint(lines[0] ?? ''),
    ...lines.slice(1),
    '',
    `${count(components.length, 'component')}, ${count(items, 'item')}`,
  ];
}

function title({ package: from }: Contract): string {
  return from ? `Survey of ${named(from)}` : 'Survey';
}

const named = ({ name, version }: ContractPackage) => `${name} ${version}`;

function number(value: number): string {
  return value === 0 ? '-' : String(value);
}

/** One component in full, item by item. */
export function componentView(component: Component, screen: Screen): string[] {
  const lines = [
    screen.strong(component.tag),
    ...(component.summary ? wrap(component.summary, screen.width) : []),
    '',
    ...facts(component),
    '',
  ];
  const group = (name: string, rows: string[][]) => {
    if (rows.length === 0) return;
    // A column that is empty in the whole group would only be a gap.
    const kept = [0, 1, 2, 3].filter((index) => index === 0 || rows.some((row) => row[index]));
    const columns = kept.map((index) => (index === 3 ? { flexible: true } : {}));
    const cells = rows.map((row) => kept.map((index) => row[index] ?? ''));
    lines.push(screen.strong(name), ...table(cells, columns, screen.width, '  '), '');
  };
  group(
    'Properties',
    component.properties.map((one) => [
      one.name,
      shorten(one.type.text),
      attributeOf(one, component),
      words(one),
    ]),
  );
  group('Attributes', [
    ...component.attributes.map((one) =>
      one.watched
        ? [one.name, '', WATCHED, words(one)]
        : [one.name, [one.reads, ...flagWords(one)].join(', '), '', words(one)],
    ),
    ...(component.unobserved ?? []).map(({ name, by }) => [name, '', UNOBSERVED[by], '']),
  ]);
  group(
    'Events',
    component.events.map((one) => [one.name, shorten(one.detail.text), flags(one), words(one)]),
  );
  group(
    'Methods',
    component.methods.map((one) => [shorten(one.text, 60), '', '', words(one)]),
  );
  group('Slots', [
    ...component.slots.map((one) => [one.name || '(default)', '', '', words(one)]),
    ...(component.slotPatterns ?? []).map((name) => [name, '', 'named as it renders', '']),
  ]);
  group(
    'CSS parts',
    component.cssParts.map((one) => [one.name, '', '', words(one)]),
  );
  group(
    'CSS custom properties',
    component.cssProperties.map((one) => [one.name, one.default ?? '', '', words(one)]),
  );
  group(
    'CSS states',
    component.cssStates.map((one) => [one.name, '', '', words(one)]),
  );
  group(
    'Two-way',
    component.pairs.map((one) => [one.property, one.event, one.path, '']),
  );
  if (component.notes.length > 0) {
    lines.push(
      screen.strong('Notes'),
      ...component.notes.flatMap((note) =>
        wrap(`${note.message}${note.at ? ` (${note.at})` : ''}`, screen.width - 2).map((line) => `  ${line}`),
      ),
      '',
    );
  }
  return lines;
}

function facts(component: Component): string[] {
  const rows = [
    [
      'class',
      `${component.className ?? 'without a name'}${component.exportName ? `, exported as ${component.exportName}` : ''}`,
    ],
    ['module', moduleOf(component)],
    ...(component.package ? [['package', named(component.package)]] : []),
    ...(component.heldBy ? [['held by', named(component.heldBy)]] : []),
    ['root', component.root === 'none' ? 'none: renders into the page itself' : component.root],
    ...(component.extendsTag ? [['extends', component.extendsTag]] : []),
    ...(component.formAssociated ? [['form', 'takes part in forms']] : []),
    ...(component.delegatesFocus ? [['focus', 'handed on to what is inside']] : []),
    ...signs('import', 'touches', component.server?.importTouches),
    ...signs('made', 'reads', component.server?.constructorReads),
    ...(component.at ? [['at', component.at]] : []),
  ];
  return table(rows, [{}, {}], 1000);
}

/** One row for what importing the module touches, or making the element reads. */
function signs(when: string, what: string, list: readonly Sign[] = []): string[][] {
  return list.length === 0
    ? []
    : [[when, `${what} ${list.map((one) => `${one.name} (${one.at})`).join(', ')}`]];
}

function words(item: ItemWords): string {
  const deprecated = item.deprecated
    ? `Deprecated${item.deprecated === true ? '. ' : `: ${item.deprecated} `}`
    : '';
  const from = item.inheritedFrom ? ` (from ${item.inheritedFrom})` : '';
  return `${deprecated}${item.description ?? ''}${from}`
    .replaceAll(/\s*\n\s*/g, '\n')
    .replaceAll(/[^\S\n]+/g, ' ')
    .trim();
}

function flags(event: Component['events'][number]): string {
  const set = [
    event.bubbles && 'bubbles',
    event.composed && 'composed',
    event.cancelable && 'cancelable',
    event.origin === 'inside' && 'from inside',
  ];
  return set.filter((one) => one !== false).join(', ') || 'stays on the element';
}

function shorten(text: string, most = 40): string {
  return text.length > most ? `${text.slice(0, most - 3)}...` : text;
}

/** Paths in a few words: many that are called alike, or stand in one folder, together. */
export function pathsInShort(paths: readonly string[]): string {
  const lastOf = (path: string) => path.slice(path.lastIndexOf('/') + 1);
  const folderOf = (path: string) => path.slice(0, path.lastIndexOf('/') + 1);
  const groups: string[] = [];
  let rest = paths;
  for (const [wordOf, words] of [
    [lastOf, 'named'],
    [folderOf, 'in'],
  ] as const) {
    const counts = new Map<string, number>();
    for (const one of rest) counts.set(wordOf(one), (counts.get(wordOf(one)) ?? 0) + 1);
    const large = new Map([...counts].filter(([word, count]) => word !== '' && count > MOST_ALIKE));
    rest = rest.filter((one) => !large.has(wordOf(one)));
    groups.push(...[...large].map(([word, count]) => `${count} ${words} ${word}`));
  }
  const all = [...rest, ...groups];
  const more = all.length - MOST_PATHS;
  return more > 1 ? `${all.slice(0, MOST_PATHS).join(', ')} and ${more} more` : all.join(', ');
}

const MOST_ALIKE = 3;
const MOST_PATHS = 12;

/** The attribute that drives a property, or why there is none. */
function attributeOf({ attribute, readonly }: ContractProperty, { typesOnly }: Component): string {
  if (attribute) {
    const { name, reads, reflects } = attribute;
    return `${name} (${[reads, ...flagWords(attribute), ...(reflects ? ['reflects'] : [])].join(', ')})`;
  }
  if (readonly) return 'read only';
  return typesOnly ? 'attribute unknown' : 'no attribute';
}

/** How an attribute that is read as true or false differs from one that is read by presence. */
function flagWords({ falseTexts = [], trueTexts = [], absentIsTrue }: FlagReading): string[] {
  const quoted = (texts: readonly string[]) => texts.map((text) => `"${text}"`).join(' or ');
  return [
    ...(falseTexts.length > 0 ? [`${quoted(falseTexts)} is off`] : []),
    ...(trueTexts.length > 0 ? [`only ${quoted(trueTexts)} is on`] : []),
    ...(absentIsTrue ? ['on when absent'] : []),
  ];
}

function moduleOf({ module, unexported, typesOnly, registers, registeredBy }: Component): string {
  if (typesOnly) return `${module}, types only`;
  const call = registeredBy ? `: ${registeredBy}()` : '';
  return `${module}${unexported ? ' (not exported)' : ''}, registers ${registers}${call}`;
}
