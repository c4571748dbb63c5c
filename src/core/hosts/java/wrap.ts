/** Contract -> builders in Java that print tags. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { asciiJava, JAVA_WORDS, javaComment, javaString } from '../../emit/languages.js';
import { camelCase, freeName } from '../../emit/names.js';
import type { MarkupItem, MarkupSurface } from '../wrapping/markup.js';
import { BINDER_MODULE, BINDER_TEXT, markupSurfacesOf } from '../wrapping/markup.js';
import type { WrappedFile, WrapRequest } from '../wrapping/types.js';
import { MARKUP_TEXT, PAGE_TEXT, TAG_TEXT } from './runtime.js';

/** Class names that generated code uses. */
const CLASSES =
  'Markup Page Tag Object String List Map Set Integer Override Number Boolean Double Enum Record Pattern';

/** Methods that every builder has, and those of all objects. */
const METHODS =
  'attribute text number present json property function event slot markup self put written escaped isLone inOrder quoted ' +
  'numeral toString hashCode equals getClass notify notifyAll wait clone finalize';

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = markupSurfacesOf(components, request, CLASSES.split(' '));
  const name = request.namespace.toLowerCase().replace(/^[^a-z]+/, '');
  const packageName = name === '' || JAVA_WORDS.has(name) || /^javax?$/.test(name) ? 'elements' : name;
  const file = (className: string, body: string) => ({
    name: `${className}.java`,
    text: asciiJava(`package ${packageName};\n\n${body}`),
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
  const code = new CodeWriter();
  const uses = (type: string) => items.some((one) => new RegExp(`\\b${type}<`).test(typeOf(one)));
  if (uses('List')) code.line('import java.util.List;');
  if (uses('Map')) code.line('import java.util.Map;');
  code.line();
  doc(code, component.description ?? component.summary ?? `Prints ${tag}.`, component.deprecated);
  code.block(`public final class ${name} extends Tag<${name}> {`, '}', () => {
    const names = new Set([...METHODS.split(' '), ...JAVA_WORDS]);
    const types = new Set([...CLASSES.split(' '), name]);
    code.line('/** The element without anything. */');
    code.block(`public ${name}() {`, '}', () => {
      const base = component.extendsTag === null ? 'null' : javaString(component.extendsTag);
      const module = surface.module === null ? 'null' : javaString(surface.module);
      code.line(`super(${javaString(tag)}, ${base}, ${module});`);
    });
    code.line();
    code.line('@Override');
    code.block(`${name} self() {`, '}', () => code.line('return this;'));
    for (const [at, one] of items.entries()) {
      const method = freeName(camelCase(one.name), names);
      const choice = one.choices ? freeName(pascal(method), types) : null;
      code.line();
      if (choice && one.choices) writeChoices(code, choice, one, one.choices);
      const words = one.item.description ?? `Sets ${one.name}.`;
      const named = one.way === 'function' ? ' Takes the name of a function, as the page registers it.' : '';
      doc(code, words + named, one.item.deprecated);
      code.block(`public ${name} ${method}(${choice ?? typeOf(one)} value) {`, '}', () =>
        code.line(`return ${callFor(one, at, choice)};`),
      );
    }
    for (const [at, { event, item }] of events.entries()) {
      const method = freeName(camelCase(`on-${event}`), names);
      code.line();
      doc(
        code,
        `Names the handler for ${event}, as the page registers it. ${item.description ?? ''}`,
        item.deprecated,
      );
      code.block(`public ${name} ${method}(String handler) {`, '}', () =>
        code.line(`return event(${at}, ${javaString(event)}, handler);`),
      );
    }
    for (const [at, { slot, item }] of slots.entries()) {
      const method = freeName(slot === '' ? 'content' : camelCase(slot), names);
      code.line();
      doc(
        code,
        item.description ?? `Fills the ${slot === '' ? 'default slot' : `slot ${slot}`}: texts and builders.`,
        item.deprecated,
      );
      code.block(`public ${name} ${method}(Object... content) {`, '}', () =>
        code.line(`return slot(${at}, ${javaString(slot)}, content);`),
      );
    }
  });
  return code.toString();
}

const pascal = (name: string) => name.charAt(0).toUpperCase() + name.slice(1);

function writeChoices(code: CodeWriter, name: string, item: MarkupItem, choices: readonly string[]): void {
  const taken = new Set<string>();
  doc(code, `What ${item.name} can be.`, undefined);
  code.block(`public enum ${name} {`, '}', () => {
    for (const [at, choice] of choices.entries()) {
      const constant = camelCase(choice)
        .replaceAll(/([a-z0-9])([A-Z])/g, '$1_$2')
        .toUpperCase();
      code.line(
        `${freeName(constant, taken)}(${javaString(choice)})${at === choices.length - 1 ? ';' : ','}`,
      );
    }
    code.line();
    code.line('private final String text;');
    code.line();
    code.block(`${name}(String text) {`, '}', () => code.line('this.text = text;'));
    code.line();
    code.line('@Override');
    code.block('public String toString() {', '}', () => code.line('return text;'));
  });
  code.line();
}

/** Methods that write attributes; a function never is one. */
const ATTRIBUTES: Readonly<Record<MarkupItem['value'], string>> = {
  text: 'text',
  number: 'number',
  boolean: 'present',
  word: 'json',
  json: 'json',
  function: 'function',
};

function callFor({ way, value, target }: MarkupItem, at: number, choice: string | null): string {
  const given = choice ? 'value == null ? null : value.toString()' : 'value';
  const method = way === 'attribute' ? ATTRIBUTES[value] : way;
  return `${method}(${at}, ${javaString(target)}, ${given})`;
}

function typeOf({ value, type }: MarkupItem): string {
  if (value === 'text' || value === 'function') return 'String';
  if (value === 'number') return 'double';
  if (value === 'boolean' || value === 'word') return 'boolean';
  if (type.schema?.type === 'array' || (type.schema === null && /\[\]$/.test(type.text))) return 'List<?>';
  return type.schema?.type === 'object' ? 'Map<String, ?>' : 'Object';
}

/** A documentation comment without markup or tags of its own, and the annotation that goes with deprecation. */
function doc(code: CodeWriter, words: string, deprecated: string | true | undefined): void {
  const reason = deprecated === true ? 'see its documentation.' : deprecated;
  code.doc(
    javaComment(words.replaceAll('@', '(at)').replaceAll('&', 'and').replaceAll(/[<>]/g, "'")),
    reason === undefined ? undefined : `@deprecated ${javaComment(reason.replaceAll('@', '(at)'))}`,
  );
  if (reason !== undefined) code.line('@Deprecated');
}
