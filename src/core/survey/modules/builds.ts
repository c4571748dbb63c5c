/** Several builds of one thing in one package: which files to read, and which only when those hold nothing. */

import { isTypeScript } from '../syntax/file-names.js';

export interface Builds {
  /** What the package is used by. */
  main: string[];
  /**
   * The same once more: for older module systems, minified, bundled, or as source beside what is made of it; and what
   * a package that is entered elsewhere has for its demos and tests.
   */
  others: string[];
}

const OTHER_FOLDERS =
  /(?:^|\/)(?:(?:\w+-)?(?:cjs|commonjs|umd|iife|amd|es5|esm5|nomodule|cdn)|system|systemjs|bundles?|bundled)(?:\/|$)|^(?:dist\/)?hydrate(?:\/|$)/i;
const OTHER_FILES =
  /(?:(?:^|\/)(?:bundled?|umd|iife|cjs)|[.-](?:min|umd|cjs|iife|amd|bundled?|es5)|\.(?:system|legacy|ssr|global))(?:\.(?:entry|esm))?\.[cm]?jsx?$/i;
/** Words that elements are called by, too: the files of a build are there without the word. */
const WORDED_FILE = /-(?:system|legacy|ssr|global)(?=(?:\.(?:entry|esm))?\.[cm]?jsx?$)/i;
const WORDED_FOLDER = /(?:^|\/)legacy\//i;
/** A build for developing with the package, where the same file is there without the word. */
const DEVELOPMENT_FILE = /\.(?:dev|development)(?=\.[cm]?jsx?$)/i;
/** The folder of one, and that of the other build beside it. */
const DEVELOPMENT_FOLDER = /^((?:.*\/)?)dev(?:elopment)?\//i;
const PRODUCTION_FOLDER = /^((?:.*\/)?)prod(?:uction)?\//i;
/** Pages, demos and tests come last: what they register is never taken for the package's own. */
const ASIDE =
  /(?:^|\/)_{0,2}(?:docs?|demos?|examples?|stories|storybook|tests?|fixtures?|playground|site|website)_{0,2}(?:\/|$)/i;
const NOT_OFFERED =
  /(?:^|\/)(?:_{0,2}(?:docs?|demos?|examples?|stories|storybook|tests?|fixtures?)_{0,2}\/|tests?\.[cm]?[jt]sx?$)/i;
const SOURCE_FOLDER = /(?:^|\/)src\//;

/** How a package is used, as its manifest says; paths are relative to it. */
export interface PackageUse {
  /** The files that it is entered by. */
  entries: readonly string[];
  /** What it exports anything of; null where it exports all there is. */
  exported: readonly string[] | null;
  /** One that is installed offers none of its demos and tests, whether it says how it is entered or not. */
  isInstalled: boolean;
  /** Entries that stand beside those for all others. */
  forOlderLoaders: readonly string[];
}

/** Files about whose use nothing is said. */
const UNTOLD: PackageUse = { entries: [], exported: null, isInstalled: false, forOlderLoaders: [] };

type Test = (file: string) => boolean;

/** Sorts the files of a package (paths relative to it) by build. */
export function sortBuilds(files: readonly string[], told: Partial<PackageUse> = {}): Builds {
  const use = { ...UNTOLD, ...told };
  const isOther = otherBuilds(files, use);
  const tests = [isOther, sourcesOfBuild(files, use, isOther), madeOfSource(files, use), asides(use)];
  const isLeft: Test = (one) => tests.some((test) => test(one));
  const main = files.filter((one) => !isLeft(one));
  const others = files.filter(isLeft);
  const last = (one: string) => (ASIDE.test(one) ? 1 : 0);
  return main.length > 0
    ? { main: main.toSorted((a, b) => last(a) - last(b)), others }
    : { main: others, others: [] };
}

