/** The house's arrows: pages → service → store, everyone → core, and no way back. */
const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
});
module.exports = {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('core-imports-only-core', 'core', []),
    only('store-imports-core', 'store', ['core']),
    only('live-imports-store', 'live', ['core', 'store']),
    only('service-imports-store', 'service', ['core', 'store', 'live', 'thread']),
    only('ui-imports-core', 'ui', ['core']),
    only('islands-never-touch-store', 'islands', ['core', 'ui', 'worker', 'offline']),
    only('worker-imports-core', 'worker', ['core']),
    only('thread-imports-core', 'thread', ['core']),
    only('offline-stands-alone', 'offline', []),
    only('guard-stands-alone', 'guard', []),
    only('drawing-stands-alone', 'drawing', []),
    only('device-imports-core', 'device', ['core']),
    {
      name: 'nothing-knows-the-worlds',
      severity: 'error',
      from: { path: '^src/' },
      to: { path: '^worlds/' },
    },
    {
      name: 'worlds-know-no-models',
      severity: 'error',
      from: { path: '^worlds/' },
      to: { path: '^src/', pathNot: '^src/core/chance' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'core-keeps-out-of-frameworks',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules/(p?react|astro|sequelize|pg|chart)' },
    },
    {
      name: 'sql-stays-in-store',
      severity: 'error',
      from: { path: '^src/', pathNot: '^src/(store|live)/' },
      to: { path: 'node_modules/(sequelize|pg|umzug)/' },
    },
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
  },
};
