/** The arrows of the house: who may import whom. Anything else, or a cycle, fails the build. */
const only = (from, allowed) => ({
  name: `${from}-imports`,
  comment: `${from} may import only ${allowed.join(', ') || 'nothing of ours'}`,
  severity: 'error',
  from: { path: `^${from}/` },
  to: {
    path: '^(core|contract|devices|server|web|demo|e2e|bench|scripts)/',
    pathNot: `^(${[from, ...allowed].join('|')})/`,
  },
});

module.exports = {
  forbidden: [
    { name: 'no-cycle', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'unresolved',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '\\.css$|\\?worker$|\\?raw$|^virtual:' },
    },
    only('core', []),
    only('contract', ['core']),
    only('devices', ['contract', 'core']),
    only('server', ['contract', 'core']),
    only('web', ['contract', 'core']),
    only('demo', ['server', 'devices', 'contract', 'core']),
    {
      name: 'core-is-pure',
      comment:
        'core has no node: modules and no packages (tests may use the test tools), but for reading part files (unzip, XML, polygons), the sun, colours, linear programmes',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['core', 'npm', 'npm-dev', 'npm-no-pkg'],
        pathNot: 'node_modules/(fflate|saxes|earcut|suncalc|culori|yalps|@humanwhocodes)/',
      },
    },
    {
      name: 'features-keep-to-themselves',
      comment: 'a screen reaches another only through its index',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/' },
      to: { path: '^web/src/features/([^/]+)/', pathNot: ['^web/src/features/$1/', '/index\\.ts$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs'],
    },
  },
};