/** The files of builds for others than those who develop with bundlers of today, where there is one for these. */
function otherBuilds(files: readonly string[], { entries, exported, forOlderLoaders }: PackageUse): Test {
  const twins = exported ? twinFolders(files, new Set(exported.map(topFolder))) : new Set<string>();
  const all = new Set(files);
  const hasModule: Test = (one) => /\.c?js$/.test(one) && all.has(one.replace(/c?js$/, 'mjs'));
  // A file that is there minified, too, is a bundle for pages, where the package is entered elsewhere.
  const hasMinified: Test = (one) => {
    const minified = one.replace(/(\.m?js)$/, '.min$1');
    return (
      minified !== one &&
      entries.length > 0 &&
      all.has(minified) &&
      ![one, minified].some((name) => entries.includes(name))
    );
  };
  const worded = new Set(wordedBuilds(files));
  const finished = new Set(files.flatMap((one) => PRODUCTION_FOLDER.exec(one)?.[1] ?? []));
  const isUnfinished: Test = (one) => {
    const [, around] = DEVELOPMENT_FOLDER.exec(one) ?? [];
    return around !== undefined && finished.has(around);
  };
  return (one) =>
    forOlderLoaders.includes(one) ||
    isNamedOther(one) ||
    isUnfinished(one) ||
    worded.has(one) ||
    (DEVELOPMENT_FILE.test(one) && all.has(one.replace(DEVELOPMENT_FILE, ''))) ||
    twins.has(topFolder(one)) ||
    hasModule(one) ||
    hasMinified(one);
}

/** Source in TypeScript beside what is made of it, where the package is entered by that. */
function sourcesOfBuild(
  files: readonly string[],
  { entries, exported, isInstalled }: PackageUse,
  isOther: Test,
): Test {
  if (entries.length === 0 || isEnteredBySource(entries)) return () => false;
  // Bundlers put a mark of the content behind the names of chunks.
  const built = new Set(
    files
      .filter((one) => !SOURCE_FOLDER.test(one) && !isOther(one))
      .flatMap((one) => [baseName(one), baseName(one).replace(/-[\w-]{8}$/, '')]),
  );
  const all = new Set(files);
  // What an installed package exports was built, whatever its files are called.
  const isBuilt =
    isInstalled && exported !== null && entries.some((one) => all.has(one) && !isTypeScript(one));
  return (one) => SOURCE_FOLDER.test(one) && isTypeScript(one) && (isBuilt || built.has(baseName(one)));
}

/** A package that is entered by its source, as modules, may hold what is made of that for older loaders. */
function madeOfSource(files: readonly string[], { entries }: PackageUse): Test {
  if (!isEnteredBySource(entries)) return () => false;
  const sources = new Set(
    files.filter((one) => SOURCE_FOLDER.test(one) && /\.m?js$/.test(one)).map((one) => baseName(one)),
  );
  return (one) => !SOURCE_FOLDER.test(one) && entries.includes(one) && sources.has(baseName(one));
}

function isEnteredBySource(entries: readonly string[]): boolean {
  return entries.some((one) => SOURCE_FOLDER.test(one));
}

/** Demos and tests, unless the package exports them as such: then they are offered by its own word. */
function asides({ entries, exported, isInstalled }: PackageUse): Test {
  if (!isInstalled && entries.length === 0) return () => false;
  const offered = (exported ?? [])
    .map((one) => one.replace(/\*.*$/, ''))
    .filter((one) => NOT_OFFERED.test(one));
  return (one) => NOT_OFFERED.test(one) && ![...entries, ...offered].some((path) => one.startsWith(path));
}

/**
 * Folders at the top of a package that hold the files of another again, which the package exports, as it does not
 * export them: `dist-cdn` beside `dist`.
 */
