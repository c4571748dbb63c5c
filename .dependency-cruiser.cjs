/** The walls of the architecture: who may import whom. */
const core = (...rooms) => `^src/core/(${rooms.join('|')})/`;

const upward = [
  ['ground', core('contract', 'findings', 'emit'), core('survey', 'hosts', 'crossing', 'probe', 'check', 'report')],
  ['survey', core('survey'), core('hosts', 'crossing', 'probe', 'check', 'report')],
  ['hosts', core('hosts'), core('crossing', 'probe', 'check', 'report')],
  ['crossing', core('crossing'), core('probe', 'check', 'report')],
  ['probe', core('probe'), core('check', 'report')],
];

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'core-touches-nothing-outside', severity: 'error', from: { path: '^src/core' }, to: { path: '^src/(shell|cli)' } },
    {
      name: 'core-has-no-system',
      severity: 'error',
      from: { path: '^src/core' },
      to: { dependencyTypes: ['core'] },
    },
    { name: 'shell-below-cli', severity: 'error', from: { path: '^src/shell' }, to: { path: '^src/cli' } },
    ...upward.map(([name, from, to]) => ({ name: `${name}-looks-down-only`, severity: 'error', from: { path: from }, to: { path: to } })),
    {
      name: 'hosts-do-not-know-each-other',
      severity: 'error',
      from: { path: '^src/core/hosts/([^/]+)/' },
      to: { path: '^src/core/hosts/[^/]+/', pathNot: '^src/core/hosts/($1|wrapping)/' },
    },
    {
      name: 'one-door-to-the-parser',
      severity: 'error',
      from: { path: '^src', pathNot: '^src/core/survey/(parse|find)\\.ts$' },
      to: { path: 'node_modules/oxc-parser' },
    },
    {
      name: 'contract-and-findings-stand-alone',
      severity: 'error',
      from: { path: core('contract', 'findings') },
      to: { path: core('emit') },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
