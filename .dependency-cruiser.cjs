const { CORE_ROOMS } = require('./tools/rooms.cjs');

// tests and what only tests use
const test = '(\\.test\\.ts$|/testing/|\\.harness\\.ts$)';
const rooms = CORE_ROOMS.map((room, i) => ({
  name: `core-${room}-imports-only-earlier-rooms`,
  severity: 'error',
  from: { path: `^core/src/${room}/`, pathNot: test },
  to: { path: CORE_ROOMS.slice(i + 1).map((later) => `^core/src/${later}/`) },
})).filter((rule) => rule.to.path.length > 0);

module.exports = {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-imports-nothing',
      comment: 'no clock, no I/O, no Node, no DOM, no framework',
      severity: 'error',
      from: { path: '^core/src', pathNot: test },
      to: { pathNot: '^core/src' },
    },
    ...rooms,
    {
      name: 'contracts-import-core-and-zod',
      severity: 'error',
      from: { path: '^contracts/src', pathNot: test },
      to: { pathNot: ['^contracts/src', '^core/src', 'node_modules/zod'] },
    },
    {
      name: 'wording-imports-core-and-contracts',
      severity: 'error',
      from: { path: '^wording/src', pathNot: test },
      to: { pathNot: ['^wording/src', '^core/src', '^contracts/src'] },
    },
    {
      name: 'web-feature-imports-no-other-feature',
      comment: 'what two features share lives in data/, ui/ or drawing/',
      severity: 'error',
      from: { path: '^web/src/app/features/([^/]+)/', pathNot: test },
      to: { path: '^web/src/app/features/', pathNot: '^web/src/app/features/$1/' },
    },
    {
      name: 'web-shared-pieces-know-no-feature',
      severity: 'error',
      from: { path: '^web/src/app/(data|ui|drawing|workers)/', pathNot: test },
      to: { path: '^web/src/app/features/' },
    },
    {
      name: 'web-not-server',
      severity: 'error',
      from: { path: '^web/' },
      to: { path: '^(server|e2e|demo)/' },
    },
    { name: 'server-not-web', severity: 'error', from: { path: '^server/' }, to: { path: '^(web|e2e)/' } },
    {
      name: 'e2e-sees-only-the-running-product',
      severity: 'error',
      from: { path: '^e2e/' },
      to: { path: '^(core|contracts|wording|server|web)/' },
    },
    {
      name: 'knex-only-in-store',
      severity: 'error',
      from: { path: '^server/src', pathNot: ['^server/src/store/', test] },
      to: { path: 'node_modules/(knex|better-sqlite3)' },
    },
    {
      name: 'not-to-test',
      severity: 'error',
      from: { pathNot: test },
      to: { path: test },
    },
    { name: 'unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
    {
      name: 'declared-packages-only',
      severity: 'error',
      from: { pathNot: test },
      to: { dependencyTypes: ['npm-no-pkg', 'npm-unknown'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)(dist|\\.angular)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
    },
  },
};
