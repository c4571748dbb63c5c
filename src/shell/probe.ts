/** Probes components in hosts and engines. A page serves the cells of a host, and is replaced after one that broke. */

import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Component } from '../core/contract/types.js';
import { showingView, type Trial, trialsOf } from '../core/probe/plan.js';
import type { ProbeCell, ProbeResult, TrialResult } from '../core/probe/result.js';
import type { Surveyed } from './contracts/survey.js';
import type { Engine, EngineName, EnginePage } from './engines/engine.js';
import { launchEngine } from './engines/index.js';
import type { OpenedHost } from './packages/hosts.js';
import { installOf } from './pages/installs.js';
import { harnessOf } from './pages/measure.js';
import { bundlePageModules } from './pages/page-modules.js';
import { bundleViews } from './pages/views.js';

export interface ProbeRequest {
  surveyed: Surveyed;
  components: readonly Component[];
  hosts: readonly OpenedHost[];
  engines: readonly EngineName[];
  /** Folders whose packages the hosts are taken from, in turn. */
  folders: readonly string[];
  /** Takes on only some of the cells: the `index`th of `count` parts. */
  shard: { index: number; count: number } | null;
  /** Folder for a picture of each cell; null for none. */
  pictures: string | null;
  /** Told before each cell. */
  onCell(cell: { tag: string; host: string; engine: string }, done: number, total: number): void;
}

/** The longest a cell may take, in milliseconds; `SUVET_CELL_LIMIT` says otherwise. */
const LONGEST_CELL = Number(process.env.SUVET_CELL_LIMIT) || 30_000;
const PICTURE = { width: 1280, height: 800 };

/** Throws a SuvetError (exit 3) when a host, its compiler or an engine is missing. */
export async function probeAll(request: ProbeRequest): Promise<ProbeResult> {
  const { hosts, components, engines, shard } = request;
  const wanted = hosts
    .flatMap((host) =>
      components.flatMap((component) => engines.map((engine) => ({ host, component, engine }))),
    )
    .filter((_, at) => shard === null || at % shard.count === shard.index - 1);
  const scripts = new Map<OpenedHost, string>();
  for (const host of new Set(wanted.map((one) => one.host))) {
    const mine = wanted.filter((one) => one.host === host).map((one) => one.component);
    scripts.set(host, await hostScript(request, host, [...new Set(mine)]));
  }
  const modules = await componentModules(request);
  if (request.pictures) mkdirSync(request.pictures, { recursive: true });
  const cells: ProbeCell[] = [];
  const names: string[] = [];
  let done = 0;
  for (const name of engines) {
    const mine = wanted.filter((one) => one.engine === name);
    if (mine.length === 0) continue;
    const engine = await launchEngine(name);
    names.push(`${engine.name} ${engine.version}`);
    try {
      for (const host of new Set(mine.map((one) => one.host))) {
        const script = scripts.get(host);
        const asked = mine.filter((one) => one.host === host).map((one) => one.component);
        if (script === undefined) continue;
        const run = new HostRun(engine, host.label, script, modules, request.pictures);
        for (const [at, component] of asked.entries()) {
          request.onCell({ tag: component.tag, host: host.label, engine: name }, done, wanted.length);
          cells.push(await run.cell(component, asked.slice(at)));
          done += 1;
        }
        await run.end();
      }
    } finally {
      await engine.close();
    }
  }
  return {
    probe: 1,
    package: request.surveyed.contract.package,
    engines: names,
    shard: shard ? `${shard.index}/${shard.count}` : null,
    cells,
  };
}

/** The script of a host's page: its views, and the trials of these components. */
async function hostScript(
  { folders }: ProbeRequest,
  host: OpenedHost,
  components: readonly Component[],
): Promise<string> {
  const harness = await harnessOf(host.host);
  const install = installOf(host, harness.packages, folders);
  const shapes: Record<string, Trial['view']> = {};
  const plans: Record<string, { trial: Trial; key: string }[]> = {};
  const shows: Record<string, unknown> = {};
  for (const component of components) {
    const { tag } = component;
    const plan = trialsOf(component, host).map((trial, at) => ({ trial, key: `${tag}/${at}` }));
    for (const { trial, key } of plan) shapes[key] = trial.view;
    plans[tag] = plan;
    const { view, samples } = showingView(component, host);
    shapes[`${tag}/show`] = view;
    shows[tag] = samples;
  }
  return bundleViews({
    host: host.host,
    harness,
    install,
    shapes,
    imports: { probe: '../probe/page.js', show: '../probe/page.js', wait: '../probe/page.js' },
    script: `const page = { views, shapes, mounter };
const plans = ${JSON.stringify(plans)};
const shows = ${JSON.stringify(shows)};
let waiting = new Map();
globalThis.suvetWait = async (tags) => { waiting = await wait(page, Object.fromEntries(tags.map((tag) => [tag, plans[tag]]))); };
globalThis.suvetProbe = (tag, load) => probe(page, plans[tag], waiting.get(tag) ?? [], load);
let hide = () => {};
globalThis.suvetShow = async (tag) => { hide = await show(page, tag + '/show', shows[tag]); };
globalThis.suvetHide = () => hide();`,
    server: false,
    production: false,
  });
}

