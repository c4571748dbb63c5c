/** Wrappers for hosts with JSX: what they take, and the body of those that are functions with hooks. */

import type { CodeWriter } from '../../emit/code.js';
import { stringLiteral } from '../../emit/text.js';
import { propertyKey } from '../../emit/typescript.js';
import { namedSlots, type Surface, type SurfaceValue } from './surface.js';
import {
  attributeEntries,
  deprecation,
  entry,
  objectOf,
  propertyEntries,
  slotWords,
  taken,
  writeAllProps,
  writeList,
  writeValues,
} from './writing.js';

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
  const local = (one: SurfaceValue) => one.local;
  const written = attributeEntries(values, 'written', local);
  const named = namedSlots(surface);
  const content = named.length > 0 ? ['children', ...named.map(taken)] : [];
  const props = [...values.map(taken), ...events.map(taken), ...content, '...others'];
  writeList(code, 'const {', props, '} = props;');
  if (written.length > 0) writeList(code, 'const written = {', written, '};');
  const given = [
    'kind',
    words.reference,
    objectOf(propertyEntries(values, local)),
    objectOf(events.map((one) => entry(one.event, one.local))),
    ...(written.length > 0 ? ['written'] : []),
  ];
  writeList(code, 'const element = useElement(', given, ');');
  const made = `${words.create}(${stringLiteral(component.extendsTag ?? tag)}`;
  const contents = named.map((one) => `slotted(${stringLiteral(one.slot)}, ${one.local})`);
  const [open, close] = content.length > 0 ? ['const given = {', '};'] : [`return ${made}, {`, '});'];
  code.block(open, close, () => {
    code.line(`...${words.others},`);
    if (component.extendsTag !== null) code.line(`is: ${stringLiteral(tag)},`);
    if (written.length > 0) code.line('...onServer(written),');
    for (const one of attributeEntries(values, 'attribute', local)) code.line(`${one},`);
    code.line('ref: element,');
  });
  if (content.length > 0) writeList(code, `return ${made}, `, ['given', 'children', ...contents], ');');
}

/** The types of a wrapper's props: types of the content between its tags, of any element's attributes, of its ref. */
export interface PropTypes {
  content: string;
  attributes: string;
  /** The prop that refers to the element, where the host does not see to it. */
  reference: readonly [name: string, type: string] | null;
}

export function writeProps(code: CodeWriter, surface: Surface, types: PropTypes): void {
  const { name, slots } = surface;
  code.block(`export interface ${name}OwnProps {`, '}', () => {
    writeValues(code, surface);
    if (types.reference) {
      code.doc('Refers to the element.');
      code.line(`${types.reference[0]}?: ${types.reference[1]} | undefined;`);
    }
    if (slots.length > 0) {
      code.doc(slotWords(surface));
      code.line(`children?: ${types.content};`);
    }
    for (const { name: own, item } of namedSlots(surface)) {
      code.doc(item.description, deprecation(item.deprecated));
      code.line(`${propertyKey(own)}?: ${types.content};`);
    }
  });
  code.line();
  writeAllProps(code, surface, types.attributes);
}
