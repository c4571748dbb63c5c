/** The code that belongs to a class beyond its own body: constants, functions and styles it names. */

import { isBundle, moduleMember } from '../folding/bundled.js';
import type { Bound, FunctionNode, Named, Scope } from '../folding/functions.js';
import { assignedBeside, isFunction, keyText, unwrap } from '../folding/functions.js';
import { isLocal, withLocals } from '../folding/scopes.js';
import type { Module, ModuleGraph } from '../modules/modules.js';
import { areInOnePackage } from '../modules/modules.js';
import type { Kinds } from '../syntax/find.js';
import { functionsAround, isWithin, within } from '../syntax/find.js';
import type { Ast } from '../syntax/parse.js';
import { privateFunction } from '../syntax/privates.js';
import { isPrototype } from '../syntax/tree.js';
import { assignedTo, assignedToClass } from './assigned.js';
import { decoratorsOf } from './decorations.js';
import type { Layer } from './layers.js';
import { classGiven } from './layers.js';

export interface Piece {
  node: Ast.Node;
  module: Module;
  /** What it names counts wherever it stands: templates that are handed over may come from another package. */
  anywhere?: boolean;
  /** What of it never runs for the component. */
  idle?: readonly Ast.Node[];
  /** What names stand for where it stands, before they are looked up in the module. */
  bindings?: Scope['bindings'];
}

export interface Reach {
  pieces: Piece[];
  /** Modules that hold style sheets and constants only: their whole text belongs to the class. */
  sheets: { text: string; label: string }[];
}

const MOST_PIECES = 200;

/**
 * The class body, its decorators, what is assigned to the class at the top level of its module, and the top-level
 * constants and functions of the surveyed material that those name, directly or through each other. Other classes stay
 * out, and so does what is `idle`: members, and values given to the class, that never run for a component.
 */
export function reachOf(layer: Layer, graph: ModuleGraph, idle: readonly Ast.Node[]): Reach {
  const known = REACHED.get(layer)?.find((one) => sameNodes(one.idle, idle));
  if (known) return known.reach;
  const reach = follow(layer, graph, idle);
  REACHED.set(layer, [...(REACHED.get(layer) ?? []), { idle, reach }]);
  return reach;
}

const REACHED = new WeakMap<Layer, { idle: readonly Ast.Node[]; reach: Reach }[]>();

const sameNodes = (some: readonly Ast.Node[], others: readonly Ast.Node[]) =>
  some.length === others.length && some.every((one, at) => one === others[at]);

function follow(layer: Layer, graph: ModuleGraph, idle: readonly Ast.Node[]): Reach {
  // What a view, or a class, names may stand in the function around it.
  const bindings = layer.built?.scope.bindings ?? layer.bindings;
  const pieces: Piece[] = [{ node: layer.node.body, module: layer.module, idle, bindings }];
  if (layer.made) {
    const { node, scope, near } = layer.made;
    pieces.push({ node, module: scope.module, ...(near ? {} : { anywhere: true }) });
  }
  const scope: Scope = { graph, module: layer.module, bindings: layer.bindings };
  for (const { node } of decoratorsOf(layer, scope, graph))
    pieces.push({ node, module: layer.module, bindings: layer.bindings });
  for (const given of [assignedToClass(layer), assignedBeside(layer.node, layer.module)]) {
    for (const value of given.values())
      if (!idle.includes(value)) pieces.push({ node: value, module: layer.module, bindings: layer.bindings });
  }
  // What a class is made of may be described where that is asked for.
  const mayLead = ({ node, scope: { module } }: Bound) =>
    !classGiven(node) &&
    !isTableAround(node, module, layer) &&
    (layer.built !== undefined ||
      module === layer.module ||
      (node.type === 'ObjectExpression' && graph.isOwn(module)));
  const sheets = new Map<string, { text: string; label: string }>();
  const seen = new Set<Ast.Node>(pieces.map((piece) => piece.node));
  const add = (piece: Piece) => {
    if (!seen.has(piece.node)) pieces.push(piece);
    seen.add(piece.node);
  };
  for (let index = 0; index < pieces.length && pieces.length < MOST_PIECES; index += 1) {
    const piece = pieces[index];
    if (!piece) break;
    for (const name of inPiece('private', piece)) {
      const beside = privateFunction(name);
      if (beside) add({ node: beside.node, module: piece.module, bindings: piece.bindings });
    }
    for (const name of namesIn(piece)) {
      const local = piece.bindings?.get(name);
      if (local) {
        if (mayLead(local))
          add({ node: local.node, module: local.scope.module, bindings: local.scope.bindings });
        continue;
      }
      const look = graph.lookBehind(name, piece.module, piece.anywhere === true);
      if (look.kind === 'sheet') sheets.set(look.label, look);
      if (look.kind !== 'code') continue;
      const found = graph.find(name, piece.module);
      if (!found || !(piece.anywhere || isOfLayer(found.module, layer, graph))) continue;
      const { declaration } = found;
      if (declaration.kind === 'class') {
        for (const node of methodsCalled(name, declaration.node, piece)) add({ node, module: found.module });
        continue;
      }
      const node =
        declaration.kind === 'variable'
          ? declaration.init
          : declaration.kind === 'function'
            ? declaration.node
            : null;
      if (!node || classGiven(node) || isTableAround(node, found.module, layer)) continue;
      const isOwn = found.module === layer.module && isAround(node, layer);
      if (!isOwn && makesClass(node, found.module)) continue;
      // What is assigned to a template's members later belongs to it: `template.innerHTML = ...`.
      for (const one of [node, ...assignedTo(found).values()])
        add({ node: one, module: found.module, ...(piece.anywhere ? { anywhere: true } : {}) });
    }
    for (const { node, scope } of heldByModules(piece, graph)) {
      const { module, bindings } = scope;
      const isOther = classGiven(node) !== null || isTableAround(node, module, layer);
      if (!isOther && (piece.anywhere || isOfLayer(module, layer, graph))) add({ node, module, bindings });
    }
  }
  return { pieces, sheets: [...sheets.values()] };
}

