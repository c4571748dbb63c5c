/** The graph of modules: names followed through imports and re-exports, over a reader that the caller supplies. */

import { isDeclaration } from '../syntax/file-names.js';
import { addTo } from '../syntax/lists.js';
import type { Ast } from '../syntax/parse.js';
import type { Declaration, Module } from './module.js';
import { readModule } from './module.js';

export type { Declaration, Module } from './module.js';

/** How the survey reaches source text. The caller supplies it; survey itself touches no file system. */
export interface ModuleReader {
  /** The text of a module, or null when there is none to read. */
  read(path: string): string | null;
  /** The path that `specifier` means in the module `from`, or null when it leads nowhere. */
  resolve(specifier: string, from: string): string | null;
  /** The name a path is shown under: relative to its package or to the working folder. */
  label(path: string): string;
  /** Does the path belong to the material being surveyed, as against a package it depends on? */
  isOwn(path: string): boolean;
  /** The type declarations of the material (`.d.ts`), by path; missing where there are none to look through. */
  declarations?(): readonly string[];
}

/** A declaration together with the module it stands in. */
export interface Found {
  module: Module;
  name: string;
  declaration: Declaration;
}

/** What looking at a text tells, before it is parsed. */
export type Look = { kind: 'sheet'; text: string; label: string } | { kind: 'nothing' } | { kind: 'code' };

const NOTHING: Look = { kind: 'nothing' };
const CODE: Look = { kind: 'code' };

/** The type declarations that declare a class, and those that declare what may be a mixin, by its name. */
interface Declaring {
  classes: Map<string, string[]>;
  mixins: Map<string, string[]>;
}

/** The modules reached so far, each read and parsed once. */
export class ModuleGraph {
  readonly #reader: ModuleReader;
  readonly #modules = new Map<string, Module | null>();
  readonly #looks = new Map<string, Look>();
  #declaring: Declaring | null = null;

  constructor(reader: ModuleReader) {
    this.#reader = reader;
  }

