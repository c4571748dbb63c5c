/** What a module takes in, as its text shows it: enough where a whole package is asked, and parsing it would cost too much. */

export interface ImportSeen {
  specifier: string;
  /** Takes names, as against running the module only. */
  named: boolean;
}

/** What stands before the specifier alone, so that the time for hostile text stays in proportion to its length. */
const IMPORT = /\b(from|import)\s*["']([^"'\n]{1,1000})["']/g;

/** Specifiers of the frameworks that are hosts of elements. */
export const HOST_SPECIFIER = /^(?:react|react-dom|preact|vue|svelte|solid-js|@angular\/core)(?:\/|$)/;

/** Static imports and re-exports in a text. Those in comments and strings are seen, too. */
export function importsIn(text: string): ImportSeen[] {
  return [...text.matchAll(IMPORT)].map(([, word, specifier = '']) => ({
    specifier,
    named: word === 'from',
  }));
}

/** Does a module import a framework, so that it is for the users of that? */
export function takesHost(imports: readonly ImportSeen[]): boolean {
  return imports.some(({ specifier }) => HOST_SPECIFIER.test(specifier));
}
