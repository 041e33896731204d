/**
 * The folders (and single files) of server/ in their order: each may import only what stands before it. `docs/architecture.md` tells
 * what they are.
 */
const serverOrder = [
  ...[
    'changes',
    'settings.server',
    'secrets',
    'log',
    'thread',
    'loop',
    'atlas.server',
    'schema',
    'database',
    'db.server',
  ],
  ...[
    'event',
    'live',
    'kernel',
    'office',
    'access',
    'listing',
    'read',
    'http',
    'connection',
    'outbox',
    'person',
    'retention',
    'backup',
    'pdf',
    'map',
  ],
  ...[
    'place',
    'facility',
    'miles',
    'money',
    'fuel',
    'market',
    'board',
    'credit',
    'customer',
    'document',
    'register',
    'rates',
    'vetting',
    'carrier',
  ],
  ...[
    'truck',
    'match',
    'waiting',
    'posting',
    'confirmation',
    'load',
    'offer',
    'search',
    'board-keeping',
    'quote',
    'bid',
    'guide',
    'message',
  ],
  ...['tender-facts', 'partner', 'exchange', 'tender', 'check-call', 'site', 'invoice'],
  ...[
    'board-page',
    'capacity',
    'load-page',
    'customer-page',
    'facility-page',
    'people-page',
    'health',
    'news',
    'horizon',
    'export',
    'outside',
  ],
  ...['draw-worker', 'senders', 'partner-loops', 'watch-database', 'app'],
]
const serverPath = (names) => `^server/(${names.map((name) => name.replace('.', '[.]')).join('|')})(/|[.]ts$)`
const isTest = '(\\.test\\.ts$|^server/testing/)'

const serverInOrder = serverOrder.slice(0, -1).map((name, at) => ({
  name: `server-order-${name}`,
  comment: `server/${name} comes before these in the order of server/ (docs/architecture.md): it may not import them.`,
  severity: 'error',
  from: { path: serverPath([name]), pathNot: isTest },
  to: { path: serverPath(serverOrder.slice(at + 1)) },
}))

const serverHasNoStrangers = {
  name: 'server-order-is-complete',
  comment:
    'A new folder of server/ gets its place in serverOrder (.dependency-cruiser.cjs) and in docs/architecture.md.',
  severity: 'error',
  from: { path: '^(app|server|demo|bin)/' },
  to: { path: '^server/', pathNot: [serverPath(serverOrder), '^server/(schema|testing)', '[.]test[.]ts$'] },
}

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
    ...serverInOrder,
    serverHasNoStrangers,
    {
      name: 'core-has-no-circles',
      comment: 'In core/ not even types go in circles: a file is understood from what stands below it.',
      severity: 'error',
      from: { path: '^core/' },
      to: { circular: true },
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
