/**
 * Elements without a class of their own: made by a call that is handed a description (`define({ tag: 'a-b', ... })`,
 * `helper({ is: 'a-b', properties: { ... } })`) or a function and a table (`wrap(view, { size: { type: Number } })`,
 * `view.props = { ... }`).
 */

import { isElementName } from '../../contract/tags.js';
import type { ContractEvent } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type {
  AttributeSeen,
  Dialect,
  LayerContext,
  MethodEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { callableOf, writtenMember, writtenObject } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { isFunction, unwrap } from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import { topLevelValue } from '../folding/named.js';
import { tableEntries } from '../folding/tables.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { isInnerName } from '../types/docs.js';
import { propertyNamed, propertyStarting } from './built-properties.js';
import { exposedBy } from './exposed.js';
import { attributeCaseOf, isOptions, namedTypes, readOptions } from './options.js';

interface Part {
  node: Ast.Node;
  scope: Scope;
}

interface Found {
  properties: PropertyEvidence[];
  attributes: AttributeSeen[];
  events: ContractEvent[];
  methods: MethodEvidence[];
  /** What was read already: behaviours stand in the lists of others again and again. */
  seen: Set<Ast.Node>;
}

export const built: Dialect = {
  name: 'built',
  read(context) {
    const { built: call } = context.layer;
    const found: Found = { properties: [], attributes: [], events: [], methods: [], seen: new Set() };
    if (call?.node.type !== 'CallExpression') {
      readBase(context, found);
      return { properties: found.properties, attributes: found.attributes, events: found.events };
    }
    const isTagged = call.node.arguments.some((one) => isElementName(asString(fold(one, call.scope)) ?? ''));
    let isOpen = true;
    for (const node of call.node.arguments) {
      const argument = { node, scope: call.scope };
      if (isTagged && readDefaults(argument, found, context)) continue;
      readArgument(argument, found, context, 0);
      if (refusesRoot(fold(node, call.scope)) || rendersLight(node)) isOpen = false;
    }
    const { properties, attributes, events, methods } = found;
    return { properties, attributes, events, methods, root: isOpen ? 'open' : 'none' };
  },
};

/** `define({ tag: "a-b", content: () => view })`: what `render` puts into a root, this puts into the element itself. */
function rendersLight(description: Ast.Node): boolean {
  const given = entryOf(unwrap(description), 'content');
  return given !== null && isFunction(unwrap(given)) && entryOf(unwrap(description), 'render') === null;
}

/** `make(view, { shadowRoot: false })` */
function refusesRoot(options: Folded): boolean {
  return isFoldedObject(options) && ['shadowRoot', 'shadow'].some((key) => options.object.get(key) === false);
}

/**
 * A class above that a function makes of a description: `class A extends make({ props: { size: 1 } })`. Whose function
 * that is matters for tables, but `observedAttributes` can only be what it says.
 */
function readBase(context: LayerContext, found: Found): void {
  const { layer, scope, chain } = context;
  const above = layer.node.superClass ? unwrap(layer.node.superClass) : null;
  if (above?.type !== 'CallExpression') return;
  const made = callableOf(above.callee, scope);
  const attributeCase = attributeCaseOf(chain);
  for (const argument of above.arguments) {
    const description = unwrap(argument);
    const named = description.type === 'Identifier' ? topLevelValue(description.name, scope) : null;
    const list = named ?? { node: description, scope };
    if (isBehaviors(unwrap(list.node), list.scope)) readArgument(list, found, context, 1);
    if (description.type !== 'ObjectExpression') continue;
    for (const one of description.properties) {
      const name = one.type === 'Property' ? keyName(one.key, one.computed, (key) => fold(key, scope)) : null;
      if (one.type !== 'Property' || name === null) continue;
      if (name === 'observedAttributes') readKey(name, one.value, scope, found, context);
      if (!made) continue;
      if (TABLE_KEYS.includes(name)) readTable(one.value, scope, found, context, attributeCase);
      else if (EVENT_KEYS.includes(name)) readKey(name, one.value, scope, found, context);
    }
  }
}

/** A list of objects that describe what a class is to have besides, one of them at least with a table of properties. */
function isBehaviors(list: Ast.Node, scope: Scope, depth = 0): boolean {
  return (
    list.type === 'ArrayExpression' &&
    depth < DEEPEST &&
    list.elements.some((one) => {
      const given = one?.type === 'Identifier' ? topLevelValue(one.name, scope) : one && { node: one, scope };
      if (!given) return false;
      const node = unwrap(given.node);
      return entryOf(node, 'properties') !== null || isBehaviors(node, given.scope, depth + 1);
    })
  );
}

const DEEPEST = 20;
const TABLE_KEYS = ['properties', 'props', 'attrs'];
const LIST_KEYS = ['observedAttributes', 'attributes'];
const EVENT_KEYS = ['emits', 'events'];
/** Keys of a description that are no members, whoever reads it. */
const OTHER_KEYS = new Set(
  (
    'tag tagName is name render content template styles style css extends mixins behaviors setup data computed watch methods ' +
    'created ready attached detached attributeChanged connected disconnected hostAttributes observers listeners ' +
    'components directives shadow shadowOptions formAssociated init beforeCreate mounted unmounted _template ' +
    'beforeMount beforeUpdate updated beforeUnmount activated deactivated errorCaptured provide inject expose ' +
    'inheritAttrs beforeDestroy destroyed serverPrefetch'
  ).split(' '),
);

/** Keys by which an object describes an element, as against one that names its members. */
const DESCRIBING = new Set([
  ...TABLE_KEYS,
  ...LIST_KEYS,
  ...EVENT_KEYS,
  ...'tag tagName is render template styles extends mixins behaviors setup computed methods shadow formAssociated'.split(
    ' ',
  ),
]);

function readArgument({ node, scope }: Part, found: Found, context: LayerContext, depth: number): void {
  const inner = unwrap(node);
  if (depth > DEEPEST || found.seen.has(inner)) return;
  found.seen.add(inner);
  if (inner.type === 'ObjectExpression') {
    readDescription(inner, scope, found, context, depth);
    return;
  }
  if (inner.type === 'ArrayExpression') {
    for (const one of inner.elements)
      if (one && one.type !== 'SpreadElement' && unwrap(one).type !== 'Literal')
        readArgument({ node: one, scope }, found, context, depth + 1);
    return;
  }
  if (inner.type === 'CallExpression') {
    for (const one of inner.arguments) readArgument({ node: one, scope }, found, context, depth + 1);
    return;
  }
  if (inner.type === 'MemberExpression') {
    const held = heldIn(inner, scope);
    if (held) readArgument(held, found, context, depth + 1);
    return;
  }
  if (inner.type !== 'Identifier') return;
  const bound = scope.bindings?.get(inner.name);
  if (bound) {
    readArgument(bound, found, context, depth + 1);
    return;
  }
  readAssigned(inner.name, scope, found, context);
  const given = topLevelValue(inner.name, scope);
  if (given && !isFunction(unwrap(given.node))) readArgument(given, found, context, depth + 1);
}

/** What an object that is written out holds: `entry.view` of `const entry = { view: { props: ... } }`. */
function heldIn(node: Ast.MemberExpression, scope: Scope): Part | null {
  const { object, property, computed } = node;
  const written = computed || property.type !== 'Identifier' ? null : writtenObject(object, scope);
  return written && property.type === 'Identifier' ? writtenMember(written, property.name) : null;
}

/** `view.props = { ... }` and `view.observedAttributes = [...]`, where `view` is the function that renders. */
function readAssigned(name: string, scope: Scope, found: Found, context: LayerContext): void {
  for (const statement of scope.module.program.body) {
    if (statement.type !== 'ExpressionStatement' || statement.expression.type !== 'AssignmentExpression')
      continue;
    const { left, right } = statement.expression;
    if (left.type !== 'MemberExpression' || left.object.type !== 'Identifier' || left.object.name !== name)
      continue;
    if (left.property.type === 'Identifier') readKey(left.property.name, right, scope, found, context);
  }
}

/**
 * A table of what members start with, beside a tag: `make('a-b', { size: 1, rows: null, on: { value: false, attribute: 'is-on'
 * } }, view)`; false for any other.
 */
function readDefaults({ node, scope }: Part, found: Found, context: LayerContext): boolean {
  const entries = tableEntries(node, scope);
  const isStart = (value: Folded) => !isOptions(value) || value.object.has('value');
  if (entries.length === 0 || !entries.every(({ name, value }) => !DESCRIBING.has(name) && isStart(value)))
    return false;
  for (const { name, value, node: entry } of entries) {
    const options = isOptions(value) ? value.object : new Map<string, Folded>();
    const start = options.has('value') ? options.get('value') : value;
    const own = propertyStarting(name, entry.value, scope, context, entry);
    found.properties.push({
      ...own,
      attribute: {
        name: asString(options.get('attribute') ?? null) ?? kebabCase(name),
        reads: typeof start === 'string' ? 'string' : 'json',
        reflects: options.get('reflect') === true,
      },
    });
  }
  return true;
}

function readDescription(
  node: Ast.ObjectExpression,
  scope: Scope,
  found: Found,
  context: LayerContext,
  depth: number,
): void {
  const entries = node.properties.flatMap((one) => {
    if (one.type !== 'Property') return [];
    const name = keyName(one.key, one.computed, (key) => fold(key, scope));
    return name === null ? [] : [{ name, entry: one }];
  });
  const keys = new Set(entries.map(({ name }) => name));
  const isTable =
    entries.length > 0 &&
    entries.every(({ entry }) => {
      const value = fold(entry.value, scope);
      return isOptions(value) || (isFoldedObject(value) && value.object.size === 0);
    });
  if (isTable) {
    readTable(node, scope, found, context, 'lower');
    return;
  }
  for (const { name, entry } of entries) {
    readKey(name, entry.value, scope, found, context);
    if (name === 'setup' && isFunction(entry.value)) {
      const { methods, properties } = exposedBy(entry.value, scope);
      found.methods.push(...methods);
      found.properties.push(...properties);
    }
    if (name === 'behaviors' || name === 'mixins' || name === 'extends')
      readArgument({ node: entry.value, scope }, found, context, depth + 1);
  }
  const hasTable = [...TABLE_KEYS, 'setup', 'data'].some((key) => keys.has(key));
  const isDescribed = ['tag', 'is'].some((key) => keys.has(key));
  for (const { name, entry } of entries) {
    // Beside a tag, a name is a member like any other.
    if (OTHER_KEYS.has(name) && !(name === 'name' && keys.has('tag'))) continue;
    if (isInnerName(name) || TABLE_KEYS.includes(name)) continue;
    if (LIST_KEYS.includes(name) || EVENT_KEYS.includes(name)) continue;
    const value = unwrap(entry.value);
    if (isFunction(value) && (hasTable || depth > 0)) {
      if (value.type !== 'ArrowFunctionExpression')
        found.methods.push({ name, text: `${name}(): unknown`, words: { at: context.at(entry) } });
    } else if (isDescribed && !hasTable)
      found.properties.push(propertyStarting(name, value, scope, context, entry));
  }
}

function readKey(name: string, value: Ast.Node, scope: Scope, found: Found, context: LayerContext): void {
  if (TABLE_KEYS.includes(name)) {
    const list = fold(value, scope);
    if (Array.isArray(list)) {
      for (const one of list)
        if (typeof one === 'string') found.properties.push(propertyNamed(one, undefined, context, value));
    } else readTable(value, scope, found, context, 'kebab');
  }
  const list = LIST_KEYS.includes(name) || EVENT_KEYS.includes(name) ? fold(value, scope) : null;
  const names = Array.isArray(list) ? list : isFoldedObject(list) ? [...list.object.keys()] : [];
  for (const one of names) {
    const text = asString(one);
    if (text === null) continue;
    if (LIST_KEYS.includes(name))
      found.attributes.push({ name: text, observed: true, at: context.at(value) });
    else if (!text.startsWith('update:'))
      found.events.push(offeredEvent(name === 'events' ? eventOfHandler(text) : text, context.at(value)));
  }
}

/** The event that a view tells of by calling a handler it is given: `change` of `onChange`. */
function eventOfHandler(name: string): string {
  return /^on[A-Z]/.test(name) ? name.slice(2).toLowerCase() : name;
}

function readTable(
  node: Ast.Node,
  scope: Scope,
  found: Found,
  context: LayerContext,
  attributeCase: 'kebab' | 'lower',
): void {
  const entries = tableEntries(node, scope);
  const types = namedTypes(entries.map((one) => one.value));
  for (const [index, { name, value: given, node: entry }] of entries.entries()) {
    const value = types?.[index] ?? given;
    const read = readOptions(name, value, attributeCase);
    found.properties.push({
      ...propertyNamed(name, value, context, entry),
      attribute: read.attribute,
      readonly: read.readonly,
      writable: !read.readonly,
    });
    if (read.notifies) found.events.push(offeredEvent(`${kebabCase(name)}-changed`, context.at(entry)));
  }
}
