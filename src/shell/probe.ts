/** Probes components in hosts and engines: a page for each cell, so that one that breaks takes no other along. */

import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { Component } from '../core/contract/types.js';
import { showingView, type Trial, trialsOf } from '../core/probe/plan.js';
import type { ProbeCell, ProbeResult, TrialResult } from '../core/probe/result.js';
import type { Engine, EngineName, EnginePage } from './engines/engine.js';
import { launchEngine } from './engines/index.js';
import type { OpenedHost } from './hosts.js';
import { installOf } from './installs.js';
import { harnessOf } from './measure.js';
import { bundlePageModules } from './page-modules.js';
import type { Surveyed } from './survey.js';
import { bundleViews } from './views.js';

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

/** The longest a cell may take, in milliseconds. */
const LONGEST_CELL = 20_000;
const WIDTH = { width: 1280, height: 800 };

/** Throws a SuvetError (exit 3) when a host, its compiler or an engine is missing. */
export async function probeAll(request: ProbeRequest): Promise<ProbeResult> {
  const { hosts, components, engines, shard } = request;
  const wanted = hosts
    .flatMap((host) =>
      components.flatMap((component) => engines.map((engine) => ({ host, component, engine }))),
    )
    .filter((_, at) => shard === null || at % shard.count === shard.index - 1);
  const scripts = new Map<OpenedHost, HostScript>();
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
      for (const { host, component } of mine) {
        const cell = { tag: component.tag, host: host.label, engine: name };
        request.onCell(cell, done, wanted.length);
        const script = scripts.get(host);
        if (script) cells.push(await probeCell(engine, script, modules, component, cell, request.pictures));
        done += 1;
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

interface HostScript {
  code: string;
  /** Trials by tag, with the keys of their views. */
  trials: ReadonlyMap<string, { trials: Trial[]; keys: string[] }>;
}

async function hostScript(
  { folders }: ProbeRequest,
  host: OpenedHost,
  components: readonly Component[],
): Promise<HostScript> {
  const harness = await harnessOf(host.host);
  const install = installOf(host, harness.packages, folders);
  const shapes: Record<string, Trial['view']> = {};
  const trials = new Map<string, { trials: Trial[]; keys: string[] }>();
  const shows: Record<string, unknown> = {};
  for (const component of components) {
    const planned = trialsOf(component, host);
    const keys = planned.map((_, at) => `${component.tag}/${at}`);
    for (const [at, trial] of planned.entries()) shapes[keys[at] ?? ''] = trial.view;
    trials.set(component.tag, { trials: planned, keys });
    const { view, samples } = showingView(component, host);
    shapes[`${component.tag}/show`] = view;
    shows[component.tag] = samples;
  }
  const code = await bundleViews({
    host: host.host,
    harness,
    install,
    shapes,
    imports: { probe: '../probe/page.js', show: '../probe/page.js' },
    script: `globalThis.suvetProbe = (trials, keys, load) => probe({ views, shapes, mounter }, trials, keys, load);
globalThis.suvetShow = (tag) => show({ views, shapes, mounter }, tag + '/show', (${JSON.stringify(shows)})[tag]);`,
    server: false,
    production: false,
  });
  return { code, trials };
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
  for (const { tag } of components) {
    const path = surveyed.modules.get(tag);
    const root = surveyed.roots.get(tag);
    if (!path || !root) continue;
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

async function probeCell(
  engine: Engine,
  script: HostScript,
  modules: ComponentModules,
  component: Component,
  cell: Pick<ProbeCell, 'tag' | 'host' | 'engine'>,
  pictures: string | null,
): Promise<ProbeCell> {
  const planned = script.trials.get(component.tag);
  const url = modules.urls.get(component.tag);
  const failed = (error: string): ProbeCell => ({ ...cell, trials: [], error, console: [] });
  if (!planned) return failed('nothing was planned for it');
  if (!url) return failed('its module is not known: probe from the source, not from a contract file');
  let page: EnginePage | null = null;
  try {
    page = await engine.open(PAGE, modules.scripts);
    await page.addScript(script.code);
    const { trials, keys } = planned;
    const load = `async () => { const module = await import(${JSON.stringify(url)}); ${registering(component)} }`;
    const results = await page.evaluate<TrialResult[]>(
      `suvetProbe(${JSON.stringify(trials)}, ${JSON.stringify(keys)}, ${load})`,
      LONGEST_CELL,
    );
    if (pictures) {
      await page.evaluate(`suvetShow(${JSON.stringify(component.tag)})`, LONGEST_CELL);
      await page.screenshot(join(pictures, `${cell.host}-${cell.engine}-${cell.tag}.png`), WIDTH);
    }
    const errors = page.console.filter((line) => line.type === 'error' || line.type === 'uncaught');
    return { ...cell, trials: results, error: null, console: [...new Set(errors.map((line) => line.text))] };
  } catch (error) {
    return failed((error instanceof Error ? error.message : String(error)).split('\n')[0] ?? '');
  } finally {
    await page?.close();
  }
}

/** Registers a class that its module only exports. */
function registering({ tag, exportName, extendsTag }: Component): string {
  const name = JSON.stringify(tag);
  const options = extendsTag === null ? '' : `, { extends: ${JSON.stringify(extendsTag)} }`;
  const made = exportName === null ? '' : `module[${JSON.stringify(exportName)}]`;
  const define = made
    ? `if (!customElements.get(${name})) customElements.define(${name}, ${made}${options});`
    : '';
  return `${define} if (!customElements.get(${name})) throw new Error(${JSON.stringify(`${tag} is not registered by its module`)});`;
}
