/**
 * Contract -> typed Angular directives on the elements' own tags. One file a component, one shared module, one
 * index; controls for forms in an index of their own, since they need one more package.
 */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { camelCase, freeName } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import { orUndefined, propertyKey } from '../../emit/typescript.js';
import { type Heard, heardBy } from '../wrapping/heard.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface, SurfaceValue } from '../wrapping/surface.js';
import { methodsOf, surfacesOf } from '../wrapping/surface.js';
import type { WrappedFile, WrapRequest } from '../wrapping/types.js';
import {
  deprecation,
  entry,
  propertyEntries,
  writeList,
  writePreamble,
  writeSummary,
} from '../wrapping/writing.js';
import { bridgeText, CONTROL_TEXT } from './bridge.js';

const CONTROL_MODULE = 'control';
const FORMS_MODULE = 'forms';

const HABITS: Habits = {
  taken: ['element', 'class', 'style', 'constructor', 'presence'],
  locals: [],
  handler: camelCase,
  // Angular refuses to bind attributes that look like handlers.
  carries: (_, attribute) => (/^on/i.test(attribute) ? 'assigned' : 'attribute'),
  plainNames: true,
};

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const taken = [BRIDGE_MODULE, CONTROL_MODULE, FORMS_MODULE, 'index'];
  const surfaces = surfacesOf(components, HABITS, taken);
  const controlled = surfaces.filter((one) => modelOf(one) !== undefined);
  const exportsOf = (modules: readonly string[]) =>
    modules.map((one) => `export * from ${stringLiteral(`./${one}.js`)};\n`).join('');
  const files: WrappedFile[] = surfaces.map((one) => ({
    name: `${one.module}.ts`,
    text: directiveText(one, request),
  }));
  for (const one of controlled) files.push({ name: `${one.module}-control.ts`, text: controlText(one) });
  files.push({ name: `${BRIDGE_MODULE}.ts`, text: bridgeText() });
  if (controlled.length > 0) {
    files.push({ name: `${CONTROL_MODULE}.ts`, text: CONTROL_TEXT });
    files.push({
      name: `${FORMS_MODULE}.ts`,
      text: exportsOf(controlled.map((one) => `${one.module}-control`)),
    });
  }
  files.push({ name: 'index.ts', text: exportsOf(surfaces.map((one) => one.module)) });
  return files;
}

/** Templates do not check unknown tags; scripts know them by the DOM's own map. */
export const tagPlace = (): null => null;

/** The value that forms read and write. */
function modelOf({ values }: Surface): SurfaceValue | undefined {
  return values.find((one) => one.pair !== null);
}

/**
 * Angular calls the event of a two-way value `levelChange`, and listens for an event of that name on the element, too:
 * where the element has one, a handler would run twice, the first time with the event for a value.
 */
function isTwoWay({ name, pair }: SurfaceValue): boolean {
  return pair !== null && pair.event !== `${name}Change`;
}

/**
 * Angular listens for an event of the element itself, too, where an output has its very name: a handler would run
 * twice. Such events are left to Angular, unless they say more than an event of the platform does.
 */
function outputsOf({ events, values }: Surface): { name: string; event: string; at: number }[] {
  const taken = new Set([...values.map((one) => one.name), ...events.map((one) => one.event)]);
  for (const { name } of values.filter(isTwoWay)) taken.add(`${name}Change`);
  return events.flatMap(({ name, event, type }, at) => {
    if (name !== event) return [{ name: freeName(name, taken), event, at }];
    return type === 'Event' ? [] : [{ name: freeName(`${name}Event`, taken), event, at }];
  });
}