interface ComponentModules {
  scripts: Map<string, string>;
  /** Script path by tag. */
  urls: Map<string, string>;
}

/** The components' modules, bundled by the packages they belong to, each package under a path of its own. */
async function componentModules({ surveyed, components }: ProbeRequest): Promise<ComponentModules> {
  const scripts = new Map<string, string>();
  const urls = new Map<string, string>();
  const byRoot = new Map<string, { tags: string[]; paths: string[] }>();
  for (const { tag, registeredBy } of components) {
    const origin = surveyed.origins.get(tag);
    const path = registeredBy === undefined ? origin?.path : origin?.entrance;
    if (!origin || path === undefined) continue;
    const { root } = origin;
    const group = byRoot.get(root) ?? { tags: [], paths: [] };
    byRoot.set(root, { tags: [...group.tags, tag], paths: [...group.paths, path] });
  }
  let at = 0;
  for (const [root, { tags, paths }] of byRoot) {
    const modules = [...new Set(paths)];
    const bundled = await bundlePageModules({ modules, root, foreign: [] });
    const prefix = `/p${at}`;
    at += 1;
    // Chunks name each other by relative paths, so a package keeps to its own folder.
    for (const [path, text] of bundled.scripts) scripts.set(prefix + path, text);
    for (const [index, tag] of tags.entries()) {
      const url = bundled.urls[modules.indexOf(paths[index] ?? '')];
      if (url) urls.set(tag, prefix + url);
    }
  }
  return { scripts, urls };
}

const PAGE =
  '<!doctype html><meta charset="utf-8"><title>probe</title><style>body{font:16px/1.5 system-ui,sans-serif;margin:2rem}</style><body>';

/** The cells of one host in one engine, one after the other. */
class HostRun {
  readonly #engine: Engine;
  readonly #host: string;
  readonly #script: string;
  readonly #modules: ComponentModules;
  readonly #pictures: string | null;
  #page: EnginePage | null = null;

  constructor(
    engine: Engine,
    host: string,
    script: string,
    modules: ComponentModules,
    pictures: string | null,
  ) {
    this.#engine = engine;
    this.#host = host;
    this.#script = script;
    this.#modules = modules;
    this.#pictures = pictures;
  }

  /** Probes one component. `rest` are the components still to come, itself the first: a new page gets ready for them. */
  async cell(component: Component, rest: readonly Component[]): Promise<ProbeCell> {
    const cell = { tag: component.tag, host: this.#host, engine: this.#engine.name };
    const failed = (error: string): ProbeCell => ({ ...cell, trials: [], error, console: [] });
    const url = this.#modules.urls.get(component.tag);
    if (component.typesOnly) return failed('only its types are there, so that nothing defines it in a page');
    if (!url) return failed('its module is not known: probe from the source, not from a contract file');
    try {
      this.#page ??= await this.#openPage(rest);
      const page = this.#page;
      const before = page.console.length;
      const load = `async () => { const module = await import(${JSON.stringify(url)}); ${registering(component)} }`;
      const trials = await page.evaluate<TrialResult[]>(
        `suvetProbe(${JSON.stringify(component.tag)}, ${load})`,
        LONGEST_CELL,
      );
      if (this.#pictures) await this.#picture(page, component.tag, this.#pictures);
      const errors = page.console
        .slice(before)
        .filter((one) => one.type === 'error' || one.type === 'uncaught');
      return { ...cell, trials, error: null, console: [...new Set(errors.map((one) => one.text))] };
    } catch (error) {
      await this.end();
      return failed((error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '');
    }
  }

  async #openPage(components: readonly Component[]): Promise<EnginePage> {
    const page = await this.#engine.open(PAGE, this.#modules.scripts);
    await page.addScript(this.#script);
    await page.evaluate(`suvetWait(${JSON.stringify(components.map((one) => one.tag))})`, LONGEST_CELL);
    return page;
  }

  async #picture(page: EnginePage, tag: string, folder: string): Promise<void> {
    await page.evaluate(`suvetShow(${JSON.stringify(tag)})`, LONGEST_CELL);
    await page.screenshot(join(folder, `${this.#host}-${this.#engine.name}-${tag}.png`), PICTURE);
    await page.evaluate('suvetHide()', LONGEST_CELL);
  }

  /** Closes the page, if there is one. */
  async end(): Promise<void> {
    const page = this.#page;
    this.#page = null;
    await page?.close().catch(() => {});
  }
}

/** Registers what importing its module does not: by the call that does so, else by the class that it exports. */
function registering({ tag, exportName, extendsTag, registeredBy }: Component): string {
  const name = JSON.stringify(tag);
  const unless = `if (!customElements.get(${name}))`;
  const member = (path: string) =>
    `module${path
      .split('.')
      .map((one) => `[${JSON.stringify(one)}]`)
      .join('')}`;
  const options = extendsTag === null ? '' : `, { extends: ${JSON.stringify(extendsTag)} }`;
  return [
    ...(registeredBy === undefined ? [] : [`${unless} await ${member(registeredBy)}();`]),
    ...(exportName === null
      ? []
      : [`${unless} customElements.define(${name}, ${member(exportName)}${options});`]),
    `${unless} throw new Error(${JSON.stringify(`${tag} is not registered by its module`)});`,
  ].join(' ');
}
