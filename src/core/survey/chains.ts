/** From a registration to the classes of its element. */

import { chainOf, chainOfBuilt } from './classes/classes.js';
import type { ClassChain } from './classes/layers.js';
import { unwrap } from './folding/functions.js';
import { callMaking } from './making.js';
import type { SurveyInput } from './modules/input.js';
import type { ModuleGraph } from './modules/modules.js';
import type { Registered } from './registering/registering.js';
import { addTo } from './syntax/lists.js';
import type { Ast } from './syntax/parse.js';

/** The classes behind a registration, or what stands for them; null when there is nothing to read. */
export function chainOfRegistered(
  one: Registered,
  graph: ModuleGraph,
  input: SurveyInput,
): ClassChain | null {
  const chain = chainOf({ node: one.node, scope: one.scope, name: null }, graph);
  const [own, ...above] = chain.layers;
  if (one.described && own && graph.isElsewhere(own.module, one.module)) {
    // What is described stands below the classes that another package's function makes for it.
    const { layers } = chainOfBuilt(one.node, one.scope, null, graph);
    return { ...chain, layers: [...layers, ...chain.layers.map((layer) => ({ ...layer, own: false }))] };
  }
  const called =
    one.called ?? (own && graph.isElsewhere(own.module, one.module) ? callGiven(one) : undefined);
  const call = one.made ?? (called && { ...called, near: true as const });
  if (own) return call ? { ...chain, layers: [{ ...own, made: call }, ...above] } : chain;
  if (one.members) {
    const apart = chainKeptApart(one.tag, graph, input) ?? chainOfBuilt(one.node, one.scope, null, graph);
    const [first, ...rest] = apart.layers;
    return first ? { ...apart, layers: [{ ...first, members: one.members }, ...rest] } : null;
  }
  // What another package's function is given tells more than how that goes on from there.
  if (one.called) return chainOfBuilt(one.called.node, one.called.scope, null, graph);
  const node = unwrap(one.node);
  if (node.type === 'CallExpression') return chainOfBuilt(node, one.scope, null, graph);
  const made = callMaking(node, one.scope);
  return made ? chainOfBuilt(made.node, made.scope, null, graph) : null;
}

/** The call that gives what is registered: `define("a-b", component(view))`. */
function callGiven({ node, scope }: Registered): Registered['called'] {
  const call = unwrap(node);
  return call.type === 'CallExpression' ? { node: call, scope } : undefined;
}

/** The class that compilers export under its tag, with underscores, in a module of its own. */
function chainKeptApart(tag: string, graph: ModuleGraph, input: SurveyInput): ClassChain | null {
  const name = tag.replaceAll('-', '_');
  for (const path of exportersIn(input).get(name) ?? []) {
    const module = graph.load(path);
    const local = module?.exports.get(name);
    if (!module || local?.kind !== 'local') continue;
    const node = { type: 'Identifier', name: local.name, start: 0, end: 0 } as Ast.Node;
    const chain = chainOf({ node, scope: { graph, module }, name }, graph);
    if (chain.layers.length > 0) return chain;
  }
  return null;
}

const EXPORTERS = new WeakMap<SurveyInput, Map<string, string[]>>();

/** The modules that may export something under a name with underscores, by that name. */
function exportersIn(input: SurveyInput): Map<string, string[]> {
  const known = EXPORTERS.get(input);
  if (known) return known;
  const exporters = new Map<string, string[]>();
  for (const path of input.paths) {
    const names = input.reader.read(path)?.matchAll(/ as ([a-z]\w{0,100})/g) ?? [];
    for (const name of new Set([...names].map(([, one = '']) => one).filter((one) => one.includes('_')))) {
      addTo(exporters, name, path);
    }
  }
  EXPORTERS.set(input, exporters);
  return exporters;
}
