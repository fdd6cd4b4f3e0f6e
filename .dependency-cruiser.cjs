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
    {
      name: 'core-folders-by-their-entry',
      comment: 'Each folder of the core has one public entry; nobody imports past it.',
      severity: 'error',
      from: { path: '^packages/core/src/([^/]+)/' },
      to: { path: '^packages/core/src/[^/]+/', pathNot: ['^packages/core/src/$1/', '/index\\.ts$'] },
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
    exclude: { path: '(dist|test)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'default'],
      extensions: ['.ts', '.tsx', '.js'],
    },
  },
};
