/** Contract -> builders in PHP that print tags. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { PHP_WORDS, phpString } from '../../emit/languages.js';
import { camelCase, freeName } from '../../emit/names.js';
import type { MarkupItem, MarkupSurface } from '../wrapping/markup.js';
import { BINDER_MODULE, BINDER_TEXT, markupSurfacesOf } from '../wrapping/markup.js';
import type { WrappedFile, WrapRequest } from '../wrapping/types.js';
import { deprecation } from '../wrapping/writing.js';
import { MARKUP_TEXT, PAGE_TEXT, TAG_TEXT } from './runtime.js';

const CLASSES = ['Markup', 'Page', 'Tag', 'InvalidArgumentException', 'stdClass', ...PHP_WORDS];

/** Methods that every builder has; PHP does not tell case apart, and lets methods have any name. */
const METHODS =
  'attribute puttext putnumber putpresence putjson putproperty putfunction putevent putslot put markup written escaped json ' +
  'quoted numeral __construct';

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = markupSurfacesOf(components, request, CLASSES);
  const name = request.namespace.replace(/^[^A-Za-z]+/, '');
  const named = name.charAt(0).toUpperCase() + name.slice(1);
  const namespace = name === '' || PHP_WORDS.has(name.toLowerCase()) ? 'Elements' : named;
  const file = (className: string, body: string) => ({
    name: `${className}.php`,
    text: `\ndeclare(strict_types=1);\n\nnamespace ${namespace};\n\n${body}`,
  });
  return [
    ...surfaces.map((one) => file(one.name, builderText(one))),
    file('Tag', TAG_TEXT),
    file('Markup', MARKUP_TEXT),
    file('Page', PAGE_TEXT),
    { name: `${BINDER_MODULE}.js`, text: BINDER_TEXT },
  ];
}

function builderText(surface: MarkupSurface): string {
  const { component, tag, name, items, events, slots } = surface;
  const code = new CodeWriter(4);
  code.doc(component.description ?? component.summary ?? `Prints ${tag}.`, deprecation(component.deprecated));
  const names = new Set(METHODS.split(' '));
  const free = (wanted: string) => {
    const lower = freeName(wanted.toLowerCase(), names);
    return wanted + lower.slice(wanted.length);
  };
  code.line(`final class ${name} extends Tag`);
  code.block('{', '}', () => {
    code.line('public function __construct()');
    const base = component.extendsTag === null ? 'null' : phpString(component.extendsTag);
    const module = surface.module === null ? 'null' : phpString(surface.module);
    code.block('{', '}', () => code.line(`parent::__construct(${phpString(tag)}, ${base}, ${module});`));
    const method = (head: string, call: string) => {
      code.line(`public function ${head}: static`);
      code.block('{', '}', () => code.line(`return $this->${call};`));
    };
    for (const [at, one] of items.entries()) {
      code.line();
      const choices = one.choices ? `@param ${one.choices.map(phpString).join('|')}|null $value` : undefined;
      const named =
        one.way === 'function' ? 'Takes the name of a function, as the page registers it.' : undefined;
      code.doc(one.item.description, named, choices, deprecation(one.item.deprecated));
      method(`${free(camelCase(one.name))}(${typeOf(one)} $value)`, callFor(one, at));
    }
    for (const [at, { event, item }] of events.entries()) {
      code.line();
      code.doc(
        `Names the handler for ${event}, as the page registers it.`,
        item.description,
        deprecation(item.deprecated),
      );
      method(
        `${free(camelCase(`on-${event}`))}(?string $handler)`,
        `putEvent(${at}, ${phpString(event)}, $handler)`,
      );
    }
    for (const [at, { slot, item }] of slots.entries()) {
      code.line();
      code.doc(
        item.description ?? (slot === '' ? 'Fills the default slot.' : `Fills the slot ${slot}.`),
        deprecation(item.deprecated),
      );
      const head = `${free(slot === '' ? 'content' : camelCase(slot))}(string|Tag ...$content)`;
      method(head, `putSlot(${at}, ${phpString(slot)}, $content)`);
    }
  });
  return code.toString();
}

/** Methods that write attributes; a function never is one. */
const ATTRIBUTES: Readonly<Record<MarkupItem['value'], string>> = {
  text: 'putText',
  number: 'putNumber',
  boolean: 'putPresence',
  word: 'putJson',
  json: 'putJson',
  function: 'putFunction',
};

function callFor({ way, value, target }: MarkupItem, at: number): string {
  const ways = { property: 'putProperty', function: 'putFunction', attribute: ATTRIBUTES[value] };
  return `${ways[way]}(${at}, ${phpString(target)}, $value)`;
}

function typeOf({ value, type }: MarkupItem): string {
  if (value === 'text' || value === 'function') return '?string';
  if (value === 'number') return 'int|float|null';
  if (value === 'boolean' || value === 'word') return '?bool';
  return type.schema?.type === 'array'
    ? '?array'
    : type.schema?.type === 'object'
      ? 'array|\\stdClass|null'
      : 'mixed';
}
