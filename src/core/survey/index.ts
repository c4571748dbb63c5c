/** Survey: component source -> contract. Reads and parses; never runs what it reads. */

import type { Component, Contract } from '../contract/types.js';
import type { Finding } from '../findings/types.js';
import { assemble } from './assemble.js';
import { chainOfRegistered } from './chains.js';
import type { ClassChain } from './classes/layers.js';
import { TypesByTag } from './declaring/by-tag.js';
import { declaredOnly } from './declaring/index.js';
import { withClaim } from './evidence/claims.js';
import { withEventsFromInside } from './evidence/coming-out.js';
import type { ClaimedComponent } from './evidence/manifest.js';
import { readManifest } from './evidence/manifest.js';
import { withMaking } from './making.js';
import { namesOfBuilds } from './modules/builds.js';
import { Entrances, isNamedAfter } from './modules/entrances.js';
import { importsIn, takesHost } from './modules/imports.js';
import type { SurveyInput } from './modules/input.js';
import type { Module } from './modules/modules.js';
import { ModuleGraph } from './modules/modules.js';
import { withElementsAbove } from './reading.js';
import { callThatRegisters } from './registering/calling.js';
import type { Passing } from './registering/elsewhere.js';
import { componentsElsewhere, passingIn, plainlyHolding } from './registering/elsewhere.js';
import type { Registered } from './registering/registrations.js';
import { mayRegister, registrationsIn } from './registering/registrations.js';
import { mayExportElement, unregisteredIn } from './registering/unregistered.js';
import { isDeclaration, isWorker } from './syntax/file-names.js';
import type { Ast } from './syntax/parse.js';
import { typeOfText } from './types/types.js';

export type { SurveyInput } from './modules/input.js';
export type { ModuleReader } from './modules/modules.js';

export interface SurveyResult {
  contract: Contract;
  findings: Finding[];
}

/** Where a component was found, and what of it its contract leaves out. */
export interface Origin {
  /** The path of the module that registers it. */
  path: string;
  /** The path of the module to import, which leads to that one. */
  entrance: string;
  /** Names of properties that its elements have and that are not for users. */
  inner: readonly string[];
}

/** A result together with the origins of components; of those that only types tell of, there are none. */
export interface SurveyOutcome extends SurveyResult {
  /** By tag. */
  origins: Map<string, Origin>;
  /** Other builds of the same modules, demos and tests, which were left out. */
  leftOut: string[];
  /** What an installed package without components brings in of others; null for all else. */
  passing: Passing | null;
}

/**
 * Reads the contracts of every component that the given modules register. What is wrong with a module becomes a
 * finding; the other modules are still surveyed. Components come in the order of their tags.
 */
export function survey(input: SurveyInput): SurveyOutcome {
  const graph = new ModuleGraph(input.reader);
  const claims = new Map(readManifest(input.manifest).map((one) => [one.tag, one]));
  const registering = new Map<string, Set<string>>();
  const registers = (path: string, tag: string) => {
    const known = registering.get(path) ?? tagsOnImport(graph.load(path), graph);
    registering.set(path, known);
    return known.has(tag);
  };
  const entrances = new Entrances(input, registers);
  const types = new TypesByTag(input, graph);
  const found: Found = { components: new Map(), findings: [], claims, types, entrances };
  const each = (paths: readonly string[], step: typeof surveyModule) => {
    for (const path of paths) guarded(path, input, found, () => step(path, input, graph, found));
  };
  const modules = input.paths.filter((one) => !isDeclaration(one) && !isWorker(one));
  each(modules, surveyModule);
  each(modules, takeUnregistered);
  dropUnprefixed(found.components);
  const isElsewhere = found.components.size === 0;
  if (isElsewhere) each(input.otherPaths ?? [], surveyModule);
  const declared = declaredOnly(input, graph, new Set(found.components.keys()), (path, step) =>
    guarded(path, input, found, step),
  );
  found.findings.push(...declared.findings);
  const isEmpty = found.components.size === 0 && declared.components.length === 0;
  const passing = isEmpty ? passingIn(input) : null;
  if (passing && !input.isWhole) {
    const packages = plainlyHolding(passing, input);
    found.findings.push(...componentsElsewhere(packages, passing, input, false));
  }
  const components = [
    ...onlyDeclaredStyles(withEventsFromInside([...found.components.values()])),
    ...declared.components,
  ].sort((a, b) => (a.tag < b.tag ? -1 : 1));
  const origins = [...found.components].map(([tag, { registered, entrance, inner }]) => {
    const origin: Origin = { path: registered.module.path, entrance, inner: [...inner] };
    return [tag, origin] as const;
  });
  const leftOut = isElsewhere
    ? []
    : namesOfBuilds((input.otherPaths ?? []).map(input.reader.label), input.paths.map(input.reader.label));
  return {
    contract: { contract: 1, package: input.package, components },
    findings: found.findings,
    origins: new Map(origins),
    leftOut,
    passing: passing && input.isWhole && passing.size > 0 ? passing : null,
  };
}

