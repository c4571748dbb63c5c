/** Rows of tests: what markup in a class body shows of its element. */
import { describe, expect, test } from 'vitest';
import { componentIn } from './memory.js';

/** `slots | parts | custom properties | states` */
export function shown(body: string, before = '', others: Record<string, string> = {}): string {
  const component = componentIn(
    `${before}\nclass Pier extends HTMLElement { ${body} }\ncustomElements.define('pier-a', Pier);`,
    others,
  );
  const names = (list: readonly { name: string }[]) => list.map((one) => one.name || '*').join(' ');
  return [component.slots, component.cssParts, component.cssProperties, component.cssStates]
    .map(names)
    .join(' | ');
}

export type Row = [
  way: string,
  body: string,
  shown: string,
  before?: string,
  others?: Record<string, string>,
];

export function rows(title: string, list: Row[]): void {
  describe(title, () => {
    test.each(list)('%s', (_, body, expected, before, others) => {
      expect(shown(body, before, others)).toBe(expected);
    });
  });
}
