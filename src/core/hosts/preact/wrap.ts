/** Contract -> typed Preact components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { handlerName } from '../jsx-syntax.js';
import { writeHookBody, writeProps } from '../wrapping/jsx.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface } from '../wrapping/surface.js';
import { namedSlots, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace, WrappedFile, WrapRequest } from '../wrapping/types.js';
import { modulesOf, writePreamble, writeSummary } from '../wrapping/writing.js';
import { bridgeText } from './bridge.js';

/** Preact keeps the ref of a function component to itself, so that the element has a prop of its own. */
const REFERENCE = 'elementRef';

const HABITS: Habits = {
  taken: `key ref children style class className is dangerouslySetInnerHTML slot ${REFERENCE}`.split(' '),
  locals: 'props others element kind written onServer presence slotted given useElement h'.split(' '),
  handler: handlerName,
  carries: (isShared) => (isShared ? 'written' : 'attribute'),
};

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = surfacesOf(components, HABITS, [BRIDGE_MODULE, 'index']);
  return modulesOf(surfaces, 'ts', (one) => componentText(one, request), bridgeText());
}

const TAGS: TagPlace = {
  imports: "import type { HTMLAttributes } from 'preact';",
  within: ["declare module 'preact' {", 'namespace JSX {', 'interface IntrinsicElements {'],
  key: ({ written }) => written,
  tag: 'Omit<HTMLAttributes<E & EventTarget>, keyof Own> & Own',
};

export const tagPlace = (): TagPlace => TAGS;

function componentText(surface: Surface, request: WrapRequest): string {
  const { name, tag, values, slots } = surface;
  const code = new CodeWriter();
  const types = ['type HTMLAttributes', 'type JSX', 'type Ref'];
  if (slots.length > 0) types.unshift('type ComponentChildren');
  code.line(`import { ${types[0]}, h, ${types.slice(1).join(', ')} } from 'preact';`);
  const helpers = [
    'type Kind',
    ...(values.some((one) => one.way === 'written') ? ['onServer'] : []),
    ...(values.some((one) => one.attribute?.isPresence) ? ['presence'] : []),
    ...(namedSlots(surface).length > 0 ? ['slotted'] : []),
    'useElement',
  ];
  code.line(`import { ${helpers.join(', ')} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeProps(code, surface, {
    content: 'ComponentChildren',
    attributes: 'HTMLAttributes',
    reference: [REFERENCE, `Ref<${name}Element>`],
  });
  code.line();
  writeSummary(code, surface, `${tag} as a Preact component.`);
  code.block(`export function ${name}({ ${REFERENCE}, ...props }: ${name}Props): JSX.Element {`, '}', () =>
    writeHookBody(code, surface, { create: 'h', reference: REFERENCE, others: 'others' }),
  );
  return code.toString();
}