/** The tags that importing a module registers. */
function tagsOnImport(module: Module | null, graph: ModuleGraph): Set<string> {
  const { registered } = module ? registrationsIn(module, graph) : { registered: [] };
  return new Set(registered.filter((one) => one.registers === 'on-import').map((one) => one.tag));
}

/** A base name is no tag of its own where the same description is registered with a prefix, too. */
function dropUnprefixed(components: Found['components']): void {
  const tags = new Map<Ast.Node, string[]>();
  for (const [tag, { registered }] of components)
    if (registered.made) {
      const same = tags.get(registered.made.node);
      if (same) same.push(tag);
      else tags.set(registered.made.node, [tag]);
    }
  for (const same of tags.values()) {
    const known = new Set(same);
    for (const tag of same)
      for (let at = tag.indexOf('-'); at >= 0; at = tag.indexOf('-', at + 1))
        if (known.has(tag.slice(at + 1))) components.delete(tag.slice(at + 1));
  }
}

/** So many components, and such a share of them, show that a package declares what it means for users. */
const DECLARING = { least: 3, share: 0.2 };

/**
 * Where a package declares the CSS custom properties that are meant for users, the others are none of them: it counts
 * on its theme to set them, or sets them itself.
 */
function onlyDeclaredStyles(components: Component[]): Component[] {
  const declaring = components.filter((one) => one.cssProperties.some((item) => item.declared));
  if (declaring.length < Math.max(DECLARING.least, components.length * DECLARING.share)) return components;
  return components.map((one) => ({
    ...one,
    cssProperties: one.cssProperties.filter((item) => item.declared),
  }));
}

interface Taken {
  component: Component;
  registered: Registered;
  chain: ClassChain;
  /** The path of the module to import. */
  entrance: string;
  /** Names of properties that are not for users. */
  inner: ReadonlySet<string>;
  /** The number of registrations in the same module. */
  among: number;
}

interface Found {
  components: Map<string, Taken>;
  findings: Finding[];
  claims: ReadonlyMap<string, ClaimedComponent>;
  types: TypesByTag;
  entrances: Entrances;
}

/** Code that is nested too deeply to be walked is one module's trouble, and nobody else's. */
function guarded(path: string, input: SurveyInput, found: Found, step: () => void): void {
  try {
    step();
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    const file = input.reader.label(path);
    found.findings.push({
      code: 'source-unreadable',
      level: 'error',
      place: { file, line: 1, column: 1 },
      message: `${file}: is nested too deeply to be read.`,
      cure: 'Survey the source it was made from; the other files were surveyed without it.',
    });
  }
}

function surveyModule(path: string, input: SurveyInput, graph: ModuleGraph, found: Found): void {
  const source = input.reader.read(path);
  if (source === null) {
    found.findings.push(unreadable(input.reader.label(path)));
    return;
  }
  if (!mayRegister(source)) return;
  const module = graph.load(path);
  if (!module) return;
  found.findings.push(...syntaxFindings(module));
  const { registered, unfolded } = registrationsIn(module, graph);
  for (const one of unfolded) found.findings.push(tagNotConstant(one.module, one.place));
  for (const one of registered) take(one, registered.length, input, graph, found);
}

/** `among` is the number of registrations in the same module. */
function take(one: Registered, among: number, input: SurveyInput, graph: ModuleGraph, found: Found): void {
  const known = chainOfRegistered(one, graph, input);
  const chain = known && !one.described ? withElementsAbove(known, graph, one.tag) : known;
  const before = found.components.get(one.tag);
  if (!chain) found.findings.push(classNotFound(one));
  else if (!before || isBetter(one, among, chain, before, found.entrances)) {
    const { path, isExported } = found.entrances.entranceTo(one.module.path, one.tag);
    const module = graph.load(path);
    const call = callThatRegisters(one, chain, module, graph);
    const place = { module, specifier: input.publicPath(path), isExported, call };
    const inner = new Set<string>();
    const shown = withMaking(assemble(one, chain, graph, place, inner), one, chain, graph, place);
    const read = found.types.addTo(shown, chain);
    const claim = found.claims.get(one.tag);
    const component = claim ? withClaim(read, claim, (text) => typeOfText(text, one.module, graph)) : read;
    found.components.set(one.tag, { component, registered: one, chain, entrance: path, inner, among });
  } else if (isAnother(one, chain, before)) {
    found.findings.push(registeredTwice(one, before.registered));
  }
}

/**
 * Is a registration to be taken instead of one that was found before? One of a class that is written, where the other is
 * what a call makes; one that needs no framework; one that users can import; one whose classes can all be read; one
 * that an import does, where the other waits for a call; and that of a module of its own, where the other holds many
 * elements put together, or more and has another name.
 */
