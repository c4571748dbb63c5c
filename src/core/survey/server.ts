/**
 * Server signs: what a component does that a server without a page, or the HTML parser, would trip over. Facts
 * with places; what follows from them is for others to say.
 */

import type { ServerSigns, Sign } from '../contract/types.js';
import type { ClassChain, Layer } from './classes/layers.js';
import { placeIn } from './evidence/evidence.js';
import { isFunction, unwrap } from './folding/functions.js';
import type { Module, ModuleGraph } from './modules/modules.js';
import type { Registered } from './registering/registrations.js';
import type { Ast } from './syntax/parse.js';
import { childrenOf } from './syntax/parse.js';

/** Globals of a page that a server does not have (HTML, DOM, CSSOM). */
const PAGE_GLOBALS = new Set(
  (
    'window document customElements self location navigator history localStorage sessionStorage screen ' +
    'matchMedia getComputedStyle requestAnimationFrame cancelAnimationFrame requestIdleCallback ' +
    'HTMLElement Element Node Document DocumentFragment ShadowRoot Event CustomEvent MouseEvent KeyboardEvent ' +
    'MutationObserver IntersectionObserver ResizeObserver CSSStyleSheet DOMParser XMLSerializer Image CSS ' +
    'HTMLInputElement HTMLButtonElement HTMLAnchorElement HTMLTemplateElement SVGElement DOMTokenList'
  ).split(' '),
);
/** Node.js has these, too. */
const ON_SERVERS = new Set(['Event', 'CustomEvent', 'navigator']);

/** What an element's own attributes and children are read through. */
const READS = new Set(
  (
    'getAttribute hasAttribute getAttributeNames attributes dataset children childNodes firstChild ' +
    'firstElementChild lastChild lastElementChild childElementCount innerHTML textContent innerText ' +
    'querySelector querySelectorAll parentNode parentElement isConnected closest getRootNode'
  ).split(' '),
);

/** The server signs of a component, from its class chain and the module that registers it. */
export function serverSigns(
  chain: ClassChain,
  { module, registers, place }: Registered,
  root: string,
  graph: ModuleGraph,
): ServerSigns {
  const modules = new Set([module, ...chain.layers.filter((one) => one.own).map((one) => one.module)]);
  const importTouches = touches(modules, graph);
  // A decorator or a helper out of reach that registers the tag does so through the registry, too.
  if (registers === 'on-import' && !importTouches.some((one) => one.name === 'customElements'))
    importTouches.push({ name: 'customElements', at: placeIn(module, place) });
  return {
    importTouches,
    constructorReads: chain.layers.filter((one) => one.own).flatMap(constructorReads),
    lightDom: root === 'none',
  };
}

/** Page globals that importing the modules touches, each once, at its first place. */
function touches(start: ReadonlySet<Module>, graph: ModuleGraph): Sign[] {
  const found = new Map<string, Sign>();
  for (const module of ownImports(start, graph)) {
    for (const sign of touchesIn(module)) if (!found.has(sign.name)) found.set(sign.name, sign);
  }
  return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
}

/**
 * A module whose text holds none of these words touches nothing, and what it imports hardly does; one that passes others
 * on does so for what they touch.
 */
