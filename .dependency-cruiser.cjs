/** The walls of the architecture: who may import whom. */
const core = (...rooms) => `^src/core/(${rooms.join('|')})/`;

const upward = [
  ['ground', core('contract', 'findings', 'emit'), core('survey', 'hosts', 'crossing', 'probe', 'check', 'report')],
  ['survey', core('survey'), core('hosts', 'crossing', 'probe', 'check', 'report')],
  ['hosts', core('hosts'), core('crossing', 'probe', 'check', 'report')],
  ['crossing', core('crossing'), core('probe', 'check', 'report')],
  ['probe', core('probe'), core('check', 'report')],
];

/** Rooms of the survey, from the ground up; those of one row do not know each other. */
const surveyRooms = [
  ['syntax'],
  ['modules'],
  ['folding'],
  ['classes'],
  ['types'],
  ['evidence'],
  ['events', 'markup', 'dialects'],
  ['declaring'],
  ['registering'],
];
const survey = (...rooms) => `^src/core/survey/(${rooms.join('|')})/`;

/** Rooms of the shell, from the ground up, as those of the survey; what commands ask for stands above them. */
const shellRooms = [['files'], ['packages', 'engines'], ['contracts', 'pages']];
const shell = (...rooms) => `^src/shell/(${rooms.join('|')})/`;

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
    ...surveyRooms.map((row, floor) => ({
      name: `survey-${row.join('-')}-looks-down-only`,
      severity: 'error',
      from: { path: survey(...row) },
      to: { path: `${survey(...surveyRooms.slice(floor + 1).flat(), 'live')}|^src/core/survey/[^/]+$` },
    })),
    {
      name: 'survey-rooms-of-one-floor-are-apart',
      severity: 'error',
      from: { path: '^src/core/survey/(events|markup|dialects)/' },
      to: { path: survey('events', 'markup', 'dialects'), pathNot: '^src/core/survey/$1/' },
    },
    ...shellRooms.map((row, floor) => ({
      name: `shell-${row.join('-')}-looks-down-only`,
      severity: 'error',
      from: { path: shell(...row) },
      to: { path: [...shellRooms.slice(floor + 1).map((rooms) => shell(...rooms)), '^src/shell/[^/]+$'].join('|') },
    })),
    ...shellRooms
      .filter((row) => row.length > 1)
      .map((row) => ({
        name: `shell-${row.join('-and-')}-are-apart`,
        severity: 'error',
        from: { path: shell(...row) },
        to: { path: shell(...row), pathNot: '^src/shell/$1/' },
      })),
    {
      name: 'hosts-do-not-know-each-other',
      severity: 'error',
      from: { path: '^src/core/hosts/([^/]+)/' },
      to: { path: '^src/core/hosts/[^/]+/', pathNot: '^src/core/hosts/($1|wrapping)/' },
    },
    {
      name: 'one-door-to-the-parser',
      severity: 'error',
      from: { path: '^src', pathNot: '^src/core/survey/syntax/(parse|find)\\.ts$' },
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
