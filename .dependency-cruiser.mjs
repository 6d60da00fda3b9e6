/**
 * The rule of the house: arrows point one way. web, cli and demo import core; core imports neither; inside core each
 * folder imports only those that stand below it in this list.
 */
const FLOORS = [
  'units',
  'geometry',
  'shop',
  'recipe',
  'lettering',
  'construct',
  'hold',
  'operations',
  'check',
  'formats',
  'build',
];

const floorRules = FLOORS.map((floor, i) => ({
  name: `floor-${floor}`,
  comment: `core/src/${floor} may import only the floors below it: ${FLOORS.slice(0, i).join(', ') || 'none'}`,
  severity: 'error',
  from: { path: `^core/src/${floor}/` },
  to: { path: `^core/src/(${FLOORS.slice(i + 1).join('|') || 'nothing'})/` },
}));

/** @type {import('dependency-cruiser').IConfiguration} */
export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-stands-alone',
      severity: 'error',
      from: { path: '^core/' },
      to: { path: '^(web|cli|demo|faces|e2e)/' },
    },
    {
      name: 'formats-know-no-pipelines',
      severity: 'error',
      from: { path: '^core/src/formats/' },
      to: { path: '^core/src/(lettering|construct|hold|operations|check|build)/' },
    },
    {
      name: 'recipe-knows-no-pipelines',
      severity: 'error',
      from: { path: '^core/src/recipe/' },
      to: { path: '^core/src/(geometry|lettering|construct|hold|operations|check|formats|build)/' },
    },
    {
      name: 'server-stays-on-the-server',
      severity: 'error',
      from: { path: '^web/src/(features|components|worker)/' },
      to: { path: '^web/src/server/' },
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
