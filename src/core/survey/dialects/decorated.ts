/**
 * Decorated classes: members declared by a decorator, in source form (`@property({ ... }) name`) and in what
 * compilers make of it: a call, under any name, that is given decorators, the name of a member, and the class or
 * its prototype. A decorator counts by the shape of what it is given; only one that is given nothing counts by
 * its name.
 */

import type { ContractEvent, ContractNamed, ItemWords } from '../../contract/types.js';
import { aboutClass } from '../classes/about.js';
import { memberDecorations } from '../classes/decorations.js';
import type {
  AttributeSeen,
  Dialect,
  LayerContext,
  MethodEvidence,
  PropertyEvidence,
} from '../evidence/evidence.js';
import { hiddenMember } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import type { Folded, FoldedObject } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { originalName, unwrap } from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import type { Ast } from '../syntax/parse.js';
import { entryOf } from '../syntax/tree.js';
import { isInnerName, isInternal, wordsOf } from '../types/docs.js';
import { methodText } from '../types/signatures.js';
import { classEvents, declaredWords, detailSaid, emitters, withDeclaredDetail } from './emitters.js';
import { attributeWritten, componentOptions } from './for-compilers.js';
import { isDocumentedAccessor, memberType } from './members.js';
import { attributeCaseOf, isOptions, readOptions } from './options.js';
import type { OwnMembers } from './own-decorators.js';
import { ownMembers, prefixed } from './own-decorators.js';
import { asMakerReads, makesProperty, takesOptionsElsewhere } from './property-makers.js';
import { wrappedDecorator } from './wrapped-decorators.js';

export const decorated: Dialect = {
  name: 'decorated',
  read(context) {
    const properties: PropertyEvidence[] = [];
    const events: ContractEvent[] = [];
    const slots: ContractNamed[] = [];
    const hidden: PropertyEvidence[] = [];
    const attributes: AttributeSeen[] = [];
    const take = (own: OwnMembers) => {
      properties.push(...own.properties);
      attributes.push(...own.attributes);
    };
    const isForCompiler = componentOptions(context) !== null;
    for (const member of context.layer.node.body.body) {
      if (!('decorators' in member) || !('key' in member) || member.static) continue;
      const name = keyName(member.key, member.computed, (node) => fold(node, context.scope));
      if (name === null) continue;
      const decorators = member.decorators.map((one) => one.expression);
      const emitted = emitters(decorators, name, context.scope, context.at(member)).map((one) => ({
        ...one,
        ...detailSaid(member, context.layer.module, context),
        ...wordsOf(context.doc(member)),
      }));
      events.push(...emitted);
      if (emitted.length > 0) hidden.push(hiddenMember(name, context.at(member)));
      const slotWords = { ...wordsOf(context.doc(member)), at: context.at(member) };
      slots.push(...slotted(decorators, name, context.scope, slotWords));
      if (decorators.some((one) => FINDING_NAME.test(originalName(one, context.scope))))
        properties.push({ name, origin: 'member', readonly: true, words: { at: context.at(member) } });
      // What is declared of a method is something else than a property.
      const isMethod = member.type === 'MethodDefinition' && member.kind === 'method';
      const evidence = isMethod ? null : declaredBy(decorators, name, context, context.scope);
      if (!evidence && decorators.some((one) => takesContext(one, context.scope)))
        hidden.push(hiddenMember(name, context.at(member)));
      const own = ownMembers(decorators, name, context, context.scope, context.at(member));
      const doc = context.doc(member);
      // What their code does counts for more than what decorators are called.
      if (!evidence || own.attributes.length > 0) {
        const written = memberType(member, context);
        const words = { ...wordsOf(doc), at: context.at(member) };
        const told = (one: PropertyEvidence) => ({ ...one, ...(written ? { type: written } : {}), words });
        take({ ...own, properties: own.properties.map((one) => told(withStart(one, evidence))) });
        continue;
      }
      const type = memberType(member, context) ?? evidence.type;
      properties.push({
        ...evidence,
        ...(type ? { type } : {}),
        ...(isForCompiler && !evidence.state
          ? { attribute: attributeWritten(name, decorators, type, context) }
          : {}),
        internal:
          evidence.internal ||
          isInnerName(name) ||
          isInternal(doc) ||
          ('accessibility' in member &&
            (member.accessibility === 'private' || member.accessibility === 'protected')),
        words: { ...wordsOf(doc), at: context.at(member) },
      });
    }
    const ofClass = classEvents(context);
    events.push(...ofClass.events);
    // A class without a superclass becomes an element by a compiler, which only takes what is decorated.
    const { node } = context.layer;
    const isWhole =
      !node.superClass && context.layer === context.chain.layers[0] && (node.decorators ?? []).length > 0;
    const compiled = compiledMembers(context);
    return {
      properties: [...properties, ...hidden, ...compiled.properties],
      attributes: [...attributes, ...compiled.attributes],
      events: [...events, ...compiled.events],
      innerEvents: ofClass.inner,
      slots: [...slots, ...compiled.slots],
      ...(isWhole ? { whole: true, methods: decoratedMethods(context) } : {}),
    };
  },
};

