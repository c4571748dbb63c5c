/** Source that is nested so deeply that the parser, which is no code of JavaScript's, would end the whole process. */

/** So deep brackets may stand in one another: the parser holds out 5,000 (measured). What people write, a few dozen. */
const DEEPEST = 3500;

/**
 * So many operators may follow on one another, each with what stands before or behind it as its operand, words such as
 * `new` among them: the parser holds out 9,000 arrows, and no 12,000 of them or of `class extends` (measured); of other
 * kinds it holds out more.
 */
const LONGEST_CHAIN = 6_000;

/** Text in quotes and comments, whose characters are no code. */
const NO_CODE =
  /"(?:\\[\s\S]|[^"\\\n])*"|'(?:\\[\s\S]|[^'\\\n])*'|`(?:\\[\s\S]|[^`\\])*`|\/\*[\s\S]*?\*\/|\/\/[^\n]*/g;

/** Why the parser must not be given a text; null where nothing is against it. `isDeclaration`: types, and no code. */
export function whyTooDeep(source: string, isDeclaration: boolean): string | null {
  if (source.length <= DEEPEST) return null;
  if (chainOf(source, 'else', isInOneStatement) > DEEPEST) return 'too many conditions follow on one another';
  if (HEADS.some((word) => chainOf(source, word, isHead) > LONGEST_CHAIN))
    return 'too many statements follow on one another';
  // Looked at twice only where characters of texts may have been counted.
  const kinds = isDeclaration ? TYPE_KINDS : CODE_KINDS;
  return deepIn(source, kinds) ? deepIn(withoutTexts(source), kinds) : null;
}

/** The end of a line that ends a statement too, unless the code before or behind it goes on: by an operator or a word. */
const LINE_END =
  /(?<!(?:[-+*/%=<>!&|^~?:.(,[]|\b(?:new|typeof|void|delete|await|yield|class|extends|do|keyof|readonly|infer))\s{0,100})\n(?!\s{0,100}(?:[-+*/%=<>&|^?:.)\],]|extends\b))/g;

/** A text is one operand; what ends a line without an operator ends a chain. */
function withoutTexts(source: string): string {
  return source.replaceAll(NO_CODE, (text) => (text.startsWith('/') ? ' ' : '0')).replaceAll(LINE_END, ';');
}

const [WORD, OPENING, CLOSING, OPERATOR, END, SPACE] = [1, 2, 3, 4, 5, 6] as const;

/** What each character of ASCII is here; all others are nothing. */
function kindsOf(opening: string, closing: string): Uint8Array {
  const kinds = new Uint8Array(128);
  const all = [
    ['abcdefghijklmnopqrstuvwxyzABCDEFGHIJKLMNOPQRSTUVWXYZ0123456789_$', WORD],
    ['+-*/%=?!~&|^:', OPERATOR],
    [' \t\n\r', SPACE],
    [';,', END],
    [opening, OPENING],
    [closing, CLOSING],
  ] as const;
  for (const [characters, kind] of all) for (const one of characters) kinds[one.charCodeAt(0)] = kind;
  return kinds;
}

const CODE_KINDS = kindsOf('([{', ')]}');
/** Brackets of type arguments count in declarations; code has them for other things, too. */
const TYPE_KINDS = kindsOf('([{<', ')]}>');

function deepIn(source: string, kinds: Uint8Array): string | null {
  let depth = 0;
  let chain = 0;
  for (let at = 0; at < source.length; at += 1) {
    const code = source.charCodeAt(at);
    const kind = code < 128 ? kinds[code] : 0;
    if (kind === 0 || kind === WORD) continue;
    if (kind === SPACE) {
      const before = kinds[source.charCodeAt(at - 1)];
      while (kinds[source.charCodeAt(at + 1)] === SPACE) at += 1;
      // A word that follows on a word, as `new` does in `new new A`.
      if (before !== WORD || kinds[source.charCodeAt(at + 1)] !== WORD) continue;
    }
    if (kind === OPERATOR || kind === SPACE) {
      chain += 1;
      if (chain > LONGEST_CHAIN) return 'too many operators follow on one another';
      continue;
    }
    if (kind === OPENING) {
      depth += 1;
      if (depth > DEEPEST) return 'brackets stand in one another too deeply';
    } else if (kind === CLOSING && depth > 0) depth -= 1;
    // Braces end a chain as `;` does; other brackets stand in one.
    if (kind === END || code === 123 || code === 125) chain = 0;
  }
  return null;
}

/** Words that begin a statement which another may follow without braces: `for (...) for (...) ...`. */
const HEADS = ['for', 'while', 'if', 'with'];

/** How many times a word follows on itself, each time with something between that `isNear` accepts. */
function chainOf(source: string, word: string, isNear: (between: string) => boolean): number {
  let most = 0;
  let length = 0;
  let last = -1;
  for (let at = source.indexOf(word); at >= 0; at = source.indexOf(word, at + word.length)) {
    const from = last + word.length;
    length = last >= 0 && at - from < LONGEST_STATEMENT && isNear(source.slice(from, at)) ? length + 1 : 1;
    most = Math.max(most, length);
    last = at;
  }
  return most;
}

/** Without braces what stands between two `else` is one statement, and the second belongs to it. */
const isInOneStatement = (between: string) => !/[{}]/.test(between);

/** What follows on the word is its brackets, and nothing that would end the statement. */
const isHead = (between: string) => /^\s*\([^{}]*\)\s*$/.test(between);

/** A statement that is longer than this ends a chain for what is counted here. */
const LONGEST_STATEMENT = 500;
