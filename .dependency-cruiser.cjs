/** The layers and who may lean on whom; each rule's comment is what a person reads when it breaks. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'core/ imports nothing of ours but core/.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|server|stand-ins|demo|bin|bench|e2e|atlas)/' },
    },
    {
      name: 'core-has-no-io',
      comment: 'core/ does no I/O: no Node modules.',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'server-below-app',
      comment: 'server/ may import core/, never app/ or the demo.',
      severity: 'error',
      from: { path: '^server/', pathNot: '\\.test\\.ts$' },
      to: { path: '^(app|stand-ins|demo|bin|bench|e2e|atlas)/' },
    },
    {
      name: 'app-reads-server-in-routes-only',
      comment: 'Only route modules, the root and the server entry may import server/ for more than types.',
      severity: 'error',
      from: { path: '^app/', pathNot: '^app/(routes/|root|entry\\.server)' },
      to: { path: '^server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'stand-ins-are-strangers',
      comment: 'stand-ins/ import nothing of ours: they speak over the wire.',
      severity: 'error',
      from: { path: '^stand-ins/' },
      to: { path: '^(app|server|core|demo|bin|bench|e2e)/' },
    },
    {
      name: 'no-circles',
      comment: 'Modules that import each other in a circle cannot be read one at a time.',
      severity: 'error',
      from: { pathNot: '^app/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\+types/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      conditionNames: ['import', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.js', '.mjs', '.json', '.css'],
    },
  },
}
