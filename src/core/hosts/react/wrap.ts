/** Contract -> typed React components. One file a component, one shared module, one index. */

import type { Component } from '../../contract/types.js';
import { CodeWriter } from '../../emit/code.js';
import { freeName, pascalCase } from '../../emit/names.js';
import { stringLiteral } from '../../emit/text.js';
import { propertyKey } from '../../emit/typescript.js';
import type { WrappedFile, WrapRequest, WrapResult } from '../wrapping.js';
import { BRIDGE_MODULE, bridgeText, PROPERTIES_SINCE } from './bridge.js';
import type { Prop } from './props.js';
import { membersOf, propsOf } from './props.js';

export function wrap(components: readonly Component[], request: WrapRequest): WrapResult {
  const files: WrappedFile[] = [];
  const names = new Set<string>();
  const fileNames = new Set([BRIDGE_MODULE, 'index']);
  const index = new CodeWriter();
  for (const component of components) {
    const name = freeName(pascalCase(component.tag), names);
    const module = freeFileName(fileName(component.tag, name), fileNames);
    files.push({ name: `${module}.ts`, text: componentText(component, name, request) });
    index.line(`export * from ${stringLiteral(`./${module}.js`)};`);
  }
  files.push({ name: `${BRIDGE_MODULE}.ts`, text: bridgeText(request.major) });
  files.push({ name: 'index.ts', text: index.toString() });
  return { files };
}

/** A name that no other file has, on file systems that do not tell case apart either. */
function freeFileName(wanted: string, taken: Set<string>): string {
  const lower = freeName(wanted.toLowerCase(), taken);
  return wanted + lower.slice(wanted.length);
}

/** The tag, where it is safe as a file name everywhere; else the component's name. */
function fileName(tag: string, name: string): string {
  return /^[a-z][a-z0-9-]*$/.test(tag) ? tag : name;
}

function componentText(component: Component, name: string, request: WrapRequest): string {
  const props = propsOf(component, request.major);
  const code = new CodeWriter();
  const types = component.slots.length > 0 ? 'type HTMLAttributes, type ReactNode' : 'type HTMLAttributes';
  code.line(`import { createElement, forwardRef, ${types} } from 'react';`);
  const needed = request.major < PROPERTIES_SINCE ? 'attributes, useElement' : 'useElement';
  code.line(`import { ${needed} } from './${BRIDGE_MODULE}.js';`);
  writeImport(code, component, request);
  code.line();
  writeMembers(code, component, name);
  code.line();
  writeProps(code, component, name, props);
  code.line();
  writeComponent(code, component, name, props, request.major);
  return code.toString();
}

function writeImport(code: CodeWriter, component: Component, request: WrapRequest): void {
  const specifier = request.specifiers.get(component.tag);
  if (request.imports === 'none' || specifier === undefined) return;
  if (request.imports === 'eager') {
    code.line(`import ${stringLiteral(specifier)};`);
    return;
  }
  code.line();
  code.line(
    '// The element itself is loaded in browsers only, so that this module can be imported on a server.',
  );
  if (request.untyped.has(component.tag)) {
    code.block("if (typeof window !== 'undefined') {", '}', () => {
      code.line('// @ts-ignore: the module ships no types.');
      code.line(`void import(${stringLiteral(specifier)});`);
    });
  } else code.line(`if (typeof window !== 'undefined') void import(${stringLiteral(specifier)});`);
}

function writeMembers(code: CodeWriter, component: Component, name: string): void {
  const base = component.extendsTag
    ? `HTMLElementTagNameMap[${stringLiteral(component.extendsTag)}]`
    : 'HTMLElement';
  code.doc(`What ${component.tag} offers to scripts.`);
  code.block(`export interface ${name}Members {`, '}', () => {
    for (const member of membersOf(component)) {
      code.doc(member.description, deprecation(member.deprecated));
      code.line(member.text);
    }
  });
  code.line();
  code.doc(`The element itself, as a ref gives it.`);
  code.line(`export interface ${name}Element extends Omit<${base}, keyof ${name}Members>, ${name}Members {}`);
}

