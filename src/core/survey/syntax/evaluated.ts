/**
 * Bundles made for development: each module in them is a text that is evaluated, `eval("const pier = load(665);\n...")`, so
 * that a browser's tools show it as a file of its own. The code stands in the place of the call again.
 */

import { parseModule } from './parse.js';

const EVALUATED = /\beval\((?:[\w$]{1,60}\.ts\()?("[^"\\]*(?:\\[\s\S][^"\\]*)*")\)?\);?/g;
/** What browsers' tools are told the name of the file by. */
const NAMED = 'sourceURL=';

/** A separator of lines to the language, and of none to who counts them: what follows stays in the line it is in. */
const LINE = '\u2028';

/** The text with the code that it evaluates written out; the text itself where it evaluates none. */
export function writtenOut(source: string): string {
  if (!source.includes('eval(') || !source.includes(NAMED)) return source;
  return source.replace(EVALUATED, (call: string, text: string) => {
    const code = text.includes(NAMED) ? codeIn(text) : null;
    // What cannot be read would keep all that is around it from being read.
    return code === null || parseModule('evaluated.js', code).errors.length > 0
      ? call
      : `${code.replaceAll(/\r\n|[\n\r]/g, LINE)}${LINE}`;
  });
}

/** Bundlers write the text as JSON. */
function codeIn(text: string): string | null {
  try {
    return JSON.parse(text) as string;
  } catch {
    return null;
  }
}
