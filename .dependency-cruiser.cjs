/** The arrows of the architecture: app, workers, cli → server → store; all → words → core; core → nothing but itself. */
const room = (name) => `^src/${name}/`
const only = (from, allowed, comment) => ({
  name: `${from}-arrows`,
  comment,
  severity: 'error',
  from: { path: room(from) },
  to: { path: '^src/', pathNot: allowed.map(room).join('|') },
})

/** Packages that the core may import: pure computation. */
const PURE = ['joi', 'yalps', 'jstat']

/** The core's folders and root files, each of which imports only what stands before it. */
const CORE = [
  'shape',
  'schema',
  'units',
  'time',
  'random',
  'weather',
  'colour',
  'water',
  'products',
  'testing',
  'programmes',
  'tub',
  'journal',
  'heat',
  'estimate',
  'advice',
  'routine',
  'refill',
  'soaks',
  'upkeep',
  'trouble',
  'supplies',
  'today',
  'record',
  'rehearse',
]
const shelf = (name) => `^src/core/${name}(/|\\.ts$)`
const downwards = CORE.map((name, i) => ({
  name: `core-${name}-imports-only-what-stands-before-it`,
  comment: `Order: ${CORE.join(' → ')}.`,
  severity: 'error',
  from: { path: shelf(name) },
  to: {
    path: '^src/core/',
    pathNot: CORE.slice(0, i + 1)
      .map(shelf)
      .join('|'),
  },
}))

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment:
        'The core imports nothing outside itself but the packages of one list, which compute and do nothing else.',
      severity: 'error',
      from: { path: room('core') },
      to: { pathNot: [room('core'), ...PURE.map((name) => `^node_modules/${name}/`)].join('|') },
    },
    ...downwards,
    {
      name: 'core-has-one-face',
      comment: 'Other rooms import the core from its index.',
      severity: 'error',
      from: { path: '^src/', pathNot: room('core') },
      to: { path: room('core'), pathNot: '^src/core/index\\.ts$' },
    },
    {
      name: 'core-folders-are-known',
      comment: 'A new folder or file of the core takes its place in the order above.',
      severity: 'error',
      from: {
        path: room('core'),
        pathNot: ['^src/core/index\\.ts$', ...CORE.map(shelf)].join('|'),
      },
      to: {},
    },
    only('store', ['store', 'core'], 'The store knows the core’s types and SQLite.'),
    only(
      'server',
      ['server', 'words', 'store', 'core'],
      'Use cases read and write the store and call the core.',
    ),
    only('cli', ['cli', 'words', 'core'], 'The command needs no database.'),
    only('front', ['front', 'words'], 'The front knows nothing of tubs: it looks at requests.'),
    only(
      'commands',
      ['commands', 'server', 'words', 'store', 'core'],
      'Commands on the owner’s data call the same use cases as the pages.',
    ),
    {
      name: 'words-knows-only-types-of-server-and-store',
      comment: 'Prose is made from what the core says; what a page hands over is a type.',
      severity: 'error',
      from: { path: room('words') },
      to: {
        path: '^src/(server|store|app|ui|demo|workers|cli)/',
        dependencyTypesNot: ['type-only'],
      },
    },
    only(
      'demo',
      ['demo', 'store', 'core'],
      'The demo is told by the core and written to the store.',
    ),
    only('workers', ['workers', 'core'], 'A worker is a line or two around the core.'),
    only('stand-ins', ['stand-ins', 'core'], 'Simulated devices read a water and nothing else.'),
    only(
      'app',
      ['app', 'front', 'ui', 'words', 'server', 'store', 'stand-ins', 'core'],
      'Routes are thin; they open the store and hand it to use cases.',
    ),
    {
      name: 'ui-knows-only-types-of-server-store-and-workers',
      comment: 'Components take data and actions from the routes.',
      severity: 'error',
      from: { path: room('ui') },
      to: { path: '^src/(server|store|app|demo|workers)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'sqlite-stays-in-the-store',
      severity: 'error',
      from: { path: '^src/', pathNot: room('store') },
      to: { path: 'better-sqlite3|drizzle-orm' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs', '.json'] },
  },
}
