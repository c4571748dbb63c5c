/**
 * Fields that hold an emitter, of which the event has its name: `pick = createEvent<Pick>({ cancelable: false })`, in
 * the class body or, as compilers place fields, in its constructor.
 */

import type { ContractEvent, TypeInfo } from '../../contract/types.js';
import type { Flags } from '../evidence/declared-events.js';
import { offeredEvent } from '../evidence/declared-events.js';
import { annotationOf } from '../evidence/declared-members.js';
import type { Dialect, EventTypes, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { hiddenMember } from '../evidence/evidence.js';
import type { Field } from '../folding/fields.js';
import { fieldsSet } from '../folding/fields.js';
import { fold } from '../folding/fold.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import { originalName, unwrap } from '../folding/functions.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import type { Ast } from '../syntax/parse.js';
import { docOf, isInnerName, isInternal, wordsOf } from '../types/docs.js';
import { typeOf } from '../types/types.js';

export const eventFields: Dialect = {
  name: 'event-fields',
  read(context) {
    const events: ContractEvent[] = [];
    const eventTypes: EventTypes = new Map();
    const properties: PropertyEvidence[] = [];
    for (const { name, value, place } of fieldsOf(context.layer.node)) {
      const made = unwrap(value);
      if (made.type !== 'CallExpression') continue;
      const declared = declaredField(name, context);
      const named = nameGiven(made, context);
      if (named !== null && declared?.isEmitter && declared.detail) {
        const { description } = wordsOf(docOf(declared.node, declared.module));
        const words = description ? { description } : {};
        eventTypes.set(named, { detail: declared.detail, eventType: 'CustomEvent', ...words });
      }
      const isEmitter = declared?.isEmitter === true && named === null;
      const flags = flagsGiven(made, context) ?? (isEmitter ? EVERY_FLAG : null);
      if (!flags) continue;
      const at = context.at(place);
      properties.push(hiddenMember(name, at));
      const doc = declared ? docOf(declared.node, declared.module) : context.doc(place);
      const isStripped = !declared && context.declared?.node;
      if (isStripped || isInternal(doc) || isInnerName(name)) continue;
      const detail = detailOf(made, context) ?? declared?.detail;
      events.push(offeredEvent(name, at, { ...flags, ...(detail ? { detail } : {}), ...wordsOf(doc) }));
    }
    return { events, eventTypes, properties };
  },
};

/** What emitters do where they are not told otherwise. */
export const EVERY_FLAG = { bubbles: true, composed: true, cancelable: true };

/** Types that declarations give to fields which emit: `EventEmitter<Pick>`, `TargetedEvent<this, Pick>`. */
const EMITTER_TYPE = /^(?:Custom|Targeted)?Event(?:Emitter)?$/;

/** What functions are called that make emitters. */
export const MAKER = /^(?:create|make|define)?(?:Custom)?(?:Event|Emitter|EventEmitter)$/i;

/** The flags that a call which makes an emitter gives its events, all of them on unless it says no; null for any other call. */
function flagsGiven(node: Ast.CallExpression, context: LayerContext): Flags | null {
  const [options, ...others] = node.arguments;
  if (others.length > 0 || !MAKER.test(originalName(node, context.scope))) return null;
  const value = options ? fold(options, context.scope) : { object: new Map() };
  if (!isFoldedObject(value)) return null;
  const is = (key: string) => value.object.get(key) !== false;
  return { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
}

/** `createEvent(this, 'deck-change', 7)`: the event has the name that is given, whatever the field is called. */
function nameGiven(
  { arguments: [first, second] }: Ast.CallExpression,
  { scope }: LayerContext,
): string | null {
  return first?.type === 'ThisExpression' && second ? asString(fold(second, scope)) : null;
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
export function declaredField(name: string, { declared, graph }: LayerContext) {
  const node = declared?.node?.body.body.find(
    (one) => 'key' in one && one.key.type === 'Identifier' && one.key.name === name,
  );
  if (!declared || !node) return null;
  return { module: declared.module, node, ...emitterType(node, declared.module, graph) };
}

/** Is a member said to hold an emitter, and with which detail: `pick: EventEmitter<Pick>`? */
export function emitterType(
  member: Ast.Node,
  module: Module,
  graph: ModuleGraph,
): { isEmitter: boolean; detail: TypeInfo | undefined } {
  const type = annotationOf(member)?.typeAnnotation;
  const given = type && 'typeArguments' in type ? type.typeArguments?.params.at(-1) : null;
  return {
    isEmitter: type ? EMITTER_TYPE.test(nameOfType(type)) : false,
    detail: given ? typeOf(given, module, graph) : undefined,
  };
}

/** `EventEmitter` in `EventEmitter<Pick>` and in `import('somewhere').EventEmitter<Pick>`; else empty. */
function nameOfType(type: Ast.Node): string {
  if (type.type === 'TSTypeReference') return type.typeName.type === 'Identifier' ? type.typeName.name : '';
  if (type.type !== 'TSImportType') return '';
  return type.qualifier?.type === 'Identifier' ? type.qualifier.name : '';
}
