/** What the architecture test does not say: no file imports itself through others, none is left over. */
module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    {
      name: 'no-left-overs',
      severity: 'error',
      from: { orphan: true, pathNot: ['\\.d\\.ts$', '^src/app/', '\\.test\\.ts$', '^src/architecture', '/fixtures/'] },
      to: {},
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\.test\\.ts$' },
  },
}
