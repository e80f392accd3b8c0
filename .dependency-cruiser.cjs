/**
 * The rooms of the core and the one way the arrows between them run:
 * each room may use itself and the rooms before it in this list of floors.
 */
const floors = [
  ['measure'],
  ['earth', 'air'],
  ['aircraft', 'instrument', 'radio'],
  ['procedure', 'drill'],
  ['pilot', 'flight', 'view'],
  ['finding'],
  ['deviation'],
  ['scan'],
  ['grade', 'bench'],
  ['record', 'road'],
  ['format']
];

const roomRules = floors.flatMap((floor, level) => {
  const above = floors.slice(level + 1).flat();
  if (above.length === 0) return [];
  return [
    {
      name: `arrow-from-${floor.join('-')}`,
      comment: 'In the core the arrows run one way; see ARCHITECTURE.md.',
      severity: 'error',
      from: { path: `^src/lib/core/(${floor.join('|')})/` },
      to: { path: `^src/lib/core/(${above.join('|')})/` }
    }
  ];
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
  forbidden: [
    ...roomRules,
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-is-pure',
      comment: 'The core imports nothing from outside it but a few pure packages.',
      severity: 'error',
      from: { path: '^src/lib/core/' },
      to: {
        pathNot:
          '^(src/lib/core/|node_modules/(@sinclair/typebox|ajv|ajv-formats|pure-rand|hyparquet|hyparquet-writer|papaparse|ts-fsrs|ml-matrix|geomagnetism|geographiclib-geodesic)/)'
      }
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^src/lib/core/' },
      to: { dependencyTypes: ['core'] }
    },
    {
      name: 'interface-thread-without-server',
      severity: 'error',
      from: { path: '^src/lib/(panel|draw|ui|worker)/' },
      to: { path: '^src/lib/server/' }
    },
    {
      name: 'no-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '^\\$(app|env)/' }
    }
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    webpackConfig: { fileName: '.dependency-cruiser-aliases.cjs' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['svelte', 'import', 'default', 'types'],
      extensions: ['.ts', '.js', '.mjs', '.svelte', '.d.ts']
    }
  }
};
