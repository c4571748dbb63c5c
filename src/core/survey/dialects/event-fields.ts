/**
 * Fields that hold an emitter, of which the event has its name: `pick = createEvent<Pick>({ cancelable: false })`, in
 * the class body or, as compilers place fields, in its constructor.
 */

import type { ContractEvent, TypeInfo } from '../../contract/types.js';
import { offeredEvent } from '../evidence/declared-events.js';
import { annotationOf } from '../evidence/declared-members.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import type { Field } from '../folding/fields.js';
import { fieldsSet } from '../folding/fields.js';
import { fold } from '../folding/fold.js';
import { isFoldedObject } from '../folding/folded.js';
import { originalName, unwrap } from '../folding/functions.js';
import type { Ast } from '../syntax/parse.js';
import { docOf, isInnerName, isInternal, wordsOf } from '../types/docs.js';
import { typeOf } from '../types/types.js';

export const eventFields: Dialect = {
  name: 'event-fields',
  read(context) {
    const events: ContractEvent[] = [];
    const properties: PropertyEvidence[] = [];
    for (const { name, value, place } of fieldsOf(context.layer.node)) {
      const made = unwrap(value);
      const flags = made.type === 'CallExpression' ? emitterFlags(made, context) : null;
      if (made.type !== 'CallExpression' || !flags) continue;
      const at = context.at(place);
      // The emitter itself is nothing to assign to.
      properties.push({ name, origin: 'member', internal: true, words: { at } });
      const declared = declaredField(name, context);
      const doc = declared ? docOf(declared.node, declared.module) : context.doc(place);
      const isStripped = !declared && context.declared?.node;
      if (isStripped || isInternal(doc) || isInnerName(name)) continue;
      const detail = detailOf(made, context) ?? declared?.detail;
      events.push(offeredEvent(name, at, { ...flags, ...(detail ? { detail } : {}), ...wordsOf(doc) }));
    }
    return { events, properties };
  },
};

const MAKER = /^(?:create|make|define)?(?:Custom)?(?:Event|Emitter|EventEmitter)$/i;

/** The flags that a call which makes an emitter gives its events, all of them on unless it says no; null for any other call. */
function emitterFlags(
  node: Ast.CallExpression,
  context: LayerContext,
): Pick<ContractEvent, 'bubbles' | 'composed' | 'cancelable'> | null {
  const [options, ...others] = node.arguments;
  if (others.length > 0 || !MAKER.test(originalName(node, context.scope))) return null;
  const value = options ? fold(options, context.scope) : { object: new Map() };
  if (!isFoldedObject(value)) return null;
  const is = (key: string) => value.object.get(key) !== false;
  return { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
}

function fieldsOf(node: Ast.Class): Field[] {
  const written = node.body.body.flatMap((member): Field[] =>
    member.type === 'PropertyDefinition' && !member.static && member.key.type === 'Identifier' && member.value
      ? [{ name: member.key.name, value: member.value, place: member }]
      : [],
  );
  return [...written, ...fieldsSet(node)];
}

/** `createEvent<Pick>()` */
function detailOf(node: Ast.CallExpression, context: LayerContext): TypeInfo | null {
  const [argument] = node.typeArguments?.params ?? [];
  return argument ? typeOf(argument, context.layer.module, context.graph) : null;
}

/** What the declarations beside say of a field: `readonly pick: TargetedEvent<this, Pick>`. */
function declaredField(name: string, { declared, graph }: LayerContext) {
  const node = declared?.node?.body.body.find(
    (one) => 'key' in one && one.key.type === 'Identifier' && one.key.name === name,
  );
  if (!declared || !node) return null;
  const type = annotationOf(node)?.typeAnnotation;
  const given = type && 'typeArguments' in type ? type.typeArguments?.params.at(-1) : null;
  return { module: declared.module, node, detail: given ? typeOf(given, declared.module, graph) : undefined };
}