function writeProps(code: CodeWriter, component: Component, name: string, props: readonly Prop[]): void {
  code.block(`export interface ${name}OwnProps {`, '}', () => {
    for (const prop of props) {
      code.doc(prop.item.description, deprecation(prop.item.deprecated));
      code.line(`${propertyKey(prop.name)}?: ${prop.type};`);
    }
    if (component.slots.length > 0) {
      code.doc(slotWords(component));
      code.line('children?: ReactNode;');
    }
  });
  code.line();
  code.block(`export interface ${name}Props`, '', () => {
    code.line(`extends Omit<HTMLAttributes<${name}Element>, keyof ${name}OwnProps>,`);
    code.line(`  ${name}OwnProps {}`);
  });
}

function slotWords(component: Component): string {
  const named = component.slots.filter((slot) => slot.name !== '').map((slot) => `slot="${slot.name}"`);
  const has = component.slots.some((slot) => slot.name === '');
  if (named.length === 0) return 'Content of the default slot.';
  return `${has ? 'Content of the default slot; c' : 'C'}hildren with ${named.join(', ')} go to the slot of that name.`;
}

function writeComponent(
  code: CodeWriter,
  component: Component,
  name: string,
  props: readonly Prop[],
  major: number,
): void {
  const values = props.filter((prop) => prop.way === 'property');
  const written = props.filter((prop) => prop.way === 'attribute' || prop.way === 'presence');
  const handlers = props.filter((prop) => prop.way === 'event');
  const isCustomised = component.extendsTag !== null;
  code.doc(
    component.description ?? component.summary ?? `${component.tag} as a React component.`,
    deprecation(component.deprecated),
  );
  code.block(
    `export const ${name} = forwardRef<${name}Element, ${name}Props>(function ${name}(props, ref) {`,
    '});',
    () => {
      const taken = [...props.map((prop) => destructured(prop)), '...others'];
      if (taken.join(', ').length < 80) code.line(`const { ${taken.join(', ')} } = props;`);
      else {
        code.block('const {', '} = props;', () => {
          for (const one of taken) code.line(one === '...others' ? one : `${one},`);
        });
      }
      const literal = (entries: string[]) => (entries.length === 0 ? '{}' : `{ ${entries.join(', ')} }`);
      const properties = literal(values.map((prop) => entry(prop.target, prop.local)));
      const events = literal(handlers.map((prop) => entry(prop.target, prop.local)));
      code.line(
        `const element = useElement(${stringLiteral(component.tag)}, ref, ${properties}, ${events});`,
      );
      const tag = component.extendsTag ?? component.tag;
      code.block(`return createElement(${stringLiteral(tag)}, {`, '});', () => {
        code.line(major < PROPERTIES_SINCE ? '...attributes(others),' : '...others,');
        if (isCustomised) code.line(`is: ${stringLiteral(component.tag)},`);
        for (const prop of written) {
          const value = prop.way === 'presence' ? `${prop.local} ? '' : undefined` : prop.local;
          code.line(`${entry(prop.target, value)},`);
        }
        code.line('ref: element,');
      });
    },
  );
}

function destructured(prop: Prop): string {
  return prop.name === prop.local ? prop.name : `${propertyKey(prop.name)}: ${prop.local}`;
}

/** `name`, or `'tide-breach': onTideBreach`. Computed where a plain key would mean the prototype. */
function entry(key: string, local: string): string {
  if (key === '__proto__') return `['__proto__']: ${local}`;
  const written = propertyKey(key);
  return written === local ? local : `${written}: ${local}`;
}

function deprecation(deprecated: string | true | undefined): string | undefined {
  return deprecated === undefined ? undefined : `@deprecated${deprecated === true ? '' : ` ${deprecated}`}`;
}