  /** The module at a path, parsed on first use; null when it cannot be read. */
  load(path: string): Module | null {
    const known = this.#modules.get(path);
    if (known !== undefined) return known;
    const source = isScript(path) ? this.#reader.read(path) : null;
    const module = source === null ? null : readModule(path, this.#reader.label(path), source);
    this.#modules.set(path, module);
    return module;
  }

  /** The module of the material that a specifier means, if it was read already or its text fits a pattern; else null. */
  ownWhere(specifier: string, from: Module, pattern: RegExp): Module | null {
    const path = this.#reader.resolve(specifier, from.path);
    if (path === null || !this.#reader.isOwn(path)) return null;
    const known = this.#modules.get(path);
    if (known !== undefined) return known;
    return isScript(path) && pattern.test(this.#reader.read(path) ?? '') ? this.load(path) : null;
  }

  resolve(specifier: string, from: Module): Module | null {
    const path = this.#reader.resolve(specifier, from.path);
    return path === null ? null : this.load(path);
  }

  isOwn(module: Module): boolean {
    return this.#reader.isOwn(module.path);
  }

  /** Is a module no part of the package that the other is in? Packages of the same makers are still packages of their own. */
  isElsewhere(module: Module, other: Module): boolean {
    return !this.isOwn(module) || !areInOnePackage(module, other);
  }

  /**
   * The type declarations that stand beside a compiled module (`x.js` and `x.d.ts`), if there are any and their
   * text holds `word`; without it they are not worth parsing.
   */
  declarationsBeside(module: Module, word: string): Module | null {
    const match = /^(.*)\.([cm]?)js$/.exec(module.path);
    if (!match) return null;
    const path = `${match[1]}.d.${match[2]}ts`;
    return this.#reader.read(path)?.includes(word) ? this.load(path) : null;
  }

  /**
   * The type declarations of a class, or of a mixin, that was bundled into a chunk: those of the package that declare
   * one of its name, and only one such.
   */
  declarationsNamed(className: string, module: Module): Module | null {
    if (!/\.[cm]?js$/.test(module.path) || className.length < 3) return null;
    this.#declaring ??= this.#indexDeclarations();
    const { classes, mixins } = this.#declaring;
    const [only, ...others] = classes.get(className) ?? mixins.get(className) ?? [];
    return only && others.length === 0 ? this.load(only) : null;
  }

  /** The type declarations of a class that another package exports, by those that the package names. */
  declarationsExported(className: string, module: Module): Module | null {
    const folder = this.isOwn(module) ? undefined : packageOf(module);
    if (folder === undefined) return null;
    const name = folder.replace(/^.*[\\/]node_modules[\\/]/, '').replaceAll('\\', '/');
    // Asked from declarations, so that declarations are found.
    const path = this.#reader.resolve(name, `${folder}/index.d.ts`);
    const entry = path !== null && isDeclaration(path) ? this.load(path) : null;
    return (entry && this.findExport(className, entry)?.module) ?? null;
  }

  #indexDeclarations(): Declaring {
    const found: Declaring = { classes: new Map(), mixins: new Map() };
    for (const path of this.#reader.declarations?.() ?? []) {
      const text = this.#reader.read(path) ?? '';
      for (const [, name = ''] of text.matchAll(/\bclass\s+(\w+)/g)) addTo(found.classes, name, path);
      for (const [, name = ''] of text.matchAll(/\bdeclare (?:function|const)\s+(\w+)/g))
        addTo(found.mixins, name, path);
    }
    return found;
  }

  /**
   * What a name means in a module, through imports and re-exports; null when it leads out of reach or in a
   * circle.
   */
  find(name: string, module: Module, visited = new Set<string>()): Found | null {
    const declaration = module.declarations.get(name);
    if (!declaration) return null;
    if (declaration.kind !== 'import') return { module, name, declaration };
    const target = this.resolve(declaration.specifier, module);
    return target ? this.findExport(declaration.imported, target, visited) : null;
  }

  /**
   * What `holder.name` means where `holder` is a module imported, or exported again, as a namespace, or an object that is
   * written out; else null.
   */
  findMember(holder: string, name: string, module: Module): Found | null {
    const declaration = module.declarations.get(holder);
    if (declaration?.kind === 'namespace') {
      const target = this.resolve(declaration.specifier, module);
      return target && this.findExport(name, target);
    }
    const target = declaration?.kind === 'import' ? this.resolve(declaration.specifier, module) : null;
    const exported = declaration?.kind === 'import' ? target?.exports.get(declaration.imported) : undefined;
    if (target && exported?.kind === 'namespace') {
      const inner = this.resolve(exported.specifier, target);
      return inner && this.findExport(name, inner);
    }
    const found = this.find(holder, module);
    if (!found) return null;
    const named = nameInObject(found, name);
    return named === null ? memberOfObject(found, name) : this.find(named, found.module);
  }

  /** What a module exports under a name. Cyclic re-exports end in null. */
  findExport(name: string, module: Module, visited = new Set<string>()): Found | null {
    const key = `${module.path}#${name}`;
    if (visited.has(key)) return null;
    visited.add(key);
    const exported = module.exports.get(name);
    if (exported?.kind === 'local') return this.find(exported.name, module, visited);
    if (exported?.kind === 'from') {
      const target = this.resolve(exported.specifier, module);
      return target ? this.findExport(exported.imported, target, visited) : null;
    }
    for (const specifier of name === 'default' ? [] : module.starExports) {
      const target = this.resolve(specifier, module);
      const found = target && this.findExport(name, target, visited);
      if (found) return found;
    }
    return exportsAll(module) ? declaredIn(name, module) : null;
  }

  /**
   * What a look at the text of an unparsed module behind an imported name tells. `sheet`: only style sheets or
   * constants, so all it can add to a component stands in its text. `nothing`: neither markup nor styles, or a
   * module of another package. `code`: anything else, worth parsing.
   */
  lookBehind(name: string, module: Module, anywhere = false): Look {
    const declaration = module.declarations.get(name);
    if (declaration?.kind !== 'import' && declaration?.kind !== 'namespace') return CODE;
    const path = this.#reader.resolve(declaration.specifier, module.path);
    if (path === null || !(anywhere || this.#reader.isOwn(path))) return NOTHING;
    const known = this.#looks.get(path) ?? this.#look(path);
    this.#looks.set(path, known);
    return known;
  }

  #look(path: string): Look {
    const text = this.#reader.read(path);
    if (text === null) return NOTHING;
    if (/\.(css|scss|less)$/.test(path)) return { kind: 'sheet', text, label: this.#reader.label(path) };
    const isCode = /\bclass\s|=>|\bfunction\b/.test(text);
    if (!isCode && /\bcss\s*`/.test(text)) return { kind: 'sheet', text, label: this.#reader.label(path) };
    const mayHold =
      /<slot|["'`]slot["'`]|\bpart\b|var\(|:state\(|\bstates\b|--/.test(text) ||
      /\bexport\b[^;]*\bfrom\b/.test(text);
    return mayHold ? CODE : NOTHING;
  }
}

/** The folder that a module's package is installed in; undefined for one that is not installed. */
export const areInOnePackage = (module: Module, other: Module) => packageOf(module) === packageOf(other);

function packageOf({ path }: Module): string | undefined {
  return /^.*[\\/]node_modules[\\/](?:@[^\\/]+[\\/])?[^\\/]+/.exec(path)?.[0];
}

/** Style sheets, JSON and pictures can be imported, too, with a bundler; they declare nothing. */
function isScript(path: string): boolean {
  return !/\.(css|scss|less|json|svg|png|html)$/.test(path);
}

/** The name that stands in an object for a member: `{ make }`, `{ member: make }`. */
function nameInObject({ declaration }: Found, name: string): string | null {
  const object = declaration.kind === 'variable' ? declaration.init : null;
  const written = object?.type === 'ObjectExpression' ? memberWritten(object, name) : null;
  return written?.type === 'Identifier' ? written.name : null;
}

/** What an object that is written out has under a name. */
function memberWritten(object: Ast.ObjectExpression, name: string): Ast.Expression | null {
  const member = object.properties.find(
    (one) =>
      one.type === 'Property' && !one.computed && one.key.type === 'Identifier' && one.key.name === name,
  );
  return member?.type === 'Property' ? (member.value as Ast.Expression) : null;
}

/** A function or a class in an object that is written out, or that is put there later: on a function, too. */
function memberOfObject({ module, name: holder, declaration }: Found, name: string): Found | null {
  const object = declaration.kind === 'variable' ? declaration.init : null;
  const isWritten = object?.type === 'ObjectExpression';
  const isFunction = declaration.kind === 'function' || (object !== null && FUNCTIONS.includes(object.type));
  if (!isWritten && !isFunction) return null;
  const init = module.assigned.get(`${holder}.${name}`) ?? (isWritten ? memberWritten(object, name) : null);
  const kinds = [...FUNCTIONS, 'ClassExpression', ...(isFunction ? ['Identifier'] : [])];
  if (!init || !kinds.includes(init.type)) return null;
  return { module, name, declaration: { kind: 'variable', init, type: null } };
}

const FUNCTIONS: readonly string[] = ['FunctionExpression', 'ArrowFunctionExpression'];

/** What a module holds under a name itself. */
function declaredIn(name: string, module: Module): Found | null {
  const declaration = module.declarations.get(name);
  return declaration && declaration.kind !== 'import' && declaration.kind !== 'namespace'
    ? { module, name, declaration }
    : null;
}

const EXPORTING = new WeakMap<Module, boolean>();

/** Type declarations export all that they declare, unless they have a list of what they export (TypeScript, ambient modules). */
function exportsAll(module: Module): boolean {
  const known =
    EXPORTING.get(module) ?? (isDeclaration(module.path) && !module.program.body.some(isExportList));
  EXPORTING.set(module, known);
  return known;
}

function isExportList(node: Ast.Node): boolean {
  return (
    (node.type === 'ExportNamedDeclaration' && !node.declaration && !node.source) ||
    node.type === 'TSExportAssignment' ||
    (node.type === 'ExportDefaultDeclaration' && node.declaration.type === 'Identifier')
  );
}
