/** Events that decorators tell of: members which they make emitters, and what they are given for a class. */

import type { ContractEvent, ItemWords } from '../../contract/types.js';
import { kebabCase } from '../../emit/names.js';
import { decoratorsOf } from '../classes/decorations.js';
import { offeredEvent } from '../evidence/declared-events.js';
import type { LayerContext } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { classNamed } from '../folding/class-named.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { asString, isFoldedObject } from '../folding/folded.js';
import type { Scope } from '../folding/functions.js';
import { originalName } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { docOf, docOfClass, isInternal, wordsOf } from '../types/docs.js';
import { declaredField, emitterType } from './event-fields.js';

/** What a member that a decorator makes an emitter sends: `@Event({ bubbles: false }) pick: EventEmitter<Pick>`. */
export function emitters(
  decorators: readonly Ast.Node[],
  name: string,
  scope: Scope,
  at: string,
): ContractEvent[] {
  return decorators.flatMap((decorator): ContractEvent[] => {
    if (decorator.type !== 'CallExpression' || !/^(event|output)$/i.test(originalName(decorator, scope)))
      return [];
    const options = decorator.arguments[0] ? fold(decorator.arguments[0], scope) : null;
    const object = isFoldedObject(options) ? options.object : new Map<string, Folded>();
    const eventName = asString(object.get('eventName') ?? null) ?? asString(options) ?? name;
    const otherwise = !sendsPlainly(decorator, scope);
    const is = (key: string) => (object.has(key) ? object.get(key) !== false : otherwise);
    const flags = { bubbles: is('bubbles'), composed: is('composed'), cancelable: is('cancelable') };
    return [offeredEvent(eventName, at, flags)];
  });
}

/**
 * Does a decorator of the material's own, or the emitter that it makes, send events which bubble only where that is asked
 * for? Those of compilers do so unless they are told otherwise.
 */
function sendsPlainly(decorator: Ast.CallExpression, scope: Scope): boolean {
  const made = callableOf(decorator.callee, scope);
  if (!made) return false;
  const { program } = made.scope.module;
  const emitterClasses = within('new', made.node, program).flatMap(
    (one) => classNamed(one.callee, made.scope) ?? [],
  );
  return [made, ...emitterClasses].some(({ node, scope: { module } }) => {
    const text = module.source.slice(node.start, node.end);
    return /\bnew (?:Custom)?Event\(/.test(text) && !/\bbubbles\b/.test(text);
  });
}

/** The detail that the type of a member says, and its words. */
export function detailSaid(
  member: Ast.Node,
  module: Module,
  { graph }: LayerContext,
): Pick<ContractEvent, 'detail'> | null {
  const { isEmitter, detail } = emitterType(member, module, graph);
  return isEmitter && detail ? { detail } : null;
}

/** An event of a compiled member, with what the declarations beside say of that member. */
export function withDeclaredDetail(event: ContractEvent, name: string, context: LayerContext): ContractEvent {
  const declared = declaredField(name, context);
  if (!declared) return event;
  return {
    ...event,
    ...(declared.detail ? { detail: declared.detail } : {}),
    ...declaredWords(name, context),
  };
}

/** What the declarations beside say of a compiled member. */
export function declaredWords(name: string, context: LayerContext): ItemWords {
  const declared = declaredField(name, context);
  return declared ? wordsOf(docOf(declared.node, declared.module)) : {};
}

/** Events that a decorator of the class declares, `@event('pick', { bubbles: true })`, and the names of those not for users. */
export function classEvents(context: LayerContext): { events: ContractEvent[]; inner: string[] } {
  const events: ContractEvent[] = [];
  const inner: string[] = [];
  for (const { node, scope } of decoratorsOf(context.layer, context.scope, context.graph)) {
    if (node.type !== 'CallExpression' || !/^(event|fires|emits)/i.test(originalName(node, scope))) continue;
    const [first, second] = node.arguments;
    const given = first ? asString(fold(first, scope)) : null;
    if (given === null) continue;
    const name = kebabCase(given);
    const options = second ? fold(second, scope) : null;
    const is = (key: string) => isFoldedObject(options) && options.object.get(key) === true;
    const doc = docOf(node, scope.module);
    // What stands before the first decorator is said of the class.
    const isOfClass = doc === docOfClass(context.layer.node, context.layer.module);
    if (!isOfClass && isInternal(doc)) {
      inner.push(name);
      continue;
    }
    events.push(
      offeredEvent(name, context.at(context.layer.node), {
        bubbles: is('bubbles'),
        composed: is('composed') || is('bubbles'),
        cancelable: is('cancelable'),
        ...(isOfClass ? {} : wordsOf(doc)),
      }),
    );
  }
  return { events, inner };
}
