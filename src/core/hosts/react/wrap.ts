/** Contract -> typed React components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { writeHookBody, writeProps } from '../wrapping/jsx.js';
import { BRIDGE_MODULE } from '../wrapping/link.js';
import type { Habits, Surface } from '../wrapping/surface.js';
import { namedSlots, surfacesOf } from '../wrapping/surface.js';
import type { TagPlace, WrappedFile, WrapRequest } from '../wrapping/types.js';
import { modulesOf, writePreamble, writeSummary } from '../wrapping/writing.js';
import { bridgeText, PROPERTIES_SINCE } from './bridge.js';
import { handlerName } from './syntax.js';

/** React takes some props itself. From 19 on it would assign an attribute that has the name of a property. */
function habitsOf(major: number): Habits {
  return {
    taken: 'key ref children style className class is dangerouslySetInnerHTML slot'.split(' '),
    locals:
      'props others element kind attributes presence slotted given useElement createElement forwardRef'.split(
        ' ',
      ),
    handler: handlerName,
    carries: (isShared) => (isShared && major >= PROPERTIES_SINCE ? 'assigned' : 'attribute'),
  };
}

export function wrap(components: readonly Component[], request: WrapRequest): WrappedFile[] {
  const surfaces = surfacesOf(components, habitsOf(request.major), [BRIDGE_MODULE, 'index']);
  return modulesOf(surfaces, 'ts', (one) => componentText(one, request), bridgeText(request.major));
}

/** Types before 18 look for tags in a namespace of the whole program. */
export function tagPlace(major: number): TagPlace {
  return {
    imports: "import type { DetailedHTMLProps, HTMLAttributes } from 'react';",
    within: [
      major < 18 ? 'declare global {' : "declare module 'react' {",
      'namespace JSX {',
      'interface IntrinsicElements {',
    ],
    key: ({ written }) => written,
    tag: 'Omit<DetailedHTMLProps<HTMLAttributes<E>, E>, keyof Own> & Own',
  };
}

function componentText(surface: Surface, request: WrapRequest): string {
  const { name, tag, values, slots } = surface;
  const isOlder = request.major < PROPERTIES_SINCE;
  const code = new CodeWriter();
  const types = slots.length > 0 ? 'type HTMLAttributes, type ReactNode' : 'type HTMLAttributes';
  code.line(`import { createElement, forwardRef, ${types} } from 'react';`);
  const helpers = [
    ...(isOlder ? ['attributes'] : []),
    'type Kind',
    ...(values.some((one) => one.attribute?.isPresence) ? ['presence'] : []),
    ...(namedSlots(surface).length > 0 ? ['slotted'] : []),
    'useElement',
  ];
  code.line(`import { ${helpers.join(', ')} } from './${BRIDGE_MODULE}.js';`);
  writePreamble(code, surface, request);
  writeProps(code, surface, { content: 'ReactNode', attributes: 'HTMLAttributes', reference: null });
  code.line();
  writeSummary(code, surface, `${tag} as a React component.`);
  const open = `export const ${name} = /* @__PURE__ */ forwardRef<${name}Element, ${name}Props>(function ${name}(props, ref) {`;
  code.block(open, '});', () =>
    writeHookBody(code, surface, {
      create: 'createElement',
      reference: 'ref',
      others: isOlder ? 'attributes(others)' : 'others',
    }),
  );
  return code.toString();
}