/** Methods that are decorated, as a class that a compiler turns into an element offers them. */
function decoratedMethods(context: LayerContext): MethodEvidence[] {
  return context.layer.node.body.body.flatMap((member) => {
    if (member.type !== 'MethodDefinition' || member.kind !== 'method' || member.key.type !== 'Identifier')
      return [];
    const isOffered = member.decorators.some((one) =>
      /^method$/i.test(originalName(one.expression, context.scope)),
    );
    if (!isOffered) return [];
    const { name } = member.key;
    return [
      {
        name,
        text: methodText(name, member.value, context.layer.module, context.doc(member)),
        words: { ...wordsOf(context.doc(member)), at: context.at(member) },
      },
    ];
  });
}

/** `@consume({ context })`: an element around this one provides the value, nobody else. */
function takesContext(decorator: Ast.Node, scope: Scope): boolean {
  const node = unwrap(decorator);
  const [told] = node.type === 'CallExpression' ? node.arguments : [];
  return (
    told !== undefined && /^consume/i.test(originalName(node, scope)) && entryOf(told, 'context') !== null
  );
}

/** Decorators that make a member of what they find inside the element: nothing to assign to. */
const FINDING_NAME = /^query/i;
const PLAIN_NAMES = /^(prop|property|attr|attribute|observable|bindable|field|api|input|reactive)$/i;
const INNER_NAMES = /^(state|internalProperty|internal)$/i;
/** Decorators that make a property observable, but give it no attribute. */
const NO_ATTRIBUTE = /^observable$/i;
const ATTRIBUTE_NAMES = /^attr(ibute)?$/i;

/** What the decorators of one member declare, or null when none of them declares a property. */
function declaredBy(
  decorators: readonly Ast.Node[],
  name: string,
  context: LayerContext,
  scope: Scope,
): PropertyEvidence | null {
  for (const given of decorators) {
    const decorator = unwrap(given);
    const called = decorator.type === 'CallExpression' ? decorator : null;
    const givenName = originalName(decorator, scope);
    const [argument] = called?.arguments ?? [];
    const options = argument ? fold(argument, scope) : undefined;
    if (SLOT_NAME.test(givenName)) continue;
    const inner = called ? wrappedDecorator(called, name, scope) : null;
    const isOwn = inner !== null && scope.graph.isOwn(inner.scope.module);
    const declares = () =>
      declaresProperty(options, argument, givenName) ||
      (called ? makesProperty(called, options, scope) : takesOptionsElsewhere(decorator, scope));
    // What another package makes of a decorator counts where what that is given does not tell.
    if (inner && (isOwn || !declares())) {
      const found = declaredBy([inner.node], name, context, inner.scope);
      if (found) return INNER_NAMES.test(givenName) ? { ...found, internal: true } : found;
    }
    if (!declares()) continue;
    const attributeCase = attributeCaseOf(context.chain);
    const read = readOptions(name, asOptions(options, givenName), attributeCase);
    const isState = read.internal || INNER_NAMES.test(givenName);
    const isInner = isState && !isDocumentedAccessor(name, context);
    return {
      name,
      origin: 'declared',
      ...(read.type ? { type: read.type } : {}),
      ...(read.default === undefined ? {} : { default: read.default }),
      // One that only makes a property observable leaves it to others to give it an attribute.
      ...(NO_ATTRIBUTE.test(givenName)
        ? {}
        : {
            attribute: isState
              ? false
              : prefixed(asMakerReads(read.attribute, called, scope), name, decorator, scope),
          }),
      internal: isInner,
      state: isInner,
      readonly: read.readonly,
      writable: true,
      words: {},
    };
  }
  return null;
}

/** What a property starts with is told by the options of its decorator, whatever that makes of them. */
function withStart(one: PropertyEvidence, declared: PropertyEvidence | null): PropertyEvidence {
  const start = declared?.name === one.name ? declared.default : undefined;
  return start === undefined ? one : { ...one, default: start };
}

