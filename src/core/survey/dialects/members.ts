/** Ordinary class members: fields, accessors, methods, and fields set in the constructor. */

import { isPlatformMember } from '../../contract/platform.js';
import type { ItemWords, TypeInfo } from '../../contract/types.js';
import { stringLiteral } from '../../emit/text.js';
import { annotationOf } from '../evidence/declared-members.js';
import type { Dialect, LayerContext, MethodEvidence, PropertyEvidence } from '../evidence/evidence.js';
import { LIFECYCLE } from '../evidence/lifecycle.js';
import { fieldsSet } from '../folding/fields.js';
import { fold } from '../folding/fold.js';
import { UNKNOWN } from '../folding/folded.js';
import { isFunction, staticValue } from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import { isTypeScript } from '../syntax/file-names.js';
import type { Ast } from '../syntax/parse.js';
import { isInaccessible } from '../syntax/tree.js';
import type { Doc } from '../types/docs.js';
import { defaultSaid, docOf, isInnerName, isInternal, NO_DOC, wordsOf } from '../types/docs.js';
import { methodText } from '../types/signatures.js';
import { NO_TYPE, typeOf, typeOfText } from '../types/types.js';
import { typeOfValue } from '../types/values.js';
import { initialBehind, initialOf } from './initial.js';
import { makesAccessors } from './per-element.js';

export const members: Dialect = {
  name: 'members',
  read(context) {
    const properties = new Map<string, PropertyEvidence>();
    const methods: MethodEvidence[] = [];
    for (const member of context.layer.node.body.body) readMember(member, context, properties, methods);
    for (const [name, evidence] of constructorFields(context)) {
      if (LIFECYCLE.has(name)) continue;
      const known = properties.get(name);
      if (known && evidence.default !== undefined) known.default ??= evidence.default;
      else if (!known) properties.set(name, evidence);
    }
    return {
      properties: [...properties.values()],
      methods,
      ...(formAssociated(context) ? { formAssociated: true } : {}),
    };
  },
};

/** The type a member is given by annotation, doc comment, or default; undefined when nothing tells. */
export function memberType(member: Ast.ClassElement, context: LayerContext): TypeInfo | undefined {
  const { module } = context.layer;
  const annotation = annotationOf(member);
  if (annotation) return typeOf(annotation.typeAnnotation, module, context.graph);
  const doc = 'key' in member ? context.doc(member) : undefined;
  const tagged = doc?.tags.find((tag) => ['type', 'return', 'returns'].includes(tag.tag) && tag.type)?.type;
  if (tagged) return typeOfText(tagged, module, context.graph);
  const value = initialValue(member, context);
  const type = value ? typeOfInitial(value, context) : NO_TYPE;
  return type === NO_TYPE ? undefined : type;
}

/** The type of what a member holds at first. In code without types an object may later be one of another shape. */
function typeOfInitial(value: Ast.Node, { scope, layer }: LayerContext): TypeInfo {
  const type = typeOfValue(value, scope);
  if (!type.schema?.properties || isTypeScript(layer.module.path)) return type;
  return { text: 'object', schema: { type: 'object' } };
}

/** What a member holds at first, or null when nothing tells. */
function initialValue(member: Ast.ClassElement, { layer }: LayerContext): Ast.Node | null {
  if (member.type === 'PropertyDefinition' || member.type === 'AccessorProperty')
    return member.value && initialOf(member.value, layer);
  const isGetter = member.type === 'MethodDefinition' && member.kind === 'get';
  return isGetter ? initialBehind(member.value, layer) : null;
}

function readMember(
  member: Ast.ClassElement,
  context: LayerContext,
  properties: Map<string, PropertyEvidence>,
  methods: MethodEvidence[],
): void {
  if (!('key' in member) || member.static) return;
  const name = keyName(member.key, member.computed, (node) => fold(node, context.scope));
  if (name === null || LIFECYCLE.has(name)) return;
  const doc = context.doc(member);
  const internal = hidden(member, name, doc);
  const words: ItemWords = { ...wordsOf(doc), at: context.at(member) };
  if (member.type === 'MethodDefinition' && member.kind === 'method') {
    methods.push({ name, text: methodText(name, member.value, context.layer.module, doc), internal, words });
    return;
  }
  if (member.type === 'TSAbstractMethodDefinition') return;
  const before = properties.get(name);
  const type = memberType(member, context) ?? before?.type;
  const accessor = member.type === 'MethodDefinition' ? member.kind : null;
  const value = initialValue(member, context);
  const initial = (value && sourceOf(value, context)) ?? before?.default;
  properties.set(name, {
    name,
    origin: 'member',
    ...(type ? { type } : {}),
    ...(initial === undefined ? {} : { default: initial }),
    ...(before?.said === undefined ? {} : { said: before.said }),
    ...defaultSaid(doc),
    readonly: ('readonly' in member && member.readonly) || isReadonlyDoc(doc),
    writable: accessor === null || accessor === 'set' || before?.writable === true,
    ...madeBy(member),
    platforms: isPlatformMember(name) && isToldOnly(member) && doc === NO_DOC,
    internal: internal || before?.internal === true,
    words: { ...words, ...before?.words },
  });
}