function isBetter(
  one: Registered,
  among: number,
  chain: ClassChain,
  before: Taken,
  entrances: Entrances,
): boolean {
  const isClass = ({ layers: [own] }: ClassChain) => own !== undefined && !own.built;
  if (isClass(chain) !== isClass(before.chain)) return isClass(chain);
  const isSame = chain.layers[0]?.node === before.chain.layers[0]?.node;
  const isForHost = ({ module }: Registered) => takesHost(importsIn(module.source));
  if (isSame && isForHost(one) !== isForHost(before.registered)) return isForHost(before.registered);
  const isExported = () => entrances.entranceTo(one.module.path, one.tag).isExported;
  if (before.component.unexported && isExported()) return isSame || !isForHost(one);
  if ((chain.lost === null) !== (before.chain.lost === null)) return chain.lost === null && isExported();
  if (isSame && before.registered.registers !== one.registers) {
    if (isExported() !== !before.component.unexported) return isExported();
    if (one.registers === 'on-import') return true;
  }
  if (before.among >= BUNDLE && among * BUNDLE <= before.among) return true;
  const isOwn = ({ module, tag }: Registered) => isNamedAfter(tag, module.path);
  return among < before.among && isOwn(one) && !isOwn(before.registered);
}

/** So many times as many registrations in one module as in another show that it puts others together. */
const BUNDLE = 4;

/** Elements that a module exports without registering them; a class that is registered elsewhere is none of them. */
function takeUnregistered(path: string, input: SurveyInput, graph: ModuleGraph, found: Found): void {
  const source = input.reader.read(path);
  const module = source !== null && mayExportElement(source) ? graph.load(path) : null;
  if (!module) return;
  const isTaken = ({ node }: Registered) =>
    [...found.components.values()].some(
      (one) => one.chain.layers[0]?.node === node || one.registered.decorated === node,
    );
  for (const one of unregisteredIn(module, graph))
    if (!found.components.has(one.tag) && !isTaken(one)) take(one, 1, input, graph, found);
}

/** Two classes for one tag in the same build, as against the same component built twice. */
function isAnother(
  one: Registered,
  chain: ClassChain,
  first: { registered: Registered; chain: ClassChain },
): boolean {
  const folder = (label: string) => label.split('/').slice(0, -1).slice(0, 2).join('/');
  const before = first.registered;
  if (folder(one.module.label) !== folder(before.module.label)) return false;
  const isSamePlace = one.module === before.module && one.place.start === before.place.start;
  return !isSamePlace && meantBy(chain) !== meantBy(first.chain);
}

/** The class itself, or the one that it extends without a word of its own, as calls do that would register one twice. */
function meantBy({ layers }: ClassChain): Ast.Node | undefined {
  return (layers.find(({ node }) => node.body.body.length > 0) ?? layers[0])?.node;
}

function syntaxFindings(module: Module): Finding[] {
  return module.errors.slice(0, 3).map((error) => ({
    code: 'source-syntax',
    level: 'error',
    place: module.lines.place(module.label, error.start, error.end),
    message: `${module.label}: cannot be read as a module: ${error.message}.`,
    cure: 'Mend the syntax; the other modules were surveyed without it.',
  }));
}

function unreadable(file: string): Finding {
  return {
    code: 'source-unreadable',
    level: 'error',
    place: { file, line: 1, column: 1 },
    message: `${file}: cannot be read as text.`,
    cure: 'Check that the file exists, may be read and is UTF-8; the other files were surveyed without it.',
  };
}

function tagNotConstant(module: Module, place: { start: number; end: number }): Finding {
  return {
    code: 'tag-not-constant',
    level: 'warning',
    place: module.lines.place(module.label, place.start, place.end),
    message:
      'customElements.define: is given a tag that is only known at run time, so this component has no contract.',
    cure: 'Give the tag as a constant that can be followed through imports.',
  };
}

function classNotFound(one: Registered): Finding {
  return {
    code: 'class-not-found',
    level: 'warning',
    place: one.module.lines.place(one.module.label, one.place.start, one.place.end),
    message: `${one.tag}: is registered, but its class cannot be found from the source.`,
    cure: 'Register a class that is declared or imported by name.',
    tag: one.tag,
  };
}

function registeredTwice(one: Registered, first: Registered): Finding {
  const { line } = first.module.lines.place(first.module.label, first.place.start);
  return {
    code: 'tag-registered-twice',
    level: 'note',
    place: one.module.lines.place(one.module.label, one.place.start, one.place.end),
    message: `${one.tag}: is registered here and at ${first.module.label}:${line}; the first one was taken.`,
    cure: 'Survey only one build of the package, or give one of the two another tag.',
    tag: one.tag,
  };
}