/** What a decorator is given, as options: a text, and the name in what one of an attribute is given, are the attribute's. */
function asOptions(given: Folded | undefined, decorator: string): Folded | undefined {
  if (typeof given === 'string') return { object: new Map([['attribute', given]]) };
  if (!isFoldedObject(given ?? null) || !ATTRIBUTE_NAMES.test(decorator)) return given;
  const { object } = given as FoldedObject;
  const name = asString(object.get('name') ?? null);
  return name === null ? given : { object: new Map<string, Folded>([['attribute', name], ...object]) };
}

function declaresProperty(
  options: Folded | undefined,
  argument: Ast.Node | undefined,
  name: string,
): boolean {
  if (argument === undefined) return PLAIN_NAMES.test(name) || INNER_NAMES.test(name);
  if (isOptions(options)) return true;
  if (isFoldedObject(options ?? null)) return PLAIN_NAMES.test(name) || INNER_NAMES.test(name);
  if (typeof options === 'string') return ATTRIBUTE_NAMES.test(name);
  return argument.type !== 'Literal' && PLAIN_NAMES.test(name);
}

/** A member that holds what is slotted: `@slot({ default: true }) items`, `@slot() header`. */
function slotted(
  decorators: readonly Ast.Node[],
  name: string,
  scope: Scope,
  words: ItemWords,
): ContractNamed[] {
  return decorators.flatMap((decorator) => {
    if (decorator.type !== 'CallExpression' || !SLOT_NAME.test(originalName(decorator, scope))) return [];
    const options = decorator.arguments[0] ? fold(decorator.arguments[0], scope) : null;
    const isDefault = isFoldedObject(options) && options.object.get('default') === true;
    return [{ name: isDefault ? '' : name, ...words }];
  });
}

/** `slot`, and others of the kind, as `slotStrict`; what hears of `slotChange` is none. */
const SLOT_NAME = /^[sS]lot(?:[A-Z](?!hange)\w*)?$/;

/** What compilers make of decorated members. */
function compiledMembers(
  context: LayerContext,
): OwnMembers & { slots: ContractNamed[]; events: ContractEvent[] } {
  const events: ContractEvent[] = [];
  const properties: PropertyEvidence[] = [];
  const attributes: AttributeSeen[] = [];
  const slots: ContractNamed[] = [];
  const methods = new Set(
    context.layer.node.body.body.flatMap((one) =>
      one.type === 'MethodDefinition' && one.kind === 'method' && one.key.type === 'Identifier'
        ? [one.key.name]
        : [],
    ),
  );
  for (const about of aboutClass(context.layer, context.scope, context.graph)) {
    if (about.node.type !== 'CallExpression') continue;
    for (const { name, decorators } of memberDecorations(about)) {
      const words = { at: context.at(about.node) };
      slots.push(...slotted(decorators, name, about.scope, { ...declaredWords(name, context), ...words }));
      const emitted = emitters(decorators, name, about.scope, words.at);
      events.push(...emitted.map((one) => withDeclaredDetail(one, name, context)));
      if (emitted.length > 0) {
        properties.push(hiddenMember(name, words.at));
        continue;
      }
      const isStatic =
        !about.node.arguments.some((one) => about.isPrototype(one)) &&
        about.node.arguments.some((one) => about.isClass(one));
      const made = isStatic ? null : ownMembers(decorators, name, context, about.scope, words.at);
      const declared = methods.has(name) ? null : declaredBy(decorators, name, context, about.scope);
      const evidence = made?.attributes.length ? null : declared;
      if (evidence)
        properties.push({ ...evidence, internal: evidence.internal === true || isInnerName(name), words });
      const own = evidence ? null : made;
      properties.push(...(own?.properties ?? []).map((one) => withStart(one, declared)));
      attributes.push(...(own?.attributes ?? []));
      if (!evidence && !own?.properties.length && !methods.has(name)) {
        // Whether it is for users its name may tell, or else only its type declaration.
        const isGiven = decorators.some((one) => takesContext(one, about.scope));
        const unsaid = !isInnerName(name) && !isGiven && !context.declared?.node;
        const internal = isInnerName(name) || isGiven || unsaid;
        const said = { internal, ...(unsaid ? { unsaid: true as const } : {}) };
        properties.push({ name, origin: 'member', readonly: true, made: 'accessor', ...said, words });
      }
    }
  }
  return { properties, attributes, slots, events };
}
