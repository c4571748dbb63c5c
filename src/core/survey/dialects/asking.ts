/**
 * What the code of an element asks other elements for, such as those inside it: attributes (`option.hasAttribute('hint')`)
 * and slots (`this.querySelector('[slot="label"]')`).
 */

import { isGlobalAttribute } from '../../contract/platform.js';
import type { Dialect } from '../evidence/evidence.js';
import { fold } from '../folding/fold.js';
import { asString } from '../folding/folded.js';
import { calledName, unwrap } from '../folding/functions.js';
import { within } from '../syntax/find.js';
import { isThis } from '../syntax/tree.js';
import { READING } from './attribute-calls.js';

const SELECTING = /^(?:querySelector(?:All)?|closest|matches)$/;
/** `[hint]`, `[slot="label"]`, as selectors ask for attributes. */
const ASKED = /\[\s*([a-zA-Z][\w-]*)\s*(?:[~|^$*]?=\s*\\?["']?([\w.-]+))?/g;

export const asking: Dialect = {
  name: 'asking',
  read({ layer, scope }) {
    if (!layer.own) return {};
    const { program, source } = layer.module;
    const attributes = new Set<string>();
    const slots = new Set<string>();
    for (const { callee, arguments: given } of within('call', layer.node.body, program)) {
      const [first] = given;
      if (callee.type !== 'MemberExpression' || !first) continue;
      const method = calledName(callee);
      if (READING.test(method) && !isThis(unwrap(callee.object))) {
        const name = asString(fold(first, scope));
        if (name !== null) attributes.add(name.toLowerCase());
      } else if (SELECTING.test(method)) {
        for (const [, name = '', value] of source.slice(first.start, first.end).matchAll(ASKED)) {
          if (name !== 'slot') attributes.add(name.toLowerCase());
          else if (value !== undefined) slots.add(value);
        }
      }
    }
    const asked = [...attributes].filter((name) => !isGlobalAttribute(name));
    return asked.length + slots.size > 0 ? { asks: { attributes: asked, slots: [...slots] } } : {};
  },
};