function directiveText(surface: Surface, request: WrapRequest): string {
  const { component, name, tag, values, events } = surface;
  const outputs = outputsOf(surface);
  const code = new CodeWriter();
  const needed = [
    'Directive',
    ...(values.every(isTwoWay) ? [] : ['input']),
    ...(values.some(isTwoWay) ? ['model'] : []),
    ...(outputs.length > 0 ? ['output'] : []),
  ];
  const helpers = [
    'type Kind',
    'linked',
    ...new Set(values.filter((one) => !isTwoWay(one)).flatMap((one) => transformOf(one) ?? [])),
  ];
  code.line(`import { ${needed.join(', ')} } from '@angular/core';`);
  code.line(`import { ${helpers.join(', ')} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeSummary(code, surface, `${tag} with typed inputs and outputs.`);
  code.block('@Directive({', '})', () => {
    const selector = component.extendsTag === null ? tag : `${component.extendsTag}[is="${tag}"]`;
    code.line(`selector: ${stringLiteral(selector)},`);
    code.line(`exportAs: ${stringLiteral(camelCase(tag))},`);
  });
  code.block(`export class ${name} {`, '}', () => {
    for (const value of values) {
      code.doc(value.item.description, deprecation(value.item.deprecated));
      code.line(`readonly ${value.name} = ${inputOf(value)};`);
      code.line();
    }
    for (const { name: output, at } of outputs) {
      const { type, item } = events[at] as Surface['events'][number];
      code.doc(item.description, deprecation(item.deprecated));
      code.line(`readonly ${output} = output<${type}>();`);
      code.line();
    }
    writeElement(code, surface, outputs);
    writeMethods(code, surface, outputs);
  });
  return code.toString();
}

/** A transform of the shared module for what may be written as a bare attribute. */
function transformOf({ type }: SurfaceValue): string | null {
  if (['boolean', 'true | false', 'false | true'].includes(type)) return 'optionalBoolean';
  return type === 'number' ? 'optionalNumber' : null;
}

function inputOf(value: SurfaceValue): string {
  if (isTwoWay(value)) return `model<${orUndefined(value.type)}>()`;
  const transform = transformOf(value);
  return transform
    ? `input<${orUndefined(value.type)}, unknown>(undefined, { transform: ${transform} })`
    : `input<${orUndefined(value.type)}>()`;
}

/** The element, tied to the inputs that are assigned and the events that are heard; after them, since it reads them. */
function writeElement(
  code: CodeWriter,
  surface: Surface,
  outputs: readonly { name: string; event: string }[],
): void {
  const { name, values, events } = surface;
  const heard = heardBy({ events, values: values.filter(isTwoWay) }).filter(
    (one) => one.values.length > 0 || outputs.some(({ event }) => event === one.event),
  );
  const entries = propertyEntries(values, (one) => `this.${one.name}`);
  code.doc('The element itself.');
  code.block(`readonly element = linked<${name}Element>(`, ');', () => {
    code.line('kind,');
    writeList(code, '{', entries, '},');
    if (heard.length === 0) code.line('{},');
    else code.block('{', '},', () => writeHeard(code, heard, outputs));
    const named = (isFlag: boolean) =>
      values.flatMap(({ way, attribute, name }) =>
        way === 'attribute' && attribute?.isPresence === isFlag
          ? [entry(attribute.name, `this.${name}`)]
          : [],
      );
    const [texts, flags] = [named(false), named(true)];
    if (texts.length > 0 || flags.length > 0) writeList(code, '{', texts, '},');
    if (flags.length > 0) writeList(code, '{', flags, '},');
  });
}

/** An entry for each event: its output, or a function for one that tells of values. */
function writeHeard(
  code: CodeWriter,
  heard: readonly Heard[],
  outputs: readonly { name: string; event: string }[],
): void {
  for (const { event, type, values } of heard) {
    const output = outputs.find((one) => one.event === event);
    if (values.length === 0) {
      code.line(`${entry(event, `this.${output?.name}`)},`);
      continue;
    }
    code.block(`${propertyKey(event)}: (event: ${type}) => {`, '},', () => {
      for (const one of values) code.line(`this.${one.name}.set(${one.pair.read});`);
      if (output) code.line(`this.${output.name}.emit(event);`);
    });
  }
}

function writeMethods(code: CodeWriter, surface: Surface, outputs: readonly { name: string }[]): void {
  const { component, name, values } = surface;
  const taken = ['element', 'constructor', ...[...values, ...outputs].map((one) => one.name)];
  for (const method of methodsOf(component, taken)) {
    const type = `${name}Element[${stringLiteral(method.name)}]`;
    code.line();
    code.doc(method.description, deprecation(method.deprecated));
    code.block(`${method.name}(...args: Parameters<${type}>): ReturnType<${type}> {`, '}', () =>
      code.line(`return this.element.${method.name}(...args);`),
    );
  }
}

/** The value of an element as a control of Angular's forms. */
function controlText(surface: Surface): string {
  const { component, name, tag } = surface;
  const model = modelOf(surface) as SurfaceValue;
  const disables = component.properties.some((one) => one.name === 'disabled' && !one.readonly);
  const base = component.extendsTag === null ? tag : `${component.extendsTag}[is="${tag}"]`;
  const selector = ['ngModel', 'formControl', 'formControlName'].map((one) => `${base}[${one}]`).join(', ');
  const code = new CodeWriter();
  code.line("import { Directive, forwardRef } from '@angular/core';");
  code.line("import { NG_VALUE_ACCESSOR } from '@angular/forms';");
  code.line(`import { ElementControl } from './${CONTROL_MODULE}.js';`);
  code.line(`import type { ${name}Element } from './${surface.module}.js';`);
  code.line();
  code.doc(`Makes ${tag} a control of forms: its value is ${model.name}.`);
  code.block('@Directive({', '})', () => {
    code.line(`selector: ${stringLiteral(selector)},`);
    code.line(
      `providers: [{ provide: NG_VALUE_ACCESSOR, useExisting: forwardRef(() => ${name}Control), multi: true }],`,
    );
  });
  code.block(`export class ${name}Control extends ElementControl<${name}Element, ${model.type}> {`, '}', () =>
    code.block('constructor() {', '}', () => {
      const kind = `{ tag: ${stringLiteral(tag)}, pairs: { ${entry(model.property ?? '', stringLiteral(model.pair?.event ?? ''))} } }`;
      const read = `(event: ${model.pair?.eventType}) => ${model.pair?.read}`;
      const given = [
        kind,
        stringLiteral(model.property ?? ''),
        stringLiteral(model.pair?.event ?? ''),
        read,
        String(disables),
      ];
      code.block('super(', ');', () => {
        for (const one of given) code.line(`${one},`);
      });
    }),
  );
  return code.toString();
}
