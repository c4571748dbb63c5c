/** Surveys a package once; prints the milliseconds and the peak of memory. `--warm` uses what was remembered before. */
import { surveySources } from '../dist/shell/survey.js';

const [folder, ...flags] = process.argv.slice(2);
const start = performance.now();
const { contract } = await surveySources(['.'], folder, { cache: flags.includes('--warm') });
const ms = performance.now() - start;
console.log(
  JSON.stringify({
    ms,
    components: contract.components.length,
    megabytes: process.resourceUsage().maxRSS / 1024,
  }),
);
