/** Types for elements that are used as tags, where the host itself carries what they offer. */

import { CodeWriter } from '../../emit/code.js';
import { stringLiteral } from '../../emit/text.js';
import { orUndefined, propertyKey } from '../../emit/typescript.js';
import type { Surface } from './surface.js';
import { surfacesOf } from './surface.js';
import type { TagAttribute, TaggedComponent, TagPlace, WrappedFile } from './types.js';
import { deprecation, writeMembers, writeUnobserved } from './writing.js';

/** Name of the module, without its ending. */
export const TAGS_MODULE = 'elements';

/** The module of types. Without a place, only the DOM's own map of tags is filled. */
export function tagsFile(tagged: readonly TaggedComponent[], place: TagPlace | null): WrappedFile {
  const habits = {
    taken: [],
    locals: [],
    handler: (event: string) => event,
    carries: () => 'attribute' as const,
  } as const;
  const surfaces = surfacesOf(
    tagged.map((one) => one.component),
    habits,
    [],
  );
  const code = new CodeWriter();
  if (place) {
    code.line(place.imports).line();
    code.doc('A tag that takes what any element takes, and attributes of its own.');
    code.line(`type Tag<E, Own> = ${place.tag};`).line();
  }
  for (const [at, surface] of surfaces.entries()) {
    writeMembers(code, surface);
    code.line();
    if (place) writeAttributes(code, surface, tagged[at]?.attributes ?? [], place);
    code.line();
  }
  const unknown = surfaces.filter((_, at) => tagged[at]?.isTyped === false);
  if (unknown.length > 0) {
    writeWithin(code, ['declare global {', 'interface HTMLElementTagNameMap {'], () => {
      for (const { tag, name } of unknown) code.line(`${stringLiteral(tag)}: ${name}Element;`);
    });
    code.line();
  }
  if (place) {
    writeWithin(code, place.within, () => {
      for (const { tag, name } of surfaces)
        code.line(`${stringLiteral(tag)}: Tag<${name}Element, ${name}Attributes>;`);
    });
  }
  return { name: `${TAGS_MODULE}.ts`, text: code.toString() };
}

function writeAttributes(
  code: CodeWriter,
  { component, tag, name }: Surface,
  attributes: readonly TagAttribute[],
  place: TagPlace,
): void {
  code.doc(`What ${tag} takes as a tag.`);
  code.block(`export interface ${name}Attributes {`, '}', () => {
    for (const attribute of attributes) {
      code.doc(attribute.item.description, deprecation(attribute.item.deprecated));
      code.line(`${propertyKey(place.key(attribute))}?: ${orUndefined(attribute.type)};`);
    }
    writeUnobserved(code, component, new Set(attributes.map(place.key)), place.plain);
  });
}

function writeWithin(code: CodeWriter, [first, ...rest]: readonly string[], body: () => void): void {
  if (first === undefined) body();
  else code.block(first, '}', () => writeWithin(code, rest, body));
}
