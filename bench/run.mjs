/** The benchmarks: one JSON line a figure, each a ratio taken in this run; the last result goes to RESULTS.md. */
import { execFileSync, spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { arch, cpus, platform, totalmem } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { globSync } from 'tinyglobby';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));
// Development material: packages that nobody here wrote. Nothing in Suvet knows them by name.
const PACKAGES = ['@material/web', '@patternfly/elements@4', '@lion/ui'];
const scratch = here('./.scratch');
process.env.SUVET_CACHE_DIR = join(scratch, 'cache');
const nameOf = (spec) => spec.replace(/(?<=.)@[\d.]+$/, '');
const folderOf = (spec) => join(scratch, 'node_modules', nameOf(spec));
const absent = PACKAGES.filter((one) => !existsSync(folderOf(one)));
if (absent.length > 0) {
  mkdirSync(scratch, { recursive: true });
  writeFileSync(join(scratch, 'package.json'), '{ "private": true }\n');
  execFileSync('npm', ['install', '--silent', '--legacy-peer-deps', ...PACKAGES], {
    cwd: scratch,
    stdio: 'inherit',
  });
}

const figures = [];
function figure(name, ratio, wanted, detail) {
  const line = { name, ratio: Number(ratio.toFixed(2)), wanted, ...detail };
  figures.push(line);
  console.log(JSON.stringify(line));
}

const median = (values) => [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)];
const round = (value) => Math.round(value);

/** Medians of several commands, run in turns so that a busy moment meets them all. */
function timed(rounds, commands) {
  const times = commands.map(() => []);
  for (let turn = 0; turn < rounds; turn += 1) {
    commands.forEach((args, index) => {
      const start = performance.now();
      spawnSync(process.execPath, args, { stdio: 'ignore' });
      times[index].push(performance.now() - start);
    });
  }
  return times.map(median);
}

const program = here('../dist/bin/suvet.js');
const [bare, version, help] = timed(21, [
  ['-e', '0'],
  [program, '--version'],
  [program, '--help'],
]);
figure('start: suvet --version against node -e 0', version / bare, 1.5, { ms: round(version) });
figure('start: suvet --help against node -e 0', help / bare, 1.5, { ms: round(help) });

const inner = (script, ...args) =>
  JSON.parse(execFileSync(process.execPath, [here(script), ...args], { encoding: 'utf8' }));
const once = (folder, ...flags) => inner('./survey-once.mjs', folder, ...flags);

for (const spec of PACKAGES) {
  const folder = folderOf(spec);
  const [parses, colds, warms] = [[], [], []];
  once(folder, '--warm');
  for (let turn = 0; turn < 5; turn += 1) {
    parses.push(inner('./parse-all.mjs', folder));
    colds.push(once(folder));
    warms.push(once(folder, '--warm'));
  }
  const parse = median(parses.map((one) => one.ms));
  const name = nameOf(spec);
  const about = { files: parses[0].files, components: colds[0].components };
  const cold = median(colds.map((one) => one.ms));
  const warm = median(warms.map((one) => one.ms));
  figure(`survey of ${name}, cold, against reading and parsing all its files`, cold / parse, 0.6, {
    ms: round(cold),
    ...about,
  });
  figure(`survey of ${name}, warm, against the same`, warm / parse, 0.15, { ms: round(warm) });
}

// Growth: the same package once, and ten times under other tags.
const [first] = PACKAGES;
const grown = (count) => {
  const folder = join(scratch, `grown-${count}`);
  rmSync(folder, { recursive: true, force: true });
  for (let index = 0; index < count; index += 1) {
    const copy = join(folder, `c${index}`);
    cpSync(folderOf(first), copy, { recursive: true });
    rmSync(join(copy, 'package.json'), { force: true });
    for (const path of globSync('**/*.js', { cwd: copy, absolute: true }))
      writeFileSync(path, readFileSync(path, 'utf8').replaceAll("'md-", `'c${index}-`));
  }
  writeFileSync(join(folder, 'package.json'), '{ "name": "grown", "version": "1.0.0" }\n');
  return folder;
};
const [small, medium, large] = [grown(1), grown(5), grown(10)];
const ones = [once(small), once(small), once(small)];
const tens = [once(large), once(large), once(large)];
const one = median(ones.map((run) => run.ms));
const ten = median(tens.map((run) => run.ms));
figure('survey of ten times the package, cold, against once', ten / one, 11, {
  ms: round(ten),
  components: tens[0].components,
});
const { megabytes, components } = once(medium);
const files = globSync('**/*.js', { cwd: medium }).length;
figure('peak of memory for a package of 1,500 files, in units of 400 MB', megabytes / 400, 1, {
  megabytes: round(megabytes),
  files,
  components,
});
for (const count of [1, 5, 10]) rmSync(join(scratch, `grown-${count}`), { recursive: true, force: true });

