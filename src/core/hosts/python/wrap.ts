/** Contract -> functions in Python that print tags. */

import type { Component, JsonSchema } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { PYTHON_WORDS, pythonString, pythonWords, snakeCase } from '../../emit/languages.js';
import { freeName } from '../../emit/names.js';
import type { MarkupItem, MarkupSurface } from '../wrapping/markup.js';
import { BINDER_MODULE, BINDER_TEXT, markupSurfacesOf, writtenAs } from '../wrapping/markup.js';
import type { WrappedFile, WrapRequest } from '../wrapping/types.js';
import { RUNTIME_TEXT } from './runtime.js';

const RUNTIME_MODULE = 'markup';

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const modules = new Set([RUNTIME_MODULE, BINDER_MODULE, '__init__']);
  const named = markupSurfacesOf(components, request, []).map((surface) => ({
    surface,
    name: freeName(snakeCase(surface.tag), modules),
  }));
  const index = [
    `from .${RUNTIME_MODULE} import Content, Markup, Page`,
    ...named.map((one) => `from .${one.name} import ${one.name}`),
    '',
    `__all__ = [${['Content', 'Markup', 'Page', ...named.map((one) => one.name)].map(pythonString).join(', ')}]`,
    '',
  ];
  return [
    ...named.map((one) => ({ name: `${one.name}.py`, text: builderText(one.surface, one.name) })),
    { name: `${RUNTIME_MODULE}.py`, text: `from __future__ import annotations\n\n${RUNTIME_TEXT}` },
    { name: '__init__.py', text: index.join('\n') },
    { name: `${BINDER_MODULE}.js`, text: BINDER_TEXT },
  ];
}

function builderText(surface: MarkupSurface, func: string): string {
  const { component, tag, items, events, slots } = surface;
  const code = new CodeWriter(4);
  const names = new Set([...PYTHON_WORDS, 'attributes', 'printed', func]);
  const values = items.map((item) => ({ item, name: freeName(snakeCase(item.name), names) }));
  const handlers = events.map((one) => ({ ...one, name: freeName(snakeCase(`on-${one.event}`), names) }));
  const contents = slots.map((one) => ({
    ...one,
    name: freeName(one.slot === '' ? 'content' : snakeCase(one.slot), names),
  }));
  code.line('from __future__ import annotations');
  code.line();
  const types = items.map(typeOf).join(' ');
  const used = (...wanted: string[]) => wanted.filter((one) => types.includes(one));
  code.line(`from collections.abc import ${['Mapping', ...used('Sequence')].join(', ')}`);
  const typing = used('Any', 'Literal');
  if (typing.length > 0) code.line(`from typing import ${typing.join(', ')}`);
  code.line();
  code.line(`from .${RUNTIME_MODULE} import ${slots.length > 0 ? 'Content, ' : ''}Markup, printed`);
  code.line();
  code.line();
  code.line(`def ${func}(`);
  code.indented(() => {
    code.line('*,');
    for (const { item, name } of values) code.line(`${name}: ${typeOf(item)} | None = None,`);
    for (const { name } of handlers) code.line(`${name}: str | None = None,`);
    for (const { name } of contents) code.line(`${name}: Content | None = None,`);
    code.line('attributes: Mapping[str, str] | None = None,');
  });
  code.line(') -> Markup:');
  code.indented(() => {
    writeWords(code, component, [
      ...values.map(({ item, name }) => {
        const named = item.way === 'function' ? 'the name of a function, as the page registers it.' : '';
        const words = [named, item.item.description ?? ''].join(' ').trim();
        return [name, words === '' ? undefined : words, item.item.deprecated] as const;
      }),
      ...handlers.map(
        ({ event, name, item }) => [name, `Name of the handler for ${event}.`, item.deprecated] as const,
      ),
      ...contents.map(({ name, item }) => [name, item.description, item.deprecated] as const),
    ]);
    code.line('return printed(');
    code.indented(() => {
      code.line(`${pythonString(tag)},`);
      if (component.extendsTag !== null) code.line(`base=${pythonString(component.extendsTag)},`);
      if (surface.module !== null) code.line(`module=${pythonString(surface.module)},`);
      const list = (key: string, rows: readonly string[]) => {
        if (rows.length === 0) return;
        code.block(`${key}=[`, '],', () => {
          for (const one of rows) code.line(`(${one}),`);
        });
      };
      const of = (way: MarkupItem['way']) => values.filter(({ item }) => item.way === way);
      list(
        'attributes',
        of('attribute').map(
          ({ item, name }) => `${pythonString(item.target)}, ${pythonString(writtenAs(item))}, ${name}`,
        ),
      );
      list(
        'properties',
        of('property').map(({ item, name }) => `${pythonString(item.target)}, ${name}`),
      );
      list(
        'functions',
        of('function').map(({ item, name }) => `${pythonString(item.target)}, ${name}`),
      );
      list(
        'events',
        handlers.map((one) => `${pythonString(one.event)}, ${one.name}`),
      );
      list(
        'slots',
        contents.map((one) => `${pythonString(one.slot)}, ${one.name}`),
      );
      code.line('others=attributes,');
    });
    code.line(')');
  });
  // Two lines stand free before a function there.
  return code.toString().replace('\n\ndef ', '\n\n\ndef ');
}

/** The documentation string: what the function prints, and what it takes. */
function writeWords(
  code: CodeWriter,
  component: Component,
  parameters: readonly (readonly [string, string | undefined, string | true | undefined])[],
): void {
  const note = (deprecated: string | true | undefined) =>
    deprecated === undefined ? '' : ` (deprecated${deprecated === true ? '' : `: ${deprecated}`})`;
  const words = component.description ?? component.summary ?? `Prints ${component.tag}.`;
  const summary = pythonWords(words + note(component.deprecated));
  const lines = parameters
    .filter(([, given, deprecated]) => given !== undefined || deprecated !== undefined)
    .map(([name, given, deprecated]) => pythonWords(`${name}: ${given ?? ''}${note(deprecated)}`));
  if (lines.length === 0) {
    code.line(`"""${summary}"""`);
    return;
  }
  code.line(`"""${summary}`);
  code.line();
  for (const one of lines) code.line(one);
  code.line('"""');
}

function typeOf({ value, type, choices }: MarkupItem): string {
  if (choices) return `Literal[${choices.map(pythonString).join(', ')}]`;
  if (value === 'text' || value === 'function') return 'str';
  if (value === 'number') return 'float';
  if (value === 'boolean' || value === 'word') return 'bool';
  return ofSchema(type.schema);
}

function ofSchema(schema: JsonSchema | null): string {
  if (schema?.type === 'array') return 'Sequence[Any]';
  return schema?.type === 'object' ? 'Mapping[str, Any]' : 'Any';
}
