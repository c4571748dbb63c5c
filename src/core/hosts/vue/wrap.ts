/** Contract -> typed Vue components. One file a component, one shared module, one index. */

import { kindsOf } from '../../contract/kinds.js';
import type { Component, ContractProperty } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { camelCase } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import { memberAccess, propertyKey } from '../../emit/typescript.js';
import { handlerName } from '../jsx-syntax.js';
import { heardBy } from '../wrapping/heard.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface, SurfaceValue } from '../wrapping/surface.js';
import { methodsOf, namedSlots, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace, WrappedFile, WrapRequest } from '../wrapping/types.js';
import {
  attributeEntries,
  deprecation,
  entry,
  modulesOf,
  propertyEntries,
  writeList,
  writePreamble,
  writeSummary,
} from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';

/** Vue keeps some names; listeners are declared under the event's own name, so values and events never meet. */
const HABITS: Habits = {
  taken: 'key ref is class style slot modelValue element draw read'.split(' '),
  locals: [],
  handler: (event) => event,
  carries: () => 'attribute',
};

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']).map(withOneDefault);
  return modulesOf(surfaces, 'ts', (one) => componentText(one, request), bridgeText(request.major));
}

/** To Vue the slot without a name is called `default`, so that no other can be. */
function withOneDefault(surface: Surface): Surface {
  const isTaken = surface.slots.some((one) => one.slot === '');
  return { ...surface, slots: surface.slots.filter((one) => !(isTaken && one.slot === 'default')) };
}

/** Where version 3 looks for tags in templates. */
const TAGS: TagPlace = {
  imports: "import type { HTMLAttributes } from 'vue';",
  within: ["declare module 'vue' {", 'export interface GlobalComponents {'],
  key: ({ kind, name }) => (kind === 'event' ? handlerName(name) : name),
  tag: 'new () => { $props: Omit<HTMLAttributes, keyof Own> & Own; $el: E }',
};

export const tagPlace = (major: number): TagPlace | null => (major < 3 ? null : TAGS);

/** The first pair answers to `v-model`, as every one does to `v-model:name`. */
function modelOf({ values }: Surface): SurfaceValue | undefined {
  return values.find((one) => one.pair !== null);
}

