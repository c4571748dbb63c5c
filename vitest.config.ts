import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['tests/**/*.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 120_000,
    pool: 'forks',
    // Modules keep no state that a test changes: a worker loads the core once, not for each of its files.
    isolate: false,
    // One more than the cores that there are at least: a third of the time some page is waited for.
    maxWorkers: 3,
    // The build is tested as Node.js loads it.
    server: { deps: { external: [/\/dist\//] } },
  },
});
