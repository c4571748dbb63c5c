/** The benchmarks: one JSON line a figure, each a ratio taken in this run; the last result goes to RESULTS.md. */
import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { arch, cpus, platform, totalmem } from 'node:os';
import { fileURLToPath } from 'node:url';

const here = (path) => fileURLToPath(new URL(path, import.meta.url));
const PACKAGE = '@material/web';
const scratch = here('./.scratch');
const folder = `${scratch}/node_modules/${PACKAGE}`;
if (!existsSync(folder)) {
  mkdirSync(scratch, { recursive: true });
  writeFileSync(`${scratch}/package.json`, '{ "private": true }\n');
  execFileSync('npm', ['install', '--silent', '--legacy-peer-deps', PACKAGE], {
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
  for (let round = 0; round < rounds; round += 1) {
    commands.forEach((args, index) => {
      const start = performance.now();
      spawnSync(process.execPath, args, { stdio: 'ignore' });
      times[index].push(performance.now() - start);
    });
  }
  return times.map(median);
}

const program = here('../dist/cli/main.js');
const [bare, version, help] = timed(21, [
  ['-e', '0'],
  [program, '--version'],
  [program, '--help'],
]);
figure('start: suvet --version against node -e 0', version / bare, 1.5, { ms: round(version) });
figure('start: suvet --help against node -e 0', help / bare, 1.5, { ms: round(help) });

const inner = (script, ...args) =>
  JSON.parse(execFileSync(process.execPath, [here(script), ...args], { encoding: 'utf8' }));
const parses = [];
const surveys = [];
for (let round = 0; round < 9; round += 1) {
  parses.push(inner('./parse-all.mjs', folder));
  surveys.push(inner('./survey-once.mjs', folder));
}
const parse = median(parses.map((one) => one.ms));
const survey = median(surveys.map((one) => one.ms));
figure(`survey of ${PACKAGE}, cold, against reading and parsing all its files`, survey / parse, 1.0, {
  ms: round(survey),
  files: parses[0].files,
  components: surveys[0].components,
  megabytes: round(median(surveys.map((one) => one.megabytes))),
});

const rows = figures.map(
  (one) =>
    `| ${one.name} | ${one.ratio} | ${one.wanted} | ${Object.entries(one)
      .slice(3)
      .map(([key, value]) => `${value} ${key}`)
      .join(', ')} |`,
);
writeFileSync(
  here('./RESULTS.md'),
  `# Results of the last run

Ratios, each taken within one run (\`npm run bench\`), on ${cpus().length} cores, ${round(totalmem() / 2 ** 30)} GB of memory, ${platform()} ${arch()}, Node.js ${process.versions.node.split('.')[0]}.

| figure | ratio | wanted at most | |
|---|---|---|---|
${rows.join('\n')}
`,
);