function componentText(surface: Surface, request: WrapRequest): string {
  const { name, tag, values, slots } = surface;
  const isOlder = request.major < 3;
  const code = new CodeWriter();
  const types = [
    ...(values.some((one) => declaration(one).includes('PropType')) ? ['type PropType'] : []),
    ...(slots.length > 0 && !isOlder ? ['type SlotsType'] : []),
  ];
  const runtime = [
    'defineComponent',
    'h',
    ...types,
    ...(!isOlder && readsProps(surface, isOlder) ? ['toRaw'] : []),
  ];
  code.line(`import { ${runtime.join(', ')} } from 'vue';`);
  const helpers = [
    'type Kind',
    ...(isOlder ? ['othersOf'] : []),
    ...(values.some(isFlag) ? ['flag'] : []),
    ...(values.some((one) => isFlag(one) && one.way === 'assigned') ? ['isOn'] : []),
    ...(values.some((one) => one.attribute?.isPresence) ? ['presence'] : []),
    ...(slots.length > 0 ? ['slotted'] : []),
    'useElement',
    ...(isOlder && values.length > 0 ? ['validated'] : []),
  ];
  code.line(`import { ${helpers.join(', ')} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeSummary(code, surface, `${tag} as a Vue component.`);
  code.block(`export const ${name} = /* @__PURE__ */ defineComponent({`, '});', () => {
    // Version 2.7 would take the tag for a component of that name, which is this one.
    code.line(`name: ${stringLiteral(isOlder ? `${name}Wrapper` : name)},`);
    if (isOlder && modelOf(surface)) {
      const { name: prop } = modelOf(surface) as SurfaceValue;
      code.line(`model: { prop: ${stringLiteral(prop)}, event: ${stringLiteral(`update:${prop}`)} },`);
    }
    writeProps(code, surface, isOlder);
    writeEmits(code, surface, isOlder);
    if (slots.length > 0 && !isOlder) writeSlots(code, surface);
    writeSetup(code, surface, isOlder);
  });
  return code.toString();
}

function writeProps(code: CodeWriter, surface: Surface, isOlder: boolean): void {
  const model = modelOf(surface);
  const isValidated = isOlder && surface.values.length > 0;
  const [open, close] = isValidated ? ['/* @__PURE__ */ validated({', '}),'] : ['{', '},'];
  code.block(`props: ${open}`, close, () => {
    for (const value of surface.values) {
      code.doc(value.item.description, deprecation(value.item.deprecated));
      code.line(`${propertyKey(value.name)}: ${declaration(value)},`);
    }
    if (!model || isOlder) return;
    code.doc(`${model.name}, for v-model.`);
    code.line(`modelValue: ${declaration(model)},`);
  });
}

/** What Vue has to know to warn of a value of another type. */
function declaration(value: SurfaceValue): string {
  const { type } = value;
  if (isFlag(value)) return type === 'boolean' ? 'flag' : `flag as { type: PropType<${type}> }`;
  const wanted = constructorsOf(value);
  const runtime = wanted.length === 0 ? 'null as unknown' : namesOf(wanted);
  // Without a default, a boolean that is missing would be false.
  if (wanted.includes('Boolean')) return `{ type: ${runtime} as PropType<${type}>, default: undefined }`;
  // Their constructor makes lists of any length; `[]` alone is one of none.
  const isTuple = runtime === 'Array' && (type === '[]' || !type.endsWith('[]'));
  return `${runtime}${isTuple ? ' as unknown' : ''} as PropType<${type}>`;
}

/** Whether a value is a boolean, and no text. */
function isFlag(value: SurfaceValue): boolean {
  const wanted = constructorsOf(value);
  return wanted.length === 1 && wanted[0] === 'Boolean';
}

/** The constructors of what a value may be; none where that is not known. */
function constructorsOf({ item, type, attribute }: SurfaceValue): string[] {
  const constructors: Record<string, string> = {
    string: 'String',
    empty: 'String',
    number: 'Number',
    true: 'Boolean',
    false: 'Boolean',
    array: 'Array',
    object: 'Object',
    function: 'Function',
  };
  const kinds = 'type' in item ? kindsOf((item as ContractProperty).type) : [];
  const isKnown = kinds.every((kind) => kind in constructors || kind === 'null' || kind === 'undefined');
  // Vue would warn of every value but objects where a type's name is all there is.
  if (!isKnown || type === 'unknown') return [];
  const wanted = [...new Set(kinds.flatMap((kind) => constructors[kind] ?? []))].sort(textFirst);
  if (wanted.length > 0 || !attribute) return wanted;
  return [type === 'number' ? 'Number' : attribute.isPresence ? 'Boolean' : 'String'];
}

function namesOf(names: readonly string[]): string {
  return names.length === 1 ? (names[0] ?? '') : `[${names.join(', ')}]`;
}

/** Vue makes a boolean of `''` unless text comes first among the types. */
function textFirst(a: string, b: string): number {
  return Number(b === 'String') - Number(a === 'String');
}

/** What a wrapper calls an event: in a template a dot would begin a modifier (`@pier.shut`). */
function toldAs(event: string, events: Surface['events']): string {
  const name = event.includes('.') ? camelCase(event) : event;
  return name !== event && events.some((one) => one.event === name) ? event : name;
}

function writeEmits(code: CodeWriter, { values, events }: Surface, isOlder: boolean): void {
  const paired = values.filter((one) => one.pair !== null);
  if (paired.length === 0 && events.length === 0) return;
  code.block('emits: {', '},', () => {
    for (const { event, type, item } of events) {
      code.doc(item.description, deprecation(item.deprecated));
      code.line(`${propertyKey(toldAs(event, events))}: (_event: ${type}) => true,`);
    }
    for (const [at, { name, type }] of paired.entries()) {
      code.line(`${propertyKey(`update:${name}`)}: (_value: ${type}) => true,`);
      if (at === 0 && !isOlder) code.line(`'update:modelValue': (_value: ${type}) => true,`);
    }
  });
}

function writeSlots(code: CodeWriter, { slots }: Surface): void {
  code.block('slots: Object as SlotsType<{', '}>,', () => {
    for (const { slot, item } of slots) {
      code.doc(item.description);
      code.line(`${propertyKey(slot || 'default')}?: Record<string, never>;`);
    }
  });
}

function writeSetup(code: CodeWriter, surface: Surface, isOlder: boolean): void {
  const { component, name, values, events, slots } = surface;
  const hasEvents = events.length > 0 || values.some((one) => one.pair !== null);
  const context = [...(hasEvents ? ['emit'] : []), ...(!isOlder && slots.length > 0 ? ['slots'] : [])];
  const assigned = assignedOf(surface, isOlder);
  const isRead = readsProps(surface, isOlder);
  const first = isRead ? (isOlder ? 'props' : 'given') : '_props';
  const given = `${first}${context.length > 0 ? `, { ${context.join(', ')} }` : ''}`;
  const methods = methodsOf(component, ['element', 'draw', 'read', ...values.map((one) => one.name)]);
  code.block(`setup(${given}) {`, '},', () => {
    if (!isOlder && isRead) {
      code.line(
        '// A parent whose render changes one of them leads to a render here: there is nothing to watch.',
      );
      code.line('const props = toRaw(given);');
    }
    const taken = isOlder ? '{ element, read }' : '{ element, onVnodeBeforeMount }';
    code.block(`const ${taken} = useElement<${name}Element>(`, ');', () => {
      code.line('kind,');
      writeList(code, '() => ({', assigned, '}),');
      if (!hasEvents) code.line('{},');
      else writeHandlers(code, surface, isOlder);
    });
    if (!isOlder) writeDrawing(code, surface);
    code.block('return {', '};', () => {
      code.line('/** The element itself. */');
      code.line('element,');
      code.line(isOlder ? 'read,' : 'draw,');
      for (const method of methods) {
        const type = `${name}Element[${stringLiteral(method.name)}]`;
        code.doc(method.description, deprecation(method.deprecated));
        code.line(
          `${method.name}: (...args: Parameters<${type}>) => element.value?.${method.name}(...args),`,
        );
      }
    });
  });
  writeRender(code, surface, isOlder);
}

/** Does what is set up read props? Version 2.7 reads those that are attributes as it renders. */
function readsProps({ values }: Surface, isOlder: boolean): boolean {
  return values.some((one) => one.way === 'assigned' || !isOlder);
}

function assignedOf(surface: Surface, isOlder: boolean): string[] {
  const model = modelOf(surface);
  return propertyEntries(surface.values, (one) => {
    const own = memberAccess('props', one.name);
    const value =
      one === model && !isOlder ? `props.modelValue === undefined ? ${own} : props.modelValue` : own;
    return isFlag(one) ? `isOn(${value})` : value;
  });
}

function writeHandlers(code: CodeWriter, surface: Surface, isOlder: boolean): void {
  const model = modelOf(surface);
  code.block('{', '},', () => {
    for (const { event, type, values } of heardBy(surface)) {
      const tell = `emit(${stringLiteral(toldAs(event, surface.events))}, event)`;
      if (values.length === 0) {
        code.line(`${entry(event, `(event: ${type}) => ${tell}`)},`);
        continue;
      }
      code.block(`${propertyKey(event)}: (event: ${type}) => {`, '},', () => {
        for (const one of values) {
          code.line(`emit(${stringLiteral(`update:${one.name}`)}, ${one.pair.read});`);
          if (one.name === model?.name && !isOlder) code.line(`emit('update:modelValue', ${one.pair.read});`);
        }
        code.line(`${tell};`);
      });
    }
  });
}

/** The element with its attributes and content. The caret keeps Vue from assigning what has a property's name. */
function writeDrawing(code: CodeWriter, surface: Surface): void {
  const { component, tag, values, slots } = surface;
  const data = [
    'onVnodeBeforeMount',
    ...(component.extendsTag === null ? [] : [entry('is', stringLiteral(tag))]),
    ...attributeEntries(values, 'attribute', (one) => memberAccess('props', one.name), '^'),
  ];
  const content = slots.length > 0 ? `, slotted(slots, ${namedOf(surface)})` : '';
  const open = `const draw = () => h(${stringLiteral(component.extendsTag ?? tag)}, {`;
  writeList(code, open, data, `}${content});`);
}

function namedOf(surface: Surface): string {
  const named = namedSlots(surface).map((one) => stringLiteral(one.slot));
  return `[${named.join(', ')}]`;
}

function writeRender(code: CodeWriter, surface: Surface, isOlder: boolean): void {
  const { component, tag, values, slots, events } = surface;
  if (!isOlder) {
    code.block('render() {', '},', () => code.line('return this.draw();'));
    return;
  }
  const content = slots.length > 0 ? `, slotted(this.$scopedSlots, ${namedOf(surface)})` : '';
  const attributes = [
    ...(component.extendsTag === null ? [] : [entry('is', stringLiteral(tag))]),
    ...attributeEntries(values, 'attribute', (one) => memberAccess('this', one.name)),
  ];
  code.block('render() {', '},', () => {
    code.line('this.read();');
    code.block(`return h(${stringLiteral(component.extendsTag ?? tag)}, {`, `}${content});`, () => {
      code.line("ref: 'element',");
      code.line(
        `on: othersOf(this.$listeners, [${events.map((one) => stringLiteral(toldAs(one.event, events))).join(', ')}]),`,
      );
      if (attributes.length > 0) writeList(code, 'attrs: {', attributes, '},');
    });
  });
}
