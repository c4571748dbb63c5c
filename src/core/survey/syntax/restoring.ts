/**
 * Puts classes, their private members and plain keys, calls of async functions and of what may not be there, and
 * templates, in the place of what compilers made of them, in the tree itself, so that all else meets one form.
 */

import { AWAITED, awaitedCall } from './awaited.js';
import { COMPUTED_KEYS, withPlainKeys } from './computed-keys.js';
import { CONSTRUCTED, constructedClass } from './constructed.js';
import { DESCRIBED, describedClass } from './described-classes.js';
import { MOVED_STATICS, withMovedStatics } from './moved-statics.js';
import { OLDER, olderClass } from './older-classes.js';
import { OPTIONAL_CALLS, optionalCall } from './optional-calls.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { PRIVATES, restorePrivates } from './privates.js';
import { TEMPLATES, templateBefore } from './templates.js';
import { become } from './tree.js';

/** Each form: whether a text can hold it, and what a node of that form was before. */
const FORMS: { mayHold: RegExp; before(node: Ast.Node, program: Ast.Program): Ast.Node | null }[] = [
  { mayHold: CONSTRUCTED, before: constructedClass },
  { mayHold: DESCRIBED, before: describedClass },
  { mayHold: OLDER, before: olderClass },
  { mayHold: MOVED_STATICS, before: withMovedStatics },
  { mayHold: COMPUTED_KEYS, before: withPlainKeys },
  { mayHold: AWAITED, before: awaitedCall },
  { mayHold: OPTIONAL_CALLS, before: optionalCall },
  { mayHold: TEMPLATES, before: templateBefore },
];

export function restore(program: Ast.Program, source: string): void {
  const forms = FORMS.filter((one) => one.mayHold.test(source));
  if (forms.length > 0)
    walk(program, (node) => {
      for (const { before } of forms) {
        const restored = before(node, program);
        if (!restored) continue;
        become(node, restored);
        break;
      }
      return true;
    });
  // Only now `this` is what it was: compilers of classes have other names for it.
  if (PRIVATES.test(source)) restorePrivates(program);
}
