/**
 * Attributes for whatever can be assigned: a class of the chain works `observedAttributes` out by looking through the
 * prototypes for setters.
 */

import { isGlobalProperty } from '../../contract/platform.js';
import { kebabCase } from '../../emit/names.js';
import type { Layer } from '../classes/layers.js';
import type { Dialect, LayerContext, PropertyEvidence } from '../evidence/evidence.js';
import { callableOf } from '../folding/callables.js';
import { fold } from '../folding/fold.js';
import { returned, staticGetter } from '../folding/functions.js';
import { keyName } from '../folding/literals.js';
import type { ModuleGraph } from '../modules/modules.js';
import { isInnerName } from '../types/docs.js';

export const marshalled: Dialect = {
  name: 'marshalled',
  read(context) {
    const nameOf = namingIn(context);
    if (!nameOf) return {};
    const properties = context.layer.node.body.body.flatMap((member): PropertyEvidence[] => {
      if (member.type !== 'MethodDefinition' || member.static || member.kind !== 'set') return [];
      const name = keyName(member.key, member.computed, (node) => fold(node, context.scope));
      if (name === null || isInnerName(name)) return [];
      const attribute = { name: nameOf(name), reads: 'string' as const };
      return [
        {
          name,
          origin: 'member',
          attribute,
          writable: true,
          made: 'accessor',
          words: { at: context.at(member) },
        },
      ];
    });
    return { properties };
  },
};

/** How such a class turns the names of properties into those of attributes; null where the chain has none. */
function namingIn({ chain, graph }: LayerContext): ((name: string) => string) | null {
  const marshals = chain.layers.find((layer) => looksThrough(layer, graph));
  if (!marshals) return null;
  const hyphenates = HYPHENATES.test(marshals.module.source);
  // What every element has goes by the platform's name for it: tabindex, aria-label.
  const platform = (name: string) => name.replace(/^aria(?=[A-Z])/, 'aria-').toLowerCase();
  return (name) => {
    if (!hyphenates) return name.toLowerCase();
    return isGlobalProperty(name) ? platform(name) : kebabCase(name);
  };
}

/** Does the list of a class, or the function that it calls for it, look through prototypes? */
function looksThrough({ node, module, bindings }: Layer, graph: ModuleGraph): boolean {
  const getter = staticGetter(node, 'observedAttributes');
  if (!getter) return false;
  const result = returned(getter);
  const called =
    result?.type === 'CallExpression' ? callableOf(result.callee, { graph, module, bindings }) : null;
  const texts = [
    module.source.slice(getter.start, getter.end),
    called ? called.scope.module.source.slice(called.node.start, called.node.end) : '',
  ];
  return texts.some((one) => LOOKS_THROUGH.test(one));
}

const LOOKS_THROUGH = /(?:getOwnPropertyNames|getOwnPropertyDescriptors|ownKeys)\([^)]*\bprototype\b/;
const HYPHENATES = /["'`]-\$[1&]|["'`]-["'`]\s*\+|`-\$\{|kebab|hyphen|dash/i;
