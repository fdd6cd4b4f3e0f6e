/** The rooms of the core, from the one that knows least: each knows only those before it. */
const ROOMS = ['language', 'physics', 'winding', 'machine-kinds', 'test-kinds', 'work', 'shop'];
const climbs = ROOMS.slice(0, -1).map((room, i) => ({
  name: `core-${room}-knows-only-what-is-below`,
  severity: 'error',
  from: { path: `^packages/core/src/${room}/` },
  to: { path: `^packages/core/src/(${ROOMS.slice(i + 1).join('|')})/` },
}));

/** Arrows point one way: web and server → records and drawings → core. */
module.exports = {
  forbidden: [
    {
      name: 'core-imports-nothing-of-ours',
      severity: 'error',
      from: { path: '^packages/core/src' },
      // Two packages that are arithmetic and nothing else.
      to: {
        path: '^(apps|packages/(records|drawings|fonts)|node_modules)',
        pathNot: '^node_modules/(ml-matrix|complex\\.js)/',
      },
    },
    {
      name: 'drawings-import-core-only',
      severity: 'error',
      from: { path: '^packages/drawings/src' },
      to: { path: '^(apps|packages/records)' },
    },
    {
      name: 'records-import-core-only',
      severity: 'error',
      from: { path: '^packages/records/src' },
      to: { path: '^(apps|packages/drawings)' },
    },
    {
      name: 'nothing-imports-an-app',
      severity: 'error',
      from: { path: '^packages' },
      to: { path: '^apps' },
    },
    {
      name: 'apps-do-not-import-each-other',
      severity: 'error',
      from: { path: '^apps/([^/]+)/' },
      to: { path: '^apps/', pathNot: '^apps/$1/' },
    },
    ...climbs,
    {
      name: 'core-folders-by-their-entry',
      comment: 'A folder of another room is reached by its entry.',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: {
        path: '^packages/core/src/[^/]+/[^/]+/',
        pathNot: ['^packages/core/src/$1/', '/index\\.ts$'],
      },
    },
    {
      name: 'core-neighbours-by-their-entry',
      comment: 'So is one of the same room, except where one kind is built from pieces of another.',
      severity: 'error',
      from: { path: '^packages/core/src/(language|physics|winding|work|shop)/([^/]+)/' },
      to: {
        path: '^packages/core/src/$1/[^/]+/',
        pathNot: ['^packages/core/src/$1/$2/', '/index\\.ts$'],
      },
    },
    {
      name: 'core-has-seven-rooms',
      comment: 'What stands in no room belongs to none of them: only the entry and the version do.',
      severity: 'error',
      from: {},
      to: { path: `^packages/core/src/(?!(${ROOMS.join('|')})/)`, pathNot: '/src/(index|version)\\.ts$' },
    },
    {
      name: 'kit-knows-no-view',
      comment: 'Pieces that views share know neither the application round them nor a view.',
      severity: 'error',
      from: { path: '^apps/web/src/kit/' },
      to: { path: '^apps/web/src/(?!kit/)' },
    },
    {
      name: 'packages-by-their-entry',
      severity: 'error',
      from: { path: '^(apps/[^/]+|packages/[^/]+)/' },
      to: { path: '^packages/(core|records|drawings)/src/', pathNot: ['^$1/', 'src/index\\.ts$'] },
    },
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(dist|dist-dev|test)/|\\.test\\.tsx?$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js'],
    },
  },
};
