/** Escaping: each function makes any text safe for one kind of place in generated output. */

/**
 * A string literal of JavaScript and TypeScript in single quotes (ECMA-262, 12.9.4). Safe inside a script
 * element as well: `</` and `<!` never appear. Lone surrogates and line separators are written as escapes.
 */
export function stringLiteral(text: string): string {
  if (PLAIN.test(text)) return `'${text}'`;
  let out = "'";
  for (let index = 0; index < text.length; index += 1) {
    const unit = text.charCodeAt(index);
    const char = text.charAt(index);
    if (char === "'" || char === '\\') out += `\\${char}`;
    else if (char === '\n') out += '\\n';
    else if (char === '\r') out += '\\r';
    else if (char === '\t') out += '\\t';
    else if (char === '<' && /[/!]/.test(text.charAt(index + 1))) out += '\\x3C';
    else if (unit < 0x20 || unit === 0x7f) out += `\\x${unit.toString(16).padStart(2, '0')}`;
    else if (unit === 0x2028 || unit === 0x2029 || isLoneSurrogate(text, index)) {
      out += `\\u${unit.toString(16).padStart(4, '0')}`;
    } else out += char;
  }
  return `${out}'`;
}

/** Printable ASCII without what a literal escapes. */
const PLAIN = /^[ !#-&(-;=-[\]-~]*$/;

/**
 * Words for inside a block comment: what would end it, or a script element around it, is broken up; control
 * characters become spaces.
 */
export function commentText(text: string): string {
  return text
    .replaceAll(/[^\P{Cc}\n]|[\u2028\u2029]/gu, ' ')
    .replaceAll(/\p{Cs}/gu, '\u{fffd}')
    .replaceAll('*/', '* /')
    .replaceAll('</', '< /');
}

/** Text between tags, or inside a double-quoted attribute value (HTML, 13.1.2.3 and 13.3). */
export function htmlText(text: string): string {
  return text
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll('"', '&quot;')
    .replaceAll('\u00a0', '&nbsp;');
}

/** JSON for inside a script element: `<` never appears, nor the separators that old parsers end a line at. */
export function jsonInScript(value: unknown): string {
  return JSON.stringify(value)
    .replaceAll('<', '\\u003c')
    .replaceAll('\u2028', '\\u2028')
    .replaceAll('\u2029', '\\u2029');
}

/** Text for a Markdown table cell or paragraph: what Markdown or HTML would read as markup is escaped. */
export function markdownText(text: string): string {
  return text.replaceAll(/[\\`*_[\]<>|]/g, '\\$&').replaceAll(/\s+/g, ' ');
}

/** Markdown code in backticks, with as many as the text needs; safe in a table cell. */
export function markdownCode(text: string): string {
  const longest = Math.max(0, ...[...text.matchAll(/`+/g)].map((run) => run[0].length));
  const fence = '`'.repeat(longest + 1);
  const pad = longest > 0 ? ' ' : '';
  return `${fence}${pad}${text.replaceAll('|', '\\|').replaceAll(/\s+/g, ' ')}${pad}${fence}`;
}

/** Half of a pair that stands for one character, without the other half. */
export function isLoneSurrogate(text: string, index: number): boolean {
  const unit = text.charCodeAt(index);
  if (unit >= 0xd800 && unit <= 0xdbff) {
    const next = text.charCodeAt(index + 1);
    return !(next >= 0xdc00 && next <= 0xdfff);
  }
  if (unit >= 0xdc00 && unit <= 0xdfff) {
    const before = text.charCodeAt(index - 1);
    return !(before >= 0xd800 && before <= 0xdbff);
  }
  return false;
}
