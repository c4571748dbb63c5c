/** The code that belongs to a class beyond its own body: constants, functions and styles it names. */

import { isBundle, moduleMember } from '../folding/bundled.js';
import type { Bound, FunctionNode, Named, Scope } from '../folding/functions.js';
import { assignedBeside, isFunction, keyText, unwrap } from '../folding/functions.js';
import { isLocal, withLocals } from '../folding/scopes.js';
import { writtenFor } from '../modules/declarations.js';
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
  /** Reached through a module that holds it, `kit.send(...)`: `this` is not the element there. */
  apart?: boolean;
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
  const pieces = ownPieces(layer, graph, idle);
  const sheets = new Map<string, { text: string; label: string }>();
  const seen = new Set<Ast.Node>(pieces.map((piece) => piece.node));
  const add = (piece: Piece, from: Piece, apart = from.apart === true) => {
    if (!seen.has(piece.node)) pieces.push(apart ? { ...piece, apart } : piece);
    seen.add(piece.node);
  };
  for (let index = 0; index < pieces.length && pieces.length < MOST_PIECES; index += 1) {
    const piece = pieces[index];
    if (!piece) break;
    for (const name of inPiece('private', piece)) {
      const beside = privateFunction(name);
      if (beside) add({ node: beside.node, module: piece.module, bindings: piece.bindings }, piece);
    }
    for (const name of namesIn(piece)) {
      const local = piece.bindings?.get(name);
      if (local) {
        if (isOfClass(local, layer)) add(pieceOf(local), piece);
        continue;
      }
      const look = graph.lookBehind(name, piece.module, piece.anywhere === true);
      if (look.kind === 'sheet') sheets.set(look.label, look);
      if (look.kind === 'code') for (const one of namedPieces(name, piece, layer, graph)) add(one, piece);
    }
    for (const held of heldByModules(piece, graph))
      if (mayFollow(held, piece, layer)) add(pieceOf(held), piece, true);
  }
  return { pieces, sheets: [...sheets.values()] };
}

/** The code that is the class's own to begin with. What it names may stand in the function around it. */
function ownPieces(layer: Layer, graph: ModuleGraph, idle: readonly Ast.Node[]): Piece[] {
  const { module, bindings } = layer;
  const around = layer.built?.scope.bindings ?? bindings;
  const pieces: Piece[] = [{ node: layer.node.body, module, idle, bindings: around }];
  if (layer.made) {
    const { node, scope, near } = layer.made;
    pieces.push({ node, module: scope.module, ...(near ? {} : { anywhere: true }) });
  }
  for (const { node } of decoratorsOf(layer, { graph, module, bindings }, graph))
    pieces.push({ node, module, bindings });
  for (const given of [assignedToClass(layer), assignedBeside(layer.node, module)])
    for (const node of given.values()) if (!idle.includes(node)) pieces.push({ node, module, bindings });
  return pieces;
}

const pieceOf = ({ node, scope: { module, bindings } }: Bound): Piece => ({ node, module, bindings });

/** Does what a name is bound to belong to the class? What one is made of may be described where that is asked for. */
function isOfClass(bound: Bound, layer: Layer): boolean {
  if (isOfOthers(bound, layer)) return false;
  const { node, scope } = bound;
  const { module, graph } = scope;
  const isDescription = node.type === 'ObjectExpression' && graph.isOwn(module);
  return layer.built !== undefined || module === layer.module || isDescription;
}

/** The code that a name of the top level leads to. */
function namedPieces(name: string, piece: Piece, layer: Layer, graph: ModuleGraph): Piece[] {
  const found = graph.find(name, piece.module);
  if (!found) return [];
  const { declaration, module } = found;
  if (declaration.kind === 'class') {
    if (!mayLead(module, piece, layer, graph)) return [];
    return methodsCalled(name, declaration.node, piece).map((node) => ({ node, module }));
  }
  const node = writtenFor(declaration);
  if (!node || !mayFollow({ node, scope: { graph, module } }, piece, layer)) return [];
  // What is assigned to a template's members later belongs to it: `template.innerHTML = ...`.
  return [node, ...assignedTo(found).values()].map((one) => ({
    node: one,
    module,
    ...(piece.anywhere ? { anywhere: true } : {}),
  }));
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

/** May what a piece names in a module be followed there? */
function mayLead(module: Module, piece: Piece, layer: Layer, graph: ModuleGraph): boolean {
  return piece.anywhere === true || isOfLayer(module, layer, graph);
}

function mayFollow(bound: Bound, piece: Piece, layer: Layer): boolean {
  const { node, scope } = bound;
  const { module, graph } = scope;
  if (!mayLead(module, piece, layer, graph) || isOfOthers(bound, layer)) return false;
  return (module === layer.module && isAround(node, layer)) || !makesClass(node, module);
}

/** Is it another class, or what holds all of a bundle? */
function isOfOthers({ node, scope: { module } }: Bound, layer: Layer): boolean {
  return classGiven(node) !== null || isTableAround(node, module, layer);
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
