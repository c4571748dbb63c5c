/**
 * For each host, a view that shows any wrapper there is: `input` names the component and gives it values and handlers
 * by the names of the contract. Text of a module beside the folder `wrappers`.
 */
import { camelCase, pascalCase } from '../../dist/core/emit/names.js';
import { handlerName } from '../../dist/core/hosts/jsx-syntax.js';

/** Text that gives a component its values, and its handlers under the names that they have in the host. */
const named = (names) => `const NAMES = ${JSON.stringify(names)};
const given = ({ component, values, handlers }) => ({
  ...values,
  ...Object.fromEntries(Object.entries(handlers).map(([event, run]) => [NAMES[component][event], run])),
});`;

const namesOf = (components, name) =>
  Object.fromEntries(
    components.map((one) => [
      pascalCase(one.tag),
      Object.fromEntries(one.events.map((event) => [event.name, name(event.name)])),
    ]),
  );

const created = (create, from) => (components) =>
  `import { ${create} as create } from '${from}';
import * as wrappers from './wrappers/index.js';
${named(namesOf(components, handlerName))}
export default ({ input }) => create(wrappers[input.component], given(input));`;

const lower = (event) => `on${event.replaceAll(/[^A-Za-z0-9]/g, '').toLowerCase()}`;
const capital = (event) => `on${event.charAt(0).toUpperCase()}${event.slice(1)}`;

export const VIEWS = {
  react: created('createElement', 'react'),
  preact: created('createElement', 'preact'),
  'vue@3': (components) => `import { h } from 'vue';
import * as wrappers from './wrappers/index.js';
${named(namesOf(components, capital))}
export default { props: ['input'], render() { return h(wrappers[this.input.component], given(this.input)); } };`,
  'vue@2.7': () => `import { h } from 'vue';
import * as wrappers from './wrappers/index.js';
export default {
  props: ['input'],
  render() {
    const { component, values, handlers } = this.input;
    return h(wrappers[component], { props: values, on: handlers });
  },
};`,
  svelte: (components) => `<script>
import * as wrappers from './wrappers/index.js';
${named(namesOf(components, lower))}
let { input } = $props();
const Wrapper = $derived(wrappers[$input.component]);
</script>
<Wrapper {...given($input)} />`,
  solid: (components) => `import { createComponent, mergeProps } from 'solid-js';
import * as wrappers from './wrappers/index.js';
${named(namesOf(components, handlerName))}
export default (props) =>
  createComponent(wrappers[props.input().component], mergeProps(() => given(props.input())));`,
  angular: (components, read) => `import { Component, input } from '@angular/core';
import * as wrappers from './wrappers/index.js';
${components.map((one) => `const ${pascalCase(one.tag)} = wrappers.${pascalCase(one.tag)};`).join('\n')}
@Component({
  selector: 'suvet-view',
  imports: [${components.map((one) => pascalCase(one.tag)).join(', ')}],
  template: \`@let given = input(); @switch (given.component) {
${components.map((one) => `@case ('${pascalCase(one.tag)}') { ${tagOf(one, read(one.tag))} }`).join('\n')}
}\`,
})
export class View {
  readonly input = input<any>((globalThis as any).suvetFirstInput);
}
export default () => View;`,
};

/** Inputs and outputs as the wrapper has them; events that it leaves to the host are heard as the element sends them. */
function tagOf({ tag, properties, events }, wrapper) {
  const has = (name, made) => new RegExp(`readonly ${name} = ${made}\\b`).test(wrapper);
  const values = properties
    .filter(({ name }) => has(name, '(input|model)'))
    .map(({ name }) => `[${name}]="given.values['${name}']"`);
  const heard = events.map(({ name }) => {
    const output = [camelCase(name), `${camelCase(name)}Event`].find((one) => has(one, 'output'));
    return `(${output ?? name})="given.handlers['${name}']?.($event)"`;
  });
  return `<${tag} ${[...values, ...heard].join(' ')} />`;
}
