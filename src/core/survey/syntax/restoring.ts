/** Puts classes in the place of what compilers made of them, in the tree itself, so that all else meets one form. */

import { CONSTRUCTED, constructedClass } from './constructed.js';
import { DESCRIBED, describedClass } from './described-classes.js';
import { OLDER, olderClass } from './older-classes.js';
import type { Ast } from './parse.js';
import { walk } from './parse.js';
import { become } from './tree.js';

/** Each form: whether a text can hold it, and the class that a node of that form is. */
const FORMS: { mayHold: RegExp; classOf(node: Ast.Node): Ast.Class | null }[] = [
  { mayHold: CONSTRUCTED, classOf: constructedClass },
  { mayHold: DESCRIBED, classOf: describedClass },
  { mayHold: OLDER, classOf: olderClass },
];

export function restoreClasses(program: Ast.Program, source: string): void {
  const forms = FORMS.filter((one) => one.mayHold.test(source));
  if (forms.length === 0) return;
  walk(program, (node) => {
    for (const { classOf } of forms) {
      const restored = classOf(node);
      if (!restored) continue;
      become(node, restored);
      break;
    }
    return true;
  });
}
