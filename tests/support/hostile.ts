/** Contracts as an enemy would write them. */
import fc from 'fast-check';
import type { Component, TypeInfo } from '../../dist/core/contract/types.js';

const nasty = fc.oneof(
  fc.string({ unit: 'binary', maxLength: 12 }),
  fc.constantFrom(
    '__proto__',
    'constructor',
    'class',
    'ref',
    'key',
    'children',
    'style',
    'others',
    '*/',
    '</script>',
    "it's",
    '`${x}`',
    '../../x',
    'a b',
    '',
    'on',
    'props',
    '\ud800',
    'value',
    'Value',
  ),
);
const type: fc.Arbitrary<TypeInfo> = fc.oneof(
  fc.record({ text: nasty, schema: fc.constant(null) }),
  fc.record({ text: fc.constant('x'), schema: fc.record({ enum: fc.array(nasty, { maxLength: 3 }) }) }),
  fc.record({
    text: fc.constant('x'),
    schema: fc.record({
      type: fc.constant('object'),
      properties: fc.dictionary(nasty, fc.constant({ type: 'string' })),
    }),
  }),
);
const words = { description: nasty, deprecated: fc.oneof(fc.constant(true as const), nasty) };
const named = fc.array(fc.record({ name: nasty, ...words }), { maxLength: 3 });
/** A component whose every name and word may be anything. */
export const component: fc.Arbitrary<Component> = fc.record({
  tag: fc.oneof(
    { weight: 1, arbitrary: nasty },
    {
      weight: 4,
      arbitrary: fc.constantFrom('pier-sign', 'pier-sign2', 'font-face', 'a.b-c', '../../x', 'x-index'),
    },
  ),
  className: nasty,
  module: nasty,
  exportName: fc.constant(null),
  registers: fc.constant('on-import' as const),
  root: fc.constantFrom('open' as const, 'none' as const),
  extendsTag: fc.oneof(fc.constant(null), fc.constantFrom('button', 'a"b')),
  formAssociated: fc.boolean(),
  description: nasty,
  properties: fc.array(
    fc.record({
      name: nasty,
      type,
      readonly: fc.boolean(),
      required: fc.boolean(),
      attribute: fc.oneof(
        fc.constant(null),
        fc.record({
          name: nasty,
          reads: fc.constantFrom('string' as const, 'boolean' as const, 'json' as const),
          reflects: fc.boolean(),
        }),
      ),
      ...words,
    }),
    { maxLength: 4 },
  ),
  attributes: fc.array(
    fc.record({ name: nasty, reads: fc.constantFrom('string' as const, 'boolean' as const) }),
    { maxLength: 2 },
  ),
  events: fc.array(
    fc.record({
      name: nasty,
      detail: type,
      eventType: nasty,
      bubbles: fc.boolean(),
      composed: fc.boolean(),
      cancelable: fc.boolean(),
      origin: fc.constantFrom('element' as const, 'inside' as const),
      declared: fc.constant(true),
      dispatched: fc.constant(true),
      ...words,
    }),
    { maxLength: 3 },
  ),
  methods: fc.array(fc.record({ name: nasty, text: nasty, ...words }), { maxLength: 2 }),
  slots: named,
  cssParts: named,
  cssProperties: named,
  cssStates: named,
  pairs: fc.array(
    fc.record({ property: nasty, event: nasty, path: fc.oneof(nasty, fc.constant('detail.value')) }),
    { maxLength: 2 },
  ),
  notes: fc.constant([]),
});
