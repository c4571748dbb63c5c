import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** What takes longest begins first, so that no worker is left alone with it at the end. */
class BrowsersFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const sorted = await super.sort(files);
    const isInBrowser = (one: TestSpecification) => one.moduleId.includes('/tests/browser/');
    return [...sorted.filter(isInBrowser), ...sorted.filter((one) => !isInBrowser(one))];
  }
}

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
    pool: 'forks',
    // As a survey runs: what the engine optimizes meanwhile costs more than it saves in so short a run.
    // Later engines than that of Node.js 20 do not know the option.
    execArgv: process.versions.v8.startsWith('11.') ? ['--interrupt-budget=600000'] : [],
    sequence: { sequencer: BrowsersFirst },
    // Modules keep no state that a test changes: a worker loads the core once, not for each of its files.
    isolate: false,
    // One more than the cores that there are at least: while one waits for a page, another has work.
    maxWorkers: 3,
    // The build is tested as Node.js loads it.
    server: { deps: { external: [/\/dist\//] } },
  },
});
