/**
 * Surveys a package once; prints the milliseconds and the peak of memory. `--warm` uses what was remembered before. As
 * with the parser alone, loading the code is not part of the time.
 */
import { surveySources } from '../dist/shell/contracts/survey.js';

const [folder, ...flags] = process.argv.slice(2);
if (flags.includes('--warm')) await import('../dist/shell/contracts/survey-cache.js');
else
  await Promise.all([import('../dist/core/survey/index.js'), import('../dist/shell/contracts/sources.js')]);
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