// The map: sixty components in every host, from a contract file. Sixty are the demo's six, ten times.
const demo = here('../demo/elements');
const contract = JSON.parse(
  execFileSync(process.execPath, [program, 'survey', demo, '--json'], { encoding: 'utf8' }),
);
const sixty = Array.from({ length: 10 }, (_, index) =>
  contract.components.map((component) => ({ ...component, tag: `${component.tag}-${index}` })),
).flat();
const contractFile = join(scratch, 'sixty.json');
writeFileSync(contractFile, JSON.stringify({ ...contract, components: sixty }));
const HOSTS =
  'react@16 react@17 react@18 react@19 preact@10 vue@2.7 vue@3 svelte@5 solid@1 angular@20 html'.split(' ');
const named = (hosts) => hosts.flatMap((host) => ['--host', host]);
const [start, mapped] = timed(11, [
  [program, '--version'],
  [program, 'map', '-c', contractFile, ...named(HOSTS)],
]);
figure('map of 60 components into 11 hosts, against the start of the program', mapped / start, 2, {
  ms: round(mapped),
});

// Wrappers: sixty components for every host, in one run; and what a thousand of them cost in a page.
const EVERY = [...HOSTS, 'node', 'java', 'php', 'python'];
const wrapped = join(scratch, 'wrapped');
const [begun, generated] = timed(7, [
  [program, '--version'],
  [program, 'wrap', '-c', contractFile, ...named(EVERY), '--all', '--force', '--out', wrapped],
]);
figure(
  `wrappers of 60 components for ${EVERY.length} hosts, against the start of the program`,
  generated / begun,
  5,
  {
    ms: round(generated),
  },
);
rmSync(wrapped, { recursive: true, force: true });
const { measureWrapping } = await import('./wrapping.mjs');
for (const one of await measureWrapping(HOSTS)) {
  for (const [kind, what] of [
    ['bare', 'that do nothing'],
    ['showing', 'that show a list'],
  ]) {
    const { mount, update, ms } = one[kind];
    figure(`1,000 wrapped elements ${what}, in ${one.host}, mounted, against by hand`, mount, 1.15, {
      ms: round(ms),
    });
    figure(`the same updated`, update, 1.15, {});
  }
  figure(`a wrapper for ${one.host}, compressed, in units of 400 bytes`, one.wrapper / 400, 1, {
    bytes: round(one.wrapper),
    'bytes shared': one.shared,
  });
}

// The probe: cells of one engine process; twice the cells against once.
const probed = (hosts) => {
  const begin = performance.now();
  const args = [program, 'probe', '-c', demo, ...named(hosts), '--json', '--cwd', here('..')];
  execFileSync(process.execPath, args, { encoding: 'utf8', maxBuffer: 2 ** 28 });
  return performance.now() - begin;
};
const some = ['react@18', 'vue@3', 'html'];
const others = ['react@19', 'svelte@5', 'solid@1'];
const probes = [0, 1, 2].map(() => ({ half: probed(some), whole: probed([...some, ...others]) }));
const halfMs = median(probes.map((run) => run.half));
const wholeMs = median(probes.map((run) => run.whole));
figure('probe of twice the cells, against once', wholeMs / halfMs, 2.2, {
  ms: round(wholeMs),
  cells: 36,
  'cells per second': Number((36 / (wholeMs / 1000)).toFixed(1)),
});

// Accuracy: what the survey finds against what running elements show and the package declares.
const { measure, figures: accuracyOf, KINDS } = await import('./accuracy.mjs');
const accuracy = [];
for (const spec of PACKAGES) {
  const { name, kinds } = await measure(scratch, nameOf(spec));
  for (const kind of KINDS) {
    const { truth, recall, precision } = accuracyOf(kinds[kind]);
    if (truth === 0) continue;
    const line = {
      package: name,
      kind,
      items: truth,
      recall: recall.toFixed(3),
      precision: precision.toFixed(3),
    };
    accuracy.push(line);
    console.log(JSON.stringify(line));
  }
}

const table = (head, lines) =>
  [head, head.map(() => '---'), ...lines].map((cells) => `| ${cells.join(' | ')} |`).join('\n');
const rows = figures.map((line) => [
  line.name,
  line.ratio,
  line.wanted,
  Object.entries(line)
    .slice(3)
    .map(([key, value]) => `${value} ${key}`)
    .join(', '),
]);
// What is found with other packages is written there by hand, and stays.
const results = here('./RESULTS.md');
const byHand = /\n## Strangers[\s\S]*$/.exec(readFileSync(results, 'utf8'))?.[0] ?? '';
writeFileSync(
  results,
  `# Results of the last run

Ratios, each taken within one run (\`npm run bench\`), on ${cpus().length} cores, ${round(totalmem() / 2 ** 30)} GB of memory, ${platform()} ${arch()}, Node.js ${process.versions.node.split('.')[0]}.

${table(['figure', 'ratio', 'wanted at most', ''], rows)}

## Accuracy of the survey

Of development material that nobody here wrote, the manifest that each package ships withheld from the survey. Truth is
what the running elements show in Chromium (observed attributes, accessors) and what that manifest declares (events,
slots, parts, CSS custom properties); what a package renders but does not declare counts against precision.

${table(
  ['package', 'kind', 'items', 'recall', 'precision'],
  accuracy.map((line) => Object.values(line)),
)}
${byHand}`,
);
