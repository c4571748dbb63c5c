/**
 * Classes that a compiler of components makes elements of, as their authors write them: `@Component({ tag: 'pier-a',
 * shadow: true }) class Pier { @Prop() deckName = 'x' }`. The attribute of a property and how it is read go by its type,
 * and are what such a compiler (its version 4.45) was seen to write. What the run-time code of some versions makes of
 * properties that the compiler wrote no attribute for is not known of the source.
 */

import { kindsOf } from '../../contract/kinds.js';
import type { AttributeReader, TypeInfo } from '../../contract/types.js';
import { decoratorsOf } from '../classes/decorations.js';
import type { AttributeEvidence, Dialect, LayerContext } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import { unwrap } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';

export const forCompilers: Dialect = {
  name: 'for-compilers',
  read(context) {
    const options = componentOptions(context);
    if (!options) return {};
    const shadow = options.get('shadow');
    const isFocusing = isFoldedObject(shadow) && shadow.object.get('delegatesFocus') === true;
    return {
      root: shadow === true || isFoldedObject(shadow) ? 'open' : 'none',
      ...(isFocusing ? { delegatesFocus: true } : {}),
      ...(options.get('formAssociated') === true ? { formAssociated: true } : {}),
    };
  },
};

/**
 * What the decorator of such a class is given; null for others: for those that extend an element, which nobody has to make
 * one of, and those that no tag is given.
 */
export function componentOptions(context: LayerContext): ReadonlyMap<string, Folded> | null {
  const { layer, chain, scope, graph } = context;
  if (layer !== chain.layers[0] || chain.platform !== null || chain.lost !== null) return null;
  for (const { node, scope: inner } of decoratorsOf(layer, scope, graph)) {
    const options = optionsOf(node, inner);
    if (options && asString(options.get('tag') ?? null) !== null) return options;
  }
  return null;
}

/** The attribute that the compiler writes for a property of such a class, or false where it writes none. */
export function attributeWritten(
  name: string,
  decorators: readonly Ast.Node[],
  type: TypeInfo | undefined,
  { scope }: LayerContext,
): AttributeEvidence {
  const options = decorators.map((one) => optionsOf(one, scope)).find((one) => one !== null);
  const reads = readerOf(type);
  if (reads === null) return false;
  return {
    name: asString(options?.get('attribute') ?? null) ?? dashed(name),
    reads,
    reflects: options?.get('reflect') === true || options?.get('reflectToAttr') === true,
    ...(reads === 'boolean' ? { falseTexts: ['false'] } : {}),
  };
}

/** One of the plain types is read as that, what may be of several, or of any, as it comes; null for all else. */
function readerOf(type: TypeInfo | undefined): AttributeReader | null {
  if (!type || type.text === 'any') return 'custom';
  const kinds = kindsOf(type);
  const plain: [AttributeReader, boolean][] = [
    ['string', kinds.includes('string')],
    ['number', kinds.includes('number')],
    ['boolean', kinds.includes('true') || kinds.includes('false')],
  ];
  const [first, second] = plain.flatMap(([reads, isOf]) => (isOf ? [reads] : []));
  return second ? 'custom' : (first ?? null);
}

/** A hyphen before each capital letter and each digit: `size2X` is `size-2-x`. */
function dashed(name: string): string {
  return name
    .replaceAll(/[A-Z0-9]/g, '-$&')
    .replace(/^-/, '')
    .toLowerCase();
}

function optionsOf(decorator: Ast.Node, scope: LayerContext['scope']): ReadonlyMap<string, Folded> | null {
  const call = unwrap(decorator);
  const [given] = call.type === 'CallExpression' ? call.arguments : [];
  const options = given ? fold(given, scope) : null;
  return isFoldedObject(options) ? options.object : null;
}
