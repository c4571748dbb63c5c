/** When code runs that registers: as its module is imported, or when somebody calls for it. */

import type { FunctionNode, Scope } from '../folding/functions.js';
import { declaredName, isFunction, unwrap } from '../folding/functions.js';
import type { Module } from '../modules/modules.js';
import { callInPlace, callsGiven, functionsAround, within } from '../syntax/find.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';

/**
 * Does code in the functions given, the innermost last, wait for a call? It does not where each of them is called where
 * it stands, is handed to a call, or is called by its name from code that runs at once.
 */
export function isCalledLater(around: readonly FunctionNode[], { module }: Scope): boolean {
  return !around.every((one) => runsAtOnce(one, module));
}

const KNOWN = new WeakMap<FunctionNode, boolean>();
/** Through so many functions that call one another the question is followed. */
const MOST_ASKED = 200;

/** `asked` are the functions that the question has come by: each is asked once, which ends circles. */
function runsAtOnce(node: FunctionNode, module: Module, asked = new Set<FunctionNode>()): boolean {
  const known = KNOWN.get(node);
  if (known !== undefined) return known;
  if (asked.has(node) || asked.size > MOST_ASKED) return false;
  const isFirst = asked.size === 0;
  asked.add(node);
  const calls = callsIn(module.program);
  const runs =
    callInPlace(node, module.program) !== null ||
    calls.bundled.has(node) ||
    callsGiven(node, module.program).length > 0 ||
    isCalledByName(node, module, asked);
  // Those asked on the way had part of the answer only, where it is no.
  if (runs || isFirst) KNOWN.set(node, runs);
  return runs;
}

/** Is the function called by its name, or handed to a call by it, where that is known, in code that runs at once? */
function isCalledByName(node: FunctionNode, module: Module, asked: Set<FunctionNode>): boolean {
  const { program } = module;
  const outer = functionsAround(node, program);
  const name = declaredName(node, outer.at(-1), module);
  const calls =
    name === null ? [] : [...(callsIn(program).byName.get(name) ?? []), ...callsGiven(name, program)];
  return calls.some((call) => {
    const inner = functionsAround(call, program);
    const isInReach = outer.every((one, index) => inner[index] === one);
    return isInReach && inner.slice(outer.length).every((one) => runsAtOnce(one, module, asked));
  });
}

interface Calls {
  /** What stands in tables of modules, as bundlers hand them to the function that loads them. */
  bundled: ReadonlySet<Ast.Node>;
  byName: ReadonlyMap<string, Ast.CallExpression[]>;
}

const CALLS = new WeakMap<Ast.Program, Calls>();

/** What is called in a module: what bundlers' tables hold, and the calls by the name of what they call. */
function callsIn(program: Ast.Program): Calls {
  const known = CALLS.get(program);
  if (known) return known;
  const bundled = new Set<Ast.Node>();
  const byName = new Map<string, Ast.CallExpression[]>();
  for (const call of within('call', program, program)) {
    const callee = unwrap(call.callee);
    const table = isFunction(callee) ? call.arguments[0] : startedTable(call);
    for (const one of tabled(table)) bundled.add(one);
    if (callee.type !== 'Identifier') continue;
    addTo(byName, callee.name, call);
  }
  const calls = { bundled, byName };
  CALLS.set(program, calls);
  return calls;
}

/** `chunks.push([[1], { 697() { ... } }, (load) => load(697)])`: the table of a file of a bundle that starts what is in it. */
function startedTable({ callee, arguments: args }: Ast.CallExpression): Ast.Node | undefined {
  const [list] = args;
  const isPush =
    callee.type === 'MemberExpression' &&
    callee.property.type === 'Identifier' &&
    callee.property.name === 'push';
  if (!isPush || list?.type !== 'ArrayExpression') return undefined;
  const [names, table, start] = list.elements;
  return names?.type === 'ArrayExpression' && table && start && isFunction(start) ? table : undefined;
}

function tabled(table: Ast.Node | undefined): Ast.Node[] {
  if (table?.type === 'ArrayExpression') return table.elements.filter((one) => one !== null);
  if (table?.type !== 'ObjectExpression') return [];
  return table.properties.flatMap((one) => (one.type === 'Property' ? [one.value] : []));
}
