/**
 * What a helper object in a field of the class was given and keeps: `this.header.slotName`, where the class has
 * `header = new SlotHelper(this, 'header')` and the helper's constructor puts its second argument into `slotName`.
 */

import { classAround } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import type { ClassPlace } from './class-named.js';
import { classNamed } from './class-named.js';
import { allFieldsSet, fieldName } from './fields.js';
import { fold } from './fold.js';
import { asString } from './folded.js';
import type { Callable, Scope } from './functions.js';
import { constructorOf, keyText, unwrap } from './functions.js';

/** The text that such an expression is worth, or null. */
export function heldText(node: Ast.MemberExpression, scope: Scope): string | null {
  const { made, helper } = helperIn(node, scope) ?? {};
  const maker = helper && constructorOf(helper.node);
  if (!made || !maker || node.property.type !== 'Identifier') return null;
  const at = parameterKept(node.property.name, maker, helper.node);
  if (at < 0 || made.arguments.slice(0, at + 1).some((one) => one.type === 'SpreadElement')) return null;
  const argument = made.arguments[at];
  if (argument) return asString(fold(argument, scope));
  const parameter = plainParameter(maker.params[at]);
  return parameter?.type === 'AssignmentPattern' ? asString(fold(parameter.right, helper.scope)) : null;
}

/** The method of such an object that is called, `this.validation.validate(this)`; null for other calls. */
export function methodHeld(callee: Ast.Node, scope: Scope): Callable | null {
  const { helper } = (callee.type === 'MemberExpression' && helperIn(callee, scope)) || {};
  const name = callee.type === 'MemberExpression' ? keyText(callee.property) : null;
  for (const member of helper?.node.body.body ?? [])
    if (member.type === 'MethodDefinition' && !member.static && name !== null && keyText(member.key) === name)
      return helper ? { node: member.value, scope: helper.scope } : null;
  return null;
}

/** How the object is made that `this.field` stands for in `this.field.name`, and its class. */
function helperIn(
  node: Ast.MemberExpression,
  scope: Scope,
): { made: Ast.NewExpression; helper: ClassPlace } | null {
  const field = unwrap(node.object);
  if (field.type !== 'MemberExpression' || node.computed) return null;
  const isOwn = field.object.type === 'ThisExpression' && !field.computed;
  const holder = isOwn ? fieldName(field.property) : null;
  const around = holder === null ? null : classAround(node, scope.module.program);
  const given = holder !== null && around ? givenTo(holder, around) : null;
  const made = given && unwrap(given);
  const helper = made?.type === 'NewExpression' ? classNamed(made.callee, scope) : null;
  return made?.type === 'NewExpression' && helper ? { made, helper } : null;
}

/** What a field is given where it is declared, or in the constructor. */
function givenTo(name: string, node: Ast.Class): Ast.Node | null {
  for (const member of node.body.body) {
    const isField = member.type === 'PropertyDefinition' && !member.static && !member.computed;
    if (isField && fieldName(member.key) === name && member.value) return member.value;
  }
  return allFieldsSet(node).find((one) => one.name === name)?.value ?? null;
}

/** The place among the parameters of the one that a constructor keeps under a name; -1 without one. */
function parameterKept(name: string, maker: Ast.Function, helper: Ast.Class): number {
  const kept = givenTo(name, helper);
  return maker.params.findIndex((one) => {
    const parameter = plainParameter(one);
    const own = parameter?.type === 'AssignmentPattern' ? parameter.left : parameter;
    if (own?.type !== 'Identifier') return false;
    // `constructor(private host: Host, readonly slotName: string) {}`
    if (one.type === 'TSParameterProperty' && own.name === name) return true;
    return kept?.type === 'Identifier' && kept.name === own.name;
  });
}

function plainParameter(node: Ast.Node | undefined): Ast.Node | undefined {
  return node?.type === 'TSParameterProperty' ? node.parameter : node;
}
