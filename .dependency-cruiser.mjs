/**
 * The rule of the house: arrows point one way. web, cli and demo import core; core imports neither; inside core each
 * folder imports only those that stand below it in this list.
 */
const FLOORS = [
  'units',
  'geometry',
  'centerline',
  'shop',
  'recipe',
  'makes',
  'lettering',
  'shapes',
  'artwork',
  'construct',
  // Ties look at necks.
  'measure',
  'fills',
  'hold',
  'items',
  'motion',
  'operations',
  'assembly',
  'sheet',
  'check',
  'formats',
  'machine',
  'job',
  'screen',
];

const floorRules = FLOORS.map((floor, i) => ({
  name: `floor-${floor}`,
  comment: `core/src/${floor} may import only the floors below it: ${FLOORS.slice(0, i).join(', ') || 'none'}`,
  severity: 'error',
  from: { path: `^core/src/${floor}/` },
  to: { path: `^core/src/(${FLOORS.slice(i + 1).join('|') || 'nothing'})/` },
}));

/** Of the web, each may import those before it, and those beside it. */
const WEB_FLOORS = ['api', 'components|hooks|worker', 'job', 'features', 'app'];

const webFloorRules = WEB_FLOORS.slice(0, -1).map((floor, i) => ({
  name: `web-floor-${floor}`,
  severity: 'error',
  from: { path: `^web/src/(${floor})/` },
  to: { path: `^web/src/(${WEB_FLOORS.slice(i + 1).join('|')})/` },
}));

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|cli|demo|faces|pictures|e2e)/' },
    },
    {
      name: 'formats-know-no-pipelines',
      severity: 'error',
      from: { path: '^core/src/formats/' },
      to: {
        path: '^core/src/(lettering|shapes|construct|hold|measure|items|assembly|sheet|operations|check|job|screen)/',
      },
    },
    {
      name: 'recipe-knows-no-pipelines',
      severity: 'error',
      from: { path: '^core/src/recipe/' },
      to: {
        // Points, boxes and nodes are plain data, which edits speak of.
        pathNot: '^core/src/((units|shop|recipe)/|geometry/(point|bounds|nodes/(redraw|node-path))[.]ts$)',
        path: '^core/src/',
      },
    },
    {
      name: 'server-stays-on-the-server',
      severity: 'error',
      from: { path: '^web/src/(features|components|worker)/' },
      to: { path: '^web/src/server/' },
    },
    {
      name: 'server-knows-only-the-contract',
      severity: 'error',
      from: { path: '^web/src/server/' },
      to: { path: '^web/src/(features|components|hooks|job|worker|app)/' },
    },
    {
      name: 'features-do-not-know-each-other',
      comment: 'Only the workbench, which puts them together, knows others.',
      severity: 'error',
      from: { path: '^web/src/features/([^/]+)/', pathNot: '^web/src/features/workbench/' },
      to: { path: '^web/src/features/', pathNot: '^web/src/features/$1/' },
    },
    ...webFloorRules,
    {
      name: 'stages-see-their-plans',
      comment: 'A stage is given its part of the recipe, by name in recipe/parts.ts, and never the whole.',
      severity: 'error',
      from: { path: '^core/src/(lettering|shapes|construct|measure|hold|items|operations|sheet)/' },
      to: { path: '^core/src/recipe/schema' },
    },
    {
      name: 'core-on-its-own-feet',
      severity: 'error',
      comment: 'No Node API in the core',
      from: { path: '^core/src/' },
      to: { dependencyTypes: ['core'] },
    },
    ...floorRules,
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
