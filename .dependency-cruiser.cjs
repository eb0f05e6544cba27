/** The arrows between rooms (ARCHITECTURE.md). Within the core a room may use those named after it, and the files at its top. */
const CORE = {
  geometry: [],
  design: ['geometry'],
  route: ['geometry'],
  rows: ['geometry', 'design'],
  cloth: ['geometry'],
  borders: ['geometry', 'design', 'cloth'],
  passes: ['geometry', 'cloth', 'stitch'],
  fit: ['geometry', 'design', 'cloth'],
  stitch: ['geometry'],
  lineup: ['geometry', 'cloth', 'design'],
  formats: ['geometry', 'design', 'route'],
  density: ['geometry'],
  photo: ['geometry'],
  plan: ['geometry', 'design', 'cloth', 'fit', 'rows', 'borders', 'stitch', 'lineup', 'passes', 'photo'],
  checks: ['geometry', 'cloth', 'passes', 'plan', 'fit', 'rows', 'borders', 'stitch', 'lineup', 'density'],
  suggest: ['geometry', 'cloth', 'design', 'fit', 'plan'],
  run: ['geometry', 'plan'],
  frame: ['geometry', 'cloth', 'fit', 'borders', 'lineup', 'passes', 'plan', 'run'],
  simulate: ['geometry', 'cloth', 'borders', 'plan', 'passes', 'stitch', 'lineup', 'run', 'frame'],
};
const FOUNDATION = 'core/src/(units|tolerances|problems|ids)\\.ts$';

module.exports = {
  forbidden: [
    { name: 'no-circle', severity: 'error', from: {}, to: { circular: true, dependencyTypesNot: ['type-only'] } },
    {
      name: 'no-orphan',
      severity: 'error',
      from: {
        orphan: true,
        pathNot: ['\\.d\\.ts$', 'main\\.tsx?$', '(planning|work|photo)-worker\\.ts$', '-process\\.ts$'],
      },
      to: {},
    },
    ...Object.entries(CORE).map(([room, may]) => ({
      name: `core-${room}`,
      severity: 'error',
      from: { path: `^core/src/${room}/`, pathNot: '\\.test\\.ts$' },
      to: { path: '^core/src/', pathNot: [`^core/src/(${[room, ...may].join('|')})/`, FOUNDATION] },
    })),
    {
      name: 'core-foundation',
      severity: 'error',
      from: { path: FOUNDATION },
      to: { path: '^core/src/', pathNot: [FOUNDATION, '^core/src/geometry/point\\.ts$'] },
    },
    { name: 'core-knows-no-one', severity: 'error', from: { path: '^core/' }, to: { path: '^(contract|server|web)/' } },
    {
      name: 'core-does-no-io',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'contract-knows-core-alone',
      severity: 'error',
      from: { path: '^contract/' },
      to: { path: '^(server|web)/' },
    },
    { name: 'server-and-web-apart', severity: 'error', from: { path: '^server/' }, to: { path: '^web/' } },
    { name: 'web-and-server-apart', severity: 'error', from: { path: '^web/' }, to: { path: '^server/' } },
    {
      name: 'packages-by-their-door',
      severity: 'error',
      from: { path: '^(contract|server|web)/' },
      to: { path: '^core/src/', pathNot: '^core/src/index\\.ts$' },
    },
    {
      name: 'contract-by-its-door',
      severity: 'error',
      from: { path: '^(server|web)/' },
      to: { path: '^contract/src/', pathNot: '^contract/src/index\\.ts$' },
    },
    {
      name: 'drizzle-in-store-only',
      severity: 'error',
      from: { path: '^server/src/', pathNot: ['^server/src/store/', '\\.test\\.ts$'] },
      to: { path: 'node_modules/(drizzle-orm|@electric-sql|pg)/' },
    },
    {
      name: 'http-is-thin',
      severity: 'error',
      from: { path: '^server/src/(actions|store|frame|export)/' },
      to: { path: '^server/src/http/' },
    },
    {
      name: 'store-is-the-ground',
      severity: 'error',
      from: { path: '^server/src/store/' },
      to: { path: '^server/src/(actions|frame|http|export)/' },
    },
    {
      name: 'konva-on-canvases-only',
      severity: 'error',
      from: { path: '^web/src/', pathNot: ['^web/src/canvas/', '^web/src/screens/frame/(lens|frame-scene)\\.tsx$'] },
      to: { path: 'node_modules/(konva|react-konva)/' },
    },
    {
      name: 'canvas-knows-no-screen',
      severity: 'error',
      from: { path: '^web/src/(canvas|tools|ui|document|api|planning-worker|library-worker)/' },
      to: { path: '^web/src/screens/' },
    },
    {
      name: 'tools-are-headless',
      severity: 'error',
      from: { path: '^web/src/tools/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^web/src/tools/', '^core/src/index\\.ts$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.run.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
