/** Survey: component source -> contract. Reads and parses; never runs what it reads. */

import type { Contract } from '../contract/types.js';
import type { Finding } from '../findings/types.js';
import { assemble } from './assemble.js';
import type { ClassChain } from './classes.js';
import { chainOf, chainOfBuilt } from './classes.js';
import type { Scope } from './functions.js';
import { unwrap } from './functions.js';
import type { Module, ModuleReader } from './modules.js';
import { ModuleGraph } from './modules.js';
import type { Ast } from './parse.js';
import type { Registered } from './registrations.js';
import { mayRegister, registrationsIn } from './registrations.js';

export type { ModuleReader } from './modules.js';

export interface SurveyInput {
  /** The modules to look for registrations in. Others are reached from them as needed. */
  paths: readonly string[];
  reader: ModuleReader;
  package: Contract['package'];
  /** The specifier under which users of the package import a module: `./tide-gauge.js`. */
  publicPath: (path: string) => string;
}

export interface SurveyResult {
  contract: Contract;
  findings: Finding[];
}

/**
 * Reads the contracts of every component that the given modules register. What is wrong with a module becomes a
 * finding; the other modules are still surveyed. Components come in the order of their tags.
 */
export function survey(input: SurveyInput): SurveyResult {
  const graph = new ModuleGraph(input.reader);
  const findings: Finding[] = [];
  const components = new Map<string, { component: Contract['components'][number]; registered: Registered }>();
  for (const path of input.paths) {
    const source = input.reader.read(path);
    if (source === null) {
      findings.push(unreadable(input.reader.label(path)));
      continue;
    }
    if (!mayRegister(source)) continue;
    const module = graph.load(path);
    if (!module) continue;
    findings.push(...syntaxFindings(module));
    const { registered, unfolded } = registrationsIn(module, graph);
    for (const one of unfolded) findings.push(tagNotConstant(one.module, one.place));
    for (const one of registered) {
      const chain = chainOfRegistered(one, graph, input);
      if (!chain) {
        findings.push(classNotFound(one));
        continue;
      }
      const before = components.get(one.tag);
      if (before) {
        if (isAnother(one, before.registered)) findings.push(registeredTwice(one, before.registered));
        continue;
      }
      components.set(one.tag, {
        component: assemble(one, chain, graph, input.publicPath(path)),
        registered: one,
      });
    }
  }
  const sorted = [...components.values()]
    .map((one) => one.component)
    .sort((a, b) => (a.tag < b.tag ? -1 : 1));
  return { contract: { contract: 1, package: input.package, components: sorted }, findings };
}

/** The classes behind a registration, or what stands for them; null when there is nothing to read. */
function chainOfRegistered(one: Registered, graph: ModuleGraph, input: SurveyInput): ClassChain | null {
  const chain = chainOf({ node: one.node, scope: one.scope, name: null }, graph);
  if (chain.layers.length > 0) return chain;
  if (one.members) {
    const apart = chainKeptApart(one.tag, graph, input) ?? chainOfBuilt(one.node, one.scope, null, graph);
    const [first, ...rest] = apart.layers;
    return first ? { ...apart, layers: [{ ...first, members: one.members }, ...rest] } : null;
  }
  const node = unwrap(one.node);
  if (node.type === 'CallExpression') return chainOfBuilt(node, one.scope, null, graph);
  const made = callMaking(node, one.scope);
  return made ? chainOfBuilt(made.node, made.scope, null, graph) : null;
}

/** The call that a name stands for: `const TideClock = make(view, { ... })`. */
function callMaking(node: Ast.Node, scope: Scope): { node: Ast.Node; scope: Scope } | null {
  if (node.type !== 'Identifier') return null;
  const found = scope.graph.find(node.name, scope.module);
  const init = found?.declaration.kind === 'variable' ? found.declaration.init : null;
  if (!found || !init || unwrap(init).type !== 'CallExpression') return null;
  return { node: unwrap(init), scope: { graph: scope.graph, module: found.module } };
}

/** The class that compilers export under its tag, with underscores, in a module of its own. */
function chainKeptApart(tag: string, graph: ModuleGraph, input: SurveyInput): ClassChain | null {
  const name = tag.replaceAll('-', '_');
  for (const path of input.paths) {
    if (!input.reader.read(path)?.includes(` as ${name}`)) continue;
    const module = graph.load(path);
    const found = module && graph.findExport(name, module);
    if (found?.declaration.kind !== 'class') continue;
    return chainOf({ node: found.declaration.node, scope: { graph, module: found.module }, name }, graph);
  }
  return null;
}

/** Two registrations of one tag in the same build, as against the same component built twice. */
function isAnother(one: Registered, first: Registered): boolean {
  const folder = (label: string) => label.split('/').slice(0, -1).slice(0, 2).join('/');
  return folder(one.module.label) === folder(first.module.label) && one.module !== first.module;
}

function syntaxFindings(module: Module): Finding[] {
  return module.errors.slice(0, 3).map((error) => ({
    code: 'source-syntax',
    level: 'error',
    place: module.lines.place(module.label, error.start, error.end),
    message: `${module.label}: cannot be read as a module: ${error.message}.`,
    cure: 'Mend the syntax; the other modules were surveyed without it.',
  }));
}

function unreadable(file: string): Finding {
  return {
    code: 'source-unreadable',
    level: 'error',
    place: { file, line: 1, column: 1 },
    message: `${file}: cannot be read as text.`,
    cure: 'Check that the file exists, may be read and is UTF-8; the other files were surveyed without it.',
  };
}

function tagNotConstant(module: Module, place: { start: number; end: number }): Finding {
  return {
    code: 'tag-not-constant',
    level: 'warning',
    place: module.lines.place(module.label, place.start, place.end),
    message:
      'customElements.define: is given a tag that is only known at run time, so this component has no contract.',
    cure: 'Give the tag as a constant that can be followed through imports.',
  };
}

function classNotFound(one: Registered): Finding {
  return {
    code: 'class-not-found',
    level: 'warning',
    place: one.module.lines.place(one.module.label, one.place.start, one.place.end),
    message: `${one.tag}: is registered, but its class cannot be found from the source.`,
    cure: 'Register a class that is declared or imported by name.',
    tag: one.tag,
  };
}

function registeredTwice(one: Registered, first: Registered): Finding {
  const { line } = first.module.lines.place(first.module.label, first.place.start);
  return {
    code: 'tag-registered-twice',
    level: 'note',
    place: one.module.lines.place(one.module.label, one.place.start, one.place.end),
    message: `${one.tag}: is registered here and at ${first.module.label}:${line}; the first one was taken.`,
    cure: 'Survey only one build of the package, or give one of the two another tag.',
    tag: one.tag,
  };
}