const MAY_TOUCH =
  /\b(?:window|document|customElements|navigator|location|localStorage|matchMedia|HTMLElement)\b|\bexport\s{0,9}[*{][^'"]{0,400}\bfrom\b/;

/** The modules and all that they import of the surveyed material, as far as these may touch anything. */
function ownImports(start: ReadonlySet<Module>, graph: ModuleGraph): Set<Module> {
  const all = new Set(start);
  for (const module of all) for (const target of importsOf(module, graph)) all.add(target);
  return all;
}

const IMPORTS = new WeakMap<Module, Module[]>();

function importsOf(module: Module, graph: ModuleGraph): Module[] {
  const known = IMPORTS.get(module);
  if (known) return known;
  const targets = module.staticSpecifiers.flatMap((specifier) => {
    const target = graph.ownWhere(specifier, module, MAY_TOUCH);
    return target ? [target] : [];
  });
  IMPORTS.set(module, targets);
  return targets;
}

const TOUCHES = new WeakMap<Module, Sign[]>();

function touchesIn(module: Module): Sign[] {
  const known = TOUCHES.get(module);
  if (known) return known;
  const signs = new Map<string, Sign>();
  const called = new Set<Ast.Node>();
  const visit = (node: Ast.Node): void => {
    switch (node.type) {
      case 'ImportDeclaration':
      case 'TSInterfaceDeclaration':
      case 'TSTypeAliasDeclaration':
        return;
      case 'UnaryExpression':
        if (node.operator === 'typeof') return;
        break;
      case 'IfStatement':
      case 'ConditionalExpression':
        if (isGuard(node.test)) return;
        break;
      case 'LogicalExpression':
        if (isGuard(node.left)) return;
        break;
      case 'CallExpression':
        visitCall(node, visit, module, called);
        return;
      case 'MemberExpression':
        visitMember(node, visit, add);
        return;
      case 'Property':
        if (node.computed) visit(node.key);
        visit(node.value);
        return;
      case 'ClassDeclaration':
      case 'ClassExpression':
        visitClass(node, visit);
        return;
      case 'Identifier':
        add(node.name, node);
        return;
      default:
        if (isFunction(node) || node.type.startsWith('TS')) return;
    }
    for (const child of childrenOf(node)) visit(child);
  };
  const add = (name: string, node: Ast.Node) => {
    const isGlobal = PAGE_GLOBALS.has(name) && !ON_SERVERS.has(name) && !module.declarations.has(name);
    if (isGlobal && !signs.has(name)) signs.set(name, { name, at: placeIn(module, node) });
  };
  for (const statement of module.program.body) visit(statement);
  // Functions that are called call others; one after the other, for they may do so by the thousand.
  for (const body of called) visit(body);
  TOUCHES.set(module, [...signs.values()]);
  return [...signs.values()];
}

/** `typeof window`, `globalThis.document`, `isServer`: what follows is not reached without a page. */
function isGuard(test: Ast.Node): boolean {
  const node = unwrap(test);
  if (node.type === 'UnaryExpression') return node.operator === 'typeof' || isGuard(node.argument);
  if (node.type === 'BinaryExpression') return isGuard(node.left) || isGuard(node.right);
  if (node.type === 'LogicalExpression') return isGuard(node.left) || isGuard(node.right);
  if (node.type === 'Identifier') return /server|browser|ssr|client|hasdom|canusedom/i.test(node.name);
  return (
    node.type === 'MemberExpression' && node.object.type === 'Identifier' && node.object.name === 'globalThis'
  );
}

/** What a function does counts where it is called at once; of functions by name, those of the same module, which are noted. */
function visitCall(
  node: Ast.CallExpression,
  visit: (node: Ast.Node) => void,
  module: Module,
  called: Set<Ast.Node>,
): void {
  for (const argument of node.arguments) visit(argument);
  const callee = unwrap(node.callee);
  if (isFunction(callee)) {
    if (callee.body) visit(callee.body);
    return;
  }
  visit(callee);
  if (callee.type !== 'Identifier') return;
  const declaration = module.declarations.get(callee.name);
  const body =
    declaration?.kind === 'function'
      ? declaration.node.body
      : declaration?.kind === 'variable' && declaration.init && isFunction(declaration.init)
        ? declaration.init.body
        : null;
  if (body) called.add(body);
}

/** `globalThis.x` gives undefined where there is no x; `window.x` needs a window. */
function visitMember(
  node: Ast.MemberExpression,
  visit: (node: Ast.Node) => void,
  add: (name: string, node: Ast.Node) => void,
): void {
  if (node.object.type === 'Identifier') add(node.object.name, node.object);
  else visit(node.object);
  if (node.computed) visit(node.property);
}

/** What defining a class runs: its superclass expression, computed keys, static fields and blocks, decorators. */
function visitClass(node: Ast.Class, visit: (node: Ast.Node) => void): void {
  if (node.superClass) visit(node.superClass);
  for (const decorator of node.decorators ?? []) visit(decorator.expression);
  for (const member of node.body.body) {
    if (member.type === 'StaticBlock') for (const one of member.body) visit(one);
    if ('key' in member && member.computed) visit(member.key);
    const isField = member.type === 'PropertyDefinition' || member.type === 'AccessorProperty';
    if (isField && member.static && member.value) visit(member.value);
  }
}

/** Reads of the element's own attributes and children while it is constructed, which HTML 4.13.2 forbids. */
function constructorReads(layer: Layer): Sign[] {
  const signs: Sign[] = [];
  const visit = (node: Ast.Node): void => {
    if (isFunction(node)) return;
    const isOwn = node.type === 'MemberExpression' && node.object.type === 'ThisExpression' && !node.computed;
    if (isOwn && node.property.type === 'Identifier' && READS.has(node.property.name))
      signs.push({ name: node.property.name, at: placeIn(layer.module, node) });
    const isWrite = node.type === 'AssignmentExpression' && node.left.type === 'MemberExpression';
    for (const child of childrenOf(node)) if (!(isWrite && child === node.left)) visit(child);
  };
  for (const member of layer.node.body.body) {
    if (member.type === 'MethodDefinition' && member.kind === 'constructor' && member.value.body)
      visit(member.value.body);
    const isField = member.type === 'PropertyDefinition' || member.type === 'AccessorProperty';
    if (isField && !member.static && member.value) visit(member.value);
  }
  return signs;
}
