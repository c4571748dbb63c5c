/** Names, texts and comments for languages other than JavaScript. */

import { camelCase } from './names.js';
import { commentText, isLoneSurrogate } from './text.js';

/** Java (JLS 3.9): keywords and literals. */
export const JAVA_WORDS = words(
  'abstract assert boolean break byte case catch char class const continue default do double else enum extends ' +
    'final finally float for goto if implements import instanceof int interface long native new null package ' +
    'private protected public return short static strictfp super switch synchronized this throw throws transient ' +
    'true try false void volatile while record var yield sealed permits _',
);

/** PHP: keywords and names that no function or class may have, in lower case. */
export const PHP_WORDS = words(
  'abstract and array as break callable case catch class clone const continue declare default die do echo else ' +
    'elseif empty enddeclare endfor endforeach endif endswitch endwhile eval exit extends final finally fn for ' +
    'foreach function global goto if implements include include_once instanceof insteadof interface isset list ' +
    'match namespace new or print private protected public readonly require require_once return static switch ' +
    'throw trait try unset use var while xor yield self parent true false null int float bool string void never ' +
    'mixed object iterable enum',
);

/** Python (2.3.1 of its language reference): keywords, also the soft ones. */
export const PYTHON_WORDS = words(
  'False None True and as assert async await break class continue def del elif else except finally for from ' +
    'global if import in is lambda nonlocal not or pass raise return try while with yield match case type _',
);

function words(text: string): ReadonlySet<string> {
  return new Set(text.split(' '));
}

/** `tideLevel`, `tide-level` -> `tide_level`. */
export function snakeCase(name: string): string {
  return camelCase(name)
    .replaceAll(/([a-z0-9])([A-Z])/g, '$1_$2')
    .toLowerCase();
}

/** A string literal of Java in plain ASCII (JLS 3.10.5). */
export function javaString(text: string): string {
  let out = '"';
  for (let index = 0; index < text.length; index += 1) {
    const unit = text.charCodeAt(index);
    const char = text.charAt(index);
    if (char === '"' || char === '\\') out += `\\${char}`;
    else if (char === '\n') out += '\\n';
    else if (char === '\r') out += '\\r';
    else if (unit < 0x20 || unit === 0x7f) out += `\\${unit.toString(8).padStart(3, '0')}`;
    else out += char;
  }
  return `${out}"`;
}

/**
 * Java source in plain ASCII, whatever encoding its compiler takes it for: all else as the escapes that are undone
 * before anything is read (JLS 3.3).
 */
export function asciiJava(source: string): string {
  return source.replaceAll(
    /[\u0080-\uffff]/g,
    (unit) => `\\u${unit.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
}

/** Words for a comment of Java, in which no escape may begin. */
export function javaComment(text: string): string {
  return text.replaceAll(/\\(?=u)/g, '\\ ');
}

/** A string literal of PHP in single quotes. */
export function phpString(text: string): string {
  const whole = text.replaceAll(/\p{Surrogate}/gu, '\ufffd');
  return `'${whole.replaceAll(/['\\]/g, '\\$&')}'`;
}

/** A string literal of Python in single quotes. */
export function pythonString(text: string): string {
  let out = "'";
  for (let index = 0; index < text.length; index += 1) {
    const unit = text.charCodeAt(index);
    const char = text.charAt(index);
    if (char === "'" || char === '\\') out += `\\${char}`;
    else if (char === '\n') out += '\\n';
    else if (char === '\r') out += '\\r';
    else if (unit < 0x20 || unit === 0x7f) out += `\\x${unit.toString(16).padStart(2, '0')}`;
    else if (isLoneSurrogate(text, index)) out += `\\u${unit.toString(16)}`;
    else out += char;
  }
  return `${out}'`;
}

/** Words for a documentation string of Python in three double quotes, on one line. */
export function pythonWords(text: string): string {
  const words = commentText(text).replaceAll(/\s+/g, ' ').trim();
  return words.replaceAll('\\', '\\\\').replaceAll('"', '\\"');
}
