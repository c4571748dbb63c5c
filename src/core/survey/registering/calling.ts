/** What users call to have a tag registered, where importing the module does not do it. */

import { exportNameOfClass } from '../classes/class-names.js';
import type { ClassChain } from '../classes/layers.js';
import { callableOf, declaredFunction } from '../folding/callables.js';
import { type FunctionNode, keyText, type Scope, unwrap } from '../folding/functions.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { callsGiven, classAround, functionsAround, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { walk } from '../syntax/parse.js';

import type { Registered } from './registering.js';
import { isCalledLater } from './running.js';

/**
 * The function, below what the entrance exports (`definePier`, `Pier.define`), that registers a tag when it is called
 * with nothing; null where there is none.
 */
export function callThatRegisters(
  { registers, module, place, scope, later, method: given }: Registered,
  { layers: [own] }: ClassChain,
  entrance: Module | null,
  graph: ModuleGraph,
): string | null {
  if (later && entrance) {
    const isFree = later.node.params.every((one) => mayBeLeftOut(one, later.node, later.scope));
    return isFree ? exportNameOfValue(place, entrance, graph) : null;
  }
  if (given !== undefined) {
    const holder = own && entrance ? exportNameOfClass(own, entrance, graph) : null;
    return holder === null ? null : `${holder}.${given}`;
  }
  const [outer, ...inner] = functionsAround(place, module.program);
  if (registers !== 'by-call' || !entrance || !outer) return null;
  const here = { ...scope, module };
  if (!outer.params.every((one) => mayBeLeftOut(one, outer, here)) || isCalledLater(inner, here)) return null;
  const around = classAround(place, module.program);
  const method = staticName(outer, around);
  if (method === null || !around) {
    const name = exportNameOfFunction(outer, module, entrance, graph);
    return name !== null && asksByType(name, [entrance, module], graph) ? null : name;
  }
  // It may be the method of another class, which registers several.
  const holding =
    own?.node === around ? own : { node: around, module, bindings: new Map(), name: null, own: true };
  const holder = exportNameOfClass(holding, entrance, graph);
  return holder === null ? null : `${holder}.${method}`;
}

/** Does a function do without what a parameter stands for? Also by handing it on to one that does. */
function mayBeLeftOut(param: Ast.Node, { body }: FunctionNode, scope: Scope): boolean {
  if (isOptional(param)) return true;
  // What its type asks for has to be given, whatever becomes of it.
  if (param.type !== 'Identifier' || param.typeAnnotation || !body) return false;
  const { program } = scope.module;
  const calls = callsGiven(param.name, program);
  return within('reference', body, program)
    .filter(({ name }) => name === param.name)
    .every((use) =>
      calls.some((call) => {
        const at = call.arguments.indexOf(use as Ast.Argument);
        const taken = at < 0 ? undefined : callableOf(call.callee, scope)?.node.params[at];
        return taken !== undefined && isOptional(taken);
      }),
    );
}

/** Does a function do without all that it may be given: is nothing looked for in it, and none of it called? */
export function needsNothing({ params, body }: FunctionNode): boolean {
  const asked = new Set<string>();
  if (body)
    walk(body, (node) => {
      const used =
        node.type === 'MemberExpression' ? node.object : node.type === 'CallExpression' ? node.callee : null;
      if (used?.type === 'Identifier') asked.add(used.name);
      return true;
    });
  return params.every(
    (one) =>
      isOptional(one) ||
      (one.type === 'Identifier' && (one.name === 'this' || !(one.typeAnnotation || asked.has(one.name)))),
  );
}

/** Does a function ask for something by the types that stand beside the modules which export it? */
function asksByType(name: string, modules: readonly Module[], graph: ModuleGraph): boolean {
  return modules.some((module) => {
    const declaration = graph.declarationsBeside(module, name)?.declarations.get(name);
    return declaration?.kind === 'function' && !declaration.node.params.every(isOptional);
  });
}

function isOptional(param: Ast.Node): boolean {
  return (
    param.type === 'AssignmentPattern' ||
    param.type === 'RestElement' ||
    (param.type === 'Identifier' && Boolean(param.optional))
  );
}

/** The name of a static method that a function is; null where it is none. */
function staticName(node: FunctionNode, holder: Ast.Class | null): string | null {
  const method = holder?.body.body.find((one) => one.type === 'MethodDefinition' && one.value === node);
  if (method?.type !== 'MethodDefinition') return null;
  // Nobody outside can call a private one.
  const isOpen = method.static && !method.computed && method.key.type !== 'PrivateIdentifier';
  return isOpen ? keyText(method.key) : null;
}

/** The name under which a module exports a constant that is given what stands at a place; null where it does not. */
function exportNameOfValue(place: Ast.Span, entrance: Module, graph: ModuleGraph): string | null {
  const isGiven = (exported: string) => {
    const declaration = graph.findExport(exported, entrance)?.declaration;
    const value = declaration?.kind === 'variable' && declaration.init ? unwrap(declaration.init) : null;
    return value?.start === place.start && value.end === place.end;
  };
  return bestOf([...entrance.exports.keys()], isGiven);
}

/** Of the names that a module exports, and that are meant, the one for users: those of one letter are for other chunks. */
function bestOf(names: readonly string[], isMeant: (name: string) => boolean): string | null {
  const named = names.filter((one) => one !== 'default');
  return named.find((one) => one.length > 2 && isMeant(one)) ?? named.find(isMeant) ?? null;
}

/** The name under which a module gives a function to those who import it, or null where it does not. */
function exportNameOfFunction(
  node: FunctionNode,
  module: Module,
  entrance: Module,
  graph: ModuleGraph,
): string | null {
  const declared = 'id' in node && node.id ? [node.id.name] : [];
  const names = [...declared, ...module.exports.keys(), ...entrance.exports.keys()];
  const leads = (exported: string) => {
    const found = graph.findExport(exported, entrance);
    return found !== null && declaredFunction(found, graph)?.node === node;
  };
  return bestOf(names, leads);
}
