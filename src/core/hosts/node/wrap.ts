/** Contract -> typed functions that print tags, for servers in Node.js. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { camelCase, freeName } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import { orUndefined, propertyKey, typeScriptOf } from '../../emit/typescript.js';
import type { MarkupItem, MarkupSurface } from '../wrapping/markup.js';
import { BINDER_MODULE, BINDER_TEXT, markupSurfacesOf, writtenAs } from '../wrapping/markup.js';
import type { WrappedFile, WrapRequest } from '../wrapping/types.js';
import { deprecation, indexFile } from '../wrapping/writing.js';
import { RUNTIME_TEXT } from './runtime.js';

const RUNTIME_MODULE = 'markup';

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const modules = new Set([RUNTIME_MODULE, BINDER_MODULE, 'index']);
  const surfaces = markupSurfacesOf(components, request, ['Markup', 'Page']).map((surface) => ({
    surface,
    module: freeName(surface.tag, modules),
  }));
  return [
    ...surfaces.map((one) => ({
      name: `${one.module}.ts`,
      text: builderText(one.surface),
    })),
    { name: `${RUNTIME_MODULE}.ts`, text: RUNTIME_TEXT },
    { name: `${BINDER_MODULE}.js`, text: BINDER_TEXT },
    indexFile([...surfaces.map((one) => one.module), RUNTIME_MODULE]),
  ];
}

function builderText(surface: MarkupSurface): string {
  const { component, tag, name, items, events, slots } = surface;
  const code = new CodeWriter();
  const content = slots.length > 0 ? 'type Content, ' : '';
  code.line(`import { ${content}type Markup, printed } from './${RUNTIME_MODULE}.js';`);
  code.line();
  const names = new Set(['attributes', 'children']);
  const values = items.map((item) => ({ item, name: freeName(camelCase(item.name), names) }));
  const handlers = events.map((one) => ({ ...one, name: freeName(camelCase(`on-${one.event}`), names) }));
  const contents = slots.map((one) => ({
    ...one,
    name: one.slot === '' ? 'children' : freeName(camelCase(one.slot), names),
  }));
  code.block(`export interface ${name}Values {`, '}', () => {
    for (const { item, name: key } of values) {
      const named = item.way === 'function' ? 'Name of a function, as the page registers it.' : undefined;
      code.doc(item.item.description, named, deprecation(item.item.deprecated));
      code.line(`${propertyKey(key)}?: ${orUndefined(typeOf(item))};`);
    }
    for (const { event, name: key, item } of handlers) {
      code.doc(`Name of the handler for ${event}, as the page registers it.`, item.description);
      code.line(`${propertyKey(key)}?: string | undefined;`);
    }
    for (const { slot, name: key, item } of contents) {
      code.doc(item.description ?? (slot === '' ? 'Content of the default slot.' : undefined));
      code.line(`${propertyKey(key)}?: Content | undefined;`);
    }
    code.doc('Other attributes: id, class, data-* and the like.');
    code.line('attributes?: Readonly<Record<string, string>> | undefined;');
  });
  code.line();
  code.doc(component.description ?? component.summary ?? `Prints ${tag}.`, deprecation(component.deprecated));
  const func = camelCase(name);
  code.block(`export function ${func}(values: ${name}Values = {}): Markup {`, '}', () => {
    code.block('return printed({', '});', () => {
      code.line(`tag: ${stringLiteral(tag)},`);
      if (component.extendsTag !== null) code.line(`base: ${stringLiteral(component.extendsTag)},`);
      if (surface.module !== null) code.line(`module: ${stringLiteral(surface.module)},`);
      const list = (key: string, entries: readonly string[]) => {
        if (entries.length === 0) return;
        code.block(`${key}: [`, '],', () => {
          for (const one of entries) code.line(`${one},`);
        });
      };
      const row = (first: string, value: string, way: string) =>
        `[${stringLiteral(first)}, ${way}, values.${value}]`;
      const of = (way: MarkupItem['way']) => values.filter((one) => one.item.way === way);
      list(
        'attributes',
        of('attribute').map((one) => row(one.item.target, one.name, stringLiteral(writtenAs(one.item)))),
      );
      list(
        'properties',
        of('property').map((one) => `[${stringLiteral(one.item.target)}, values.${one.name}]`),
      );
      list(
        'functions',
        of('function').map((one) => `[${stringLiteral(one.item.target)}, values.${one.name}]`),
      );
      list(
        'events',
        handlers.map((one) => `[${stringLiteral(one.event)}, values.${one.name}]`),
      );
      list(
        'slots',
        contents.map((one) => `[${stringLiteral(one.slot)}, values.${one.name}]`),
      );
      code.line('others: values.attributes,');
    });
  });
  return code.toString();
}

function typeOf({ value, type, choices }: MarkupItem): string {
  if (choices) return choices.map(stringLiteral).join(' | ');
  if (value === 'text' || value === 'function') return 'string';
  if (value === 'word') return 'boolean';
  return value === 'json' ? typeScriptOf(type) : value;
}