/** `shadowRoot!: ShadowRoot`: nothing but a type for what is there. */
function isToldOnly(member: Ast.ClassElement): boolean {
  return member.type === 'PropertyDefinition' && member.definite === true && member.decorators.length === 0;
}

/** What a member makes of its property; a decorator may make anything of it. */
function madeBy(member: Ast.ClassElement): Pick<PropertyEvidence, 'made'> {
  if (member.type === 'MethodDefinition' || member.type === 'AccessorProperty') return { made: 'accessor' };
  const isField = member.type === 'PropertyDefinition' && !member.declare && member.decorators.length === 0;
  return isField ? { made: 'field' } : {};
}

/**
 * Is there an accessor of a name, to be read and written, with words for users? A decorator may call it state all the
 * same, so that the element renders anew when it changes.
 */
export function isDocumentedAccessor(name: string, context: LayerContext): boolean {
  const { declared, layer } = context;
  const partsIn = (node: Ast.Class) =>
    node.body.body.filter(
      (one) =>
        one.type === 'MethodDefinition' &&
        !one.static &&
        one.kind !== 'method' &&
        keyName(one.key, one.computed, (key) => fold(key, context.scope)) === name,
    ) as Ast.MethodDefinition[];
  const parts = partsIn(layer.node);
  if (!['get', 'set'].every((kind) => parts.some((one) => one.kind === kind))) return false;
  const beside = declared?.node ? partsIn(declared.node) : [];
  const docs = [
    ...parts.map((one) => context.doc(one)),
    ...beside.map((one) => docOf(one, declared?.module ?? layer.module)),
  ];
  const isHidden = [...parts, ...beside].some((one, index) => hidden(one, name, docs[index] ?? NO_DOC));
  return !isHidden && docs.some((one) => one.description !== '');
}

function hidden(member: Ast.ClassElement, name: string, doc: Doc): boolean {
  return isInnerName(name) || isInaccessible(member) || isInternal(doc);
}

function isReadonlyDoc(doc: Doc): boolean {
  return doc.tags.some((tag) => tag.tag === 'readonly');
}

/** A value as it is written; one that only has a name, or that a minifier wrote, as what it is. */
function sourceOf(node: Ast.Node, context: LayerContext): string | undefined {
  if (node.type === 'UnaryExpression' && node.operator === 'void') return undefined;
  if (node.type === 'Identifier' && node.name === 'undefined') return undefined;
  if (node.type === 'Literal' && typeof node.value === 'number') return String(node.value);
  if (['UnaryExpression', 'MemberExpression', 'Identifier', 'TemplateLiteral'].includes(node.type)) {
    const folded = fold(node, context.scope);
    if (typeof folded === 'string') return shortened(stringLiteral(folded));
    if (typeof folded === 'number' || typeof folded === 'boolean') return String(folded);
    // A minifier's name tells nothing.
    if (node.type === 'Identifier' && node.name.length < 3) return undefined;
  }
  return shortened(context.layer.module.source.slice(node.start, node.end).replaceAll(/\s+/g, ' '));
}

function shortened(text: string): string {
  return text.length > 80 ? `${text.slice(0, 77)}...` : text;
}

/** Fields the constructor sets, as compilers place class fields. */
function constructorFields(context: LayerContext): Map<string, PropertyEvidence> {
  const fields = new Map<string, PropertyEvidence>();
  for (const { name, value: given, place, terse, helper } of fieldsSet(context.layer.node)) {
    if (helper && makesAccessors(helper, context.scope)) continue;
    if (fields.has(name)) continue;
    const value = initialOf(given, context.layer);
    if (!value) continue;
    const doc = docOf(place, context.layer.module);
    const tagged = doc.tags.find((tag) => tag.tag === 'type' && tag.type)?.type;
    const type = tagged
      ? typeOfText(tagged, context.layer.module, context.graph)
      : typeOfInitial(value, context);
    const initial = sourceOf(value, context);
    fields.set(name, {
      name,
      origin: 'member',
      ...(type === NO_TYPE ? {} : { type }),
      ...(initial === undefined ? {} : { default: initial }),
      ...defaultSaid(doc),
      writable: true,
      made: 'field',
      platforms: isPlatformMember(name) && doc === NO_DOC,
      readonly: isReadonlyDoc(doc),
      internal: isInnerName(name) || isInternal(doc),
      ...(isFunction(value) ? { callback: true as const } : {}),
      terse: terse === true,
      words: { ...wordsOf(doc), at: context.at(place) },
    });
  }
  return fields;
}

function formAssociated(context: LayerContext): boolean {
  const value = staticValue(context.layer.node, 'formAssociated', context.layer.module);
  const folded = value ? fold(value, context.scope) : false;
  // What cannot be told asks whether the browser is able to: `static get formAssociated() { return isSupported(); }`.
  return folded === true || folded === UNKNOWN;
}
