/** Pairs: which property and event make a two-way value, and where the new value stands. */
import { expect, test } from 'vitest';
import { componentIn } from '../support/memory.js';

type Row = [properties: string, events: string, pairs: string[]];

test.each<Row>([
  ['value', 'input', ['value input target.value']],
  ['value', 'change', ['value change target.value']],
  ['value', 'change input', ['value input target.value']],
  ['checked', 'change', ['checked change target.checked']],
  ['selected', 'change', ['selected change target.selected']],
  ['open', 'toggle', ['open toggle target.open']],
  [
    'currentTime volume muted',
    'timeupdate volumechange',
    [
      'currentTime timeupdate target.currentTime',
      'volume volumechange target.volume',
      'muted volumechange target.muted',
    ],
  ],
  ['volume', 'timeupdate', []],
  ['value checked', 'input change', ['checked change target.checked']],
  [
    'value checked',
    'valueChange change',
    ['value valueChange target.value', 'checked change target.checked'],
  ],
  ['deck', 'deck-change', ['deck deck-change target.deck']],
  ['deck', 'deck-changed', ['deck deck-changed target.deck']],
  ['deck', 'deckChange', ['deck deckChange target.deck']],
  ['maxRows', 'max-rows-change', ['maxRows max-rows-change target.maxRows']],
  ['deck', 'deck-change:{ deck }', ['deck deck-change detail.deck']],
  ['deck', 'deck-change:{ value }', ['deck deck-change detail.value']],
  ['deck', 'berth-change', []],
  ['deck', 'change', []],
  ['!value', 'input', []],
  ['value deck', 'input deck-change', ['value input target.value', 'deck deck-change target.deck']],
])('%s with %s', (properties, events, pairs) => {
  const members = properties
    .split(' ')
    .map((name) => (name.startsWith('!') ? `get ${name.slice(1)}() { return '' }` : `${name} = '';`));
  const sent = events.split(' ').length === 1 || !events.includes(':') ? events : events.replaceAll(' ', '');
  const dispatched = (sent.includes(':') ? [sent] : sent.split(' ')).map((event) => {
    const [name, detail] = event.replaceAll(' ', '').split(':');
    return `this.dispatchEvent(new CustomEvent('${name}', { bubbles: true${detail ? `, detail: ${detail.replace('{', '{ ').replace('}', ': 1 }')}` : ''} }));`;
  });
  const component = componentIn(
    `class Pier extends HTMLElement { ${members.join(' ')} go() { ${dispatched.join(' ')} } } customElements.define('pier-a', Pier);`,
  );
  expect(component.pairs.map((one) => `${one.property} ${one.event} ${one.path}`)).toEqual(pairs);
});
