/** Decorators that make a property, whatever they are called, told by their functions and by what they are given. */

import type { AttributeEvidence } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import type { Folded } from '../folding/folded.js';
import { isFoldedObject } from '../folding/folded.js';
import type { Callable, Scope } from '../folding/functions.js';
import { calledName } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import { within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { isOptions } from './options.js';

/**
 * A decorator under a name that tells nothing, as minifiers leave it: its function, which the material holds, or one that
 * it calls, hands the member over to the class's own maker of properties.
 */
export function makesProperty(
  called: Ast.CallExpression,
  options: Folded | undefined,
  scope: Scope,
): boolean {
  if (options !== undefined && !isFoldedObject(options)) return false;
  const made = callableOf(called.callee, scope);
  if (!made) return false;
  const isMaker = ({ node, scope: { module } }: Callable) =>
    MAKES_PROPERTY.test(module.source.slice(node.start, node.end));
  if (isMaker(made)) return true;
  return within('call', made.node, made.scope.module.program).some((call) => {
    const further = call.callee.type === 'Identifier' ? callableOf(call.callee, made.scope) : null;
    return further !== null && isMaker(further);
  });
}

const MAKES_PROPERTY = /\.createProperty\(/;

const TAKING_OPTIONS = new WeakMap<Ast.Program, ReadonlySet<string>>();

/** Is what decorates without being called, under a name that tells nothing, given options of a property in other places? */
export function takesOptionsElsewhere(decorator: Ast.Node, scope: Scope): boolean {
  if (decorator.type !== 'Identifier') return false;
  const { program } = scope.module;
  let names = TAKING_OPTIONS.get(program);
  if (!names) {
    const applied = within('call', program, program).flatMap(({ callee }) =>
      callee.type === 'CallExpression' && callee.callee.type === 'Identifier' ? [callee] : [],
    );
    names = new Set(
      applied.flatMap(({ callee, arguments: [given] }) =>
        given?.type === 'ObjectExpression' && isOptions(fold(given, scope)) ? [calledName(callee)] : [],
      ),
    );
    TAKING_OPTIONS.set(program, names);
  }
  return names.has(decorator.name);
}

/** How an attribute is read where the decorator's own module has any text stand for true. */
export function asMakerReads(
  attribute: AttributeEvidence,
  called: Ast.CallExpression | null,
  scope: Scope,
): AttributeEvidence {
  if (!attribute || attribute.falseTexts === undefined) return attribute;
  const made = called && callableOf(called.callee, scope);
  const { falseTexts: _, ...others } = attribute;
  return made && readsAnyText(made.scope.module) ? others : attribute;
}

const READING_ANY = new WeakMap<Module, boolean>();

function readsAnyText(module: Module): boolean {
  const known = READING_ANY.get(module) ?? ANY_TEXT.test(module.source);
  READING_ANY.set(module, known);
  return known;
}

/** `fromView(value) { return !!value; }` */
const ANY_TEXT = /\bfromView\((\w+)\)\s*\{\s*return\s*!!\1;?\s*\}/;