function twinFolders(files: readonly string[], exported: ReadonlySet<string>): Set<string> {
  const within = (folder: string) =>
    files.filter((one) => one.startsWith(`${folder}/`)).map((one) => withoutEnding(one.slice(folder.length)));
  const known = new Set([...exported].filter((one) => one !== '').flatMap(within));
  const twins = [...new Set(files.map(topFolder))].filter((folder) => {
    if (folder === '' || exported.has(folder) || known.size === 0) return false;
    const own = within(folder);
    const shared = own.filter((one) => known.has(one)).length;
    return shared >= TWIN.least && shared >= own.length * TWIN.share;
  });
  return new Set(twins);
}

/** The files of builds that are marked by a word that elements are called by, too. */
function wordedBuilds(files: readonly string[]): string[] {
  const folders = new Set(files.filter((one) => WORDED_FILE.test(one)).map(folderOf));
  return [...wordedFolders(files), ...[...folders].flatMap((folder) => wordedFiles(folder, files))];
}

/** What stands in folders called so, where at least half of it stands in others, too. */
function wordedFolders(files: readonly string[]): string[] {
  const marked = files.filter((one) => WORDED_FOLDER.test(one));
  const plain = files.filter((one) => !WORDED_FOLDER.test(one)).map((one) => `/${withoutEnding(one)}`);
  const isThereToo = (file: string) => {
    const inside = `/${withoutEnding(file.slice(file.search(WORDED_FOLDER)).replace(WORDED_FOLDER, ''))}`;
    return plain.some((one) => one.endsWith(inside));
  };
  return 2 * marked.filter(isThereToo).length >= marked.length ? marked : [];
}

/**
 * The scripts of a folder that bear the word, where at least half of them are there without it, and half of the others
 * with it.
 */
function wordedFiles(folder: string, files: readonly string[]): string[] {
  const scripts = files.filter((one) => folderOf(one) === folder && /\.[cm]?jsx?$/.test(one));
  const marked = scripts.filter((one) => WORDED_FILE.test(one));
  const twins = marked.filter((one) => scripts.includes(one.replace(WORDED_FILE, '')));
  return 2 * twins.length >= Math.max(marked.length, scripts.length - marked.length) ? marked : [];
}

const folderOf = (file: string) => file.replace(/[^/]*$/, '');

/** So many files by the same names, and such a share of all, show that a folder is another once more. */
const TWIN = { least: 10, share: 0.5 };

function topFolder(file: string): string {
  return file.includes('/') ? file.slice(0, file.indexOf('/')) : '';
}

/** What to call the builds that files belong to: by the folder that tells, where none of those kept is in it, else by the file. */
export function namesOfBuilds(files: readonly string[], kept: readonly string[] = []): string[] {
  const folders = new Set(kept.map(topFolder));
  const names = files.map((file) => {
    const word = DEVELOPMENT_FILE.exec(file);
    if (word) return `*${file.slice(word.index)}`;
    const folder = [OTHER_FOLDERS, NOT_OFFERED, WORDED_FOLDER, SOURCE_FOLDER]
      .map((one) => one.exec(file))
      .find((one) => one !== null);
    if (folder) return file.slice(0, folder.index + folder[0].length).replace(/\/$/, '');
    return isNamedOther(file) || WORDED_FILE.test(file) || folders.has(topFolder(file))
      ? file
      : topFolder(file) || file;
  });
  return [...new Set(names)].sort();
}

const OLDER_LOADERS = /(?:^|\/|[.-])(?:cjs|commonjs|umd|amd|iife|system|systemjs|ssr|hydrate)(?:[./-]|$)/i;

/** Is a file, relative to its package, no module that a page can import: one for older loaders, or for servers? */
export function isForOlderLoaders(file: string): boolean {
  return OLDER_LOADERS.test(file);
}

function isNamedOther(file: string): boolean {
  return OTHER_FOLDERS.test(file) || OTHER_FILES.test(file);
}

function baseName(file: string): string {
  return withoutEnding(file.replace(/^.*\//, ''));
}

function withoutEnding(file: string): string {
  return file.replace(/\.[cm]?[jt]sx?$/, '');
}
