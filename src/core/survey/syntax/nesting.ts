/** Source that is nested so deeply that the parser, which is no code of JavaScript's, would end the whole process. */

/** So deep brackets may stand in one another: the parser holds out 5,000 (measured). What people write, a few dozen. */
const DEEPEST = 3500;

/** Text in quotes and comments, whose brackets are none. */
const NO_CODE =
  /"(?:\\[\s\S]|[^"\\\n])*"|'(?:\\[\s\S]|[^'\\\n])*'|`(?:\\[\s\S]|[^`\\])*`|\/\*[\s\S]*?\*\/|\/\/[^\n]*/g;

/** `withAngles` counts the brackets of type arguments as well, which code has for other things, too. */
export function isNestedTooDeeply(source: string, withAngles: boolean): boolean {
  if (source.length <= DEEPEST) return false;
  // Looked at twice only where brackets in texts may have been counted.
  return isDeep(source, withAngles) && isDeep(source.replaceAll(NO_CODE, ''), withAngles);
}

function isDeep(source: string, withAngles: boolean): boolean {
  let depth = 0;
  for (let at = 0; at < source.length; at += 1) {
    const code = source.charCodeAt(at);
    // ( [ {
    if (code === 40 || code === 91 || code === 123 || (withAngles && code === 60)) {
      depth += 1;
      if (depth > DEEPEST) return true;
      // ) ] }
    } else if (depth > 0 && (code === 41 || code === 93 || code === 125 || (withAngles && code === 62))) {
      depth -= 1;
    }
  }
  return false;
}
