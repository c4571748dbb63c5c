/** The body of a wrapper for hosts whose components are functions with hooks. */

import type { CodeWriter } from '../emit/code.js';
import { stringLiteral } from '../emit/text.js';
import type { Surface } from './wrapping/surface.js';
import { attributeValue, entry, objectOf, taken, writeList } from './wrapping/writing.js';

/** How a host of this kind spells it. */
export interface HookWords {
  /** The function that makes an element. */
  create: string;
  /** The variable that holds the reference to hand on. */
  reference: string;
  /** The attributes that are not the wrapper's own. */
  others: string;
}

/** Takes the props apart, ties the element to them, and returns it. */
export function writeHookBody(code: CodeWriter, surface: Surface, words: HookWords): void {
  const { component, tag, values, events } = surface;
  const assigned = values.filter((one) => one.way === 'assigned');
  const written = values.filter((one) => one.way === 'written');
  writeList(code, 'const {', [...values.map(taken), ...events.map(taken), '...others'], '} = props;');
  const given = [
    'kind',
    words.reference,
    objectOf(assigned.map((one) => entry(one.property ?? '', one.local))),
    objectOf(events.map((one) => entry(one.event, one.local))),
  ];
  if (written.length > 0) {
    const entries = written.map((one) => entry(one.attribute?.name ?? '', attributeValue(one, one.local)));
    code.line(`const written = ${objectOf(entries)};`);
    given.push('written');
  }
  writeList(code, 'const element = useElement(', given, ');');
  code.block(`return ${words.create}(${stringLiteral(component.extendsTag ?? tag)}, {`, '});', () => {
    code.line(`...${words.others},`);
    if (component.extendsTag !== null) code.line(`is: ${stringLiteral(tag)},`);
    if (written.length > 0) code.line('...onServer(written),');
    for (const one of values.filter(({ way }) => way === 'attribute')) {
      code.line(`${entry(one.attribute?.name ?? '', attributeValue(one, one.local))},`);
    }
    code.line('ref: element,');
  });
}
