/** Surveys a package once, from nothing; prints the milliseconds and the peak of memory. */
import { survey } from '../dist/core/survey/index.js';
import { openSource } from '../dist/shell/sources.js';

const start = performance.now();
const { input } = openSource('.', process.argv[2]);
const { contract } = survey(input);
const ms = performance.now() - start;
console.log(
  JSON.stringify({
    ms,
    components: contract.components.length,
    megabytes: process.resourceUsage().maxRSS / 1024,
  }),
);