/** Is it the material's own, or of the package of a class that counts like the material's own? */
function isOfLayer(module: Module, layer: Layer, graph: ModuleGraph): boolean {
  return graph.isOwn(module) || (layer.own && areInOnePackage(module, layer.module));
}

/** The methods that a piece of code calls on another class, or on its prototype: they work for whoever calls them. */
function methodsCalled(name: string, { body }: Ast.Class, piece: Piece): FunctionNode[] {
  const called = new Map<string, boolean>();
  for (const { callee } of inPiece('call', piece)) {
    if (callee.type !== 'MemberExpression' || callee.property.type !== 'Identifier') continue;
    const { object } = callee;
    const holder = isPrototype(object) ? object.object : object;
    if (holder.type === 'Identifier' && holder.name === name)
      called.set(callee.property.name, holder === object);
  }
  return body.body.flatMap((member) => {
    if (member.type !== 'MethodDefinition' || member.computed || !member.value.body) return [];
    const isStatic = called.get(keyText(member.key) ?? '');
    return isStatic === member.static ? [member.value] : [];
  });
}

/** What a piece takes from other modules as members of these: `styles.plain`. */
function heldByModules(piece: Piece, graph: ModuleGraph): Bound[] {
  const { module, bindings, anywhere } = piece;
  return inPiece('member', piece).flatMap((member) => {
    const { name } = member.object;
    const isNamespace = module.declarations.get(name)?.kind === 'namespace';
    if (isNamespace ? graph.lookBehind(name, module, anywhere).kind !== 'code' : !isBundle(module)) return [];
    const scope = withLocals({ graph, module, bindings }, functionsAround(member, module.program));
    return moduleMember(member, scope) ?? [];
  });
}

/** Does a table hold the class, as that of a bundle holds all of them? */
function isTableAround(node: Ast.Node, module: Module, layer: Layer): boolean {
  const isTable = node.type === 'ObjectExpression' || node.type === 'ArrayExpression';
  return isTable && module === layer.module && isAround(node, layer);
}

function isAround(node: Ast.Node, { node: own }: Layer): boolean {
  return node.start <= own.start && own.end <= node.end;
}

/** A function called at once that holds a class, as compilers of decorators write one, makes another class. */
function makesClass(node: Ast.Node, { program }: Module): boolean {
  if (node.type !== 'CallExpression' || !isFunction(unwrap(node.callee))) return false;
  return within('class', node, program).length > 0;
}

/** The nodes of a kind in a piece of code, without those that never run. */
export function inPiece<K extends keyof Kinds>(kind: K, { node, module, idle = [] }: Piece): Kinds[K][] {
  const all = within(kind, node, module.program);
  return idle.length === 0 ? all : all.filter((one) => !isWithin(one, idle));
}

/** The names in a piece that stand for what is outside of it. */
function namesIn(piece: Piece): Set<string> {
  const { node, module, bindings } = piece;
  const isOutside = (one: Named) =>
    (bindings?.has(one.name) || module.declarations.has(one.name)) && !isLocal(one, module, node);
  return new Set(inPiece('reference', piece).flatMap((one) => (isOutside(one) ? [one.name] : [])));
}
