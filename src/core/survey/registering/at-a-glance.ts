/** What the text of a module says of elements, before anything is parsed. */

/** A call of the registry with a tag that is written out, or a decorator, in code and not in a comment. */
const REGISTERS =
  /^(?!\s*(?:\*|\/\/)).*?(?:\bcustomElements\s*\.\s*define|\bcustomElement)\(\s*["'`][a-z][\w.]*-/m;

/** Does a text register an element beyond doubt? Many do so that nobody can tell at a glance. */
export function plainlyRegisters(text: string): boolean {
  return REGISTERS.test(text);
}
