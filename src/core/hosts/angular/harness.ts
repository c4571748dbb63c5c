/** How Angular is measured: views as its components, whose templates its compiler turns into code in the page. */

import { stringLiteral } from '../../emit/text.js';
import type { HostHarness, ViewShape } from '../harness.js';
import { templateElement } from '../template-harness.js';
import { syntax } from './syntax.js';

export const harness: HostHarness = {
  packages: [
    '@angular/core',
    '@angular/common',
    '@angular/compiler',
    '@angular/platform-browser',
    '@angular/platform-server',
  ],
  optional: ['xhr2'],
  ending: '.ts',
  view: (shape) => `import { JsonPipe } from '@angular/common';
import { Component, CUSTOM_ELEMENTS_SCHEMA, ViewChild } from '@angular/core';
class View {
  input = globalThis.suvetFirstInput;
  ngAfterViewInit() { this.input.refer?.(this.element?.nativeElement); }
}
ViewChild('element')(View.prototype, 'element');
export default () => Component({
  selector: 'suvet-view',
  imports: [JsonPipe],
  schemas: [CUSTOM_ELEMENTS_SCHEMA],
  inputs: ['input'],
  template: ${stringLiteral(templateOf(shape))},
})(View) ?? View;
`,
  server: true,
};

function templateOf(shape: ViewShape): string {
  return templateElement(shape, {
    syntax,
    input: 'input',
    styled: (name) => `[class]="input.className" [style.${name}]="input.ink"`,
    reference: '#element',
    text: (expression) => `{{ ${expression} }}`,
    repeat: (list, item, key, element) => `@for (${item} of ${list}; track ${key}) {${element('')}}`,
  });
}
