// The floors of the house: what may import what, type imports included. `npm test` runs it; docs/architecture.md shows the picture.

const web = 'packages/web/src';
/** The floors of the interface from the ground up; a floor imports only from those below it. Features stand on top of `session`. */
const floors = ['ui', 'device', 'spec', 'state', 'api', 'session', 'fields', 'frame'];

/** A floor must not import from the floors above it, nor from a feature. */
const floorRules = floors.map((floor, index) => ({
  name: `floor-${floor}`,
  severity: 'error',
  comment: `${floor}/ lies below the features: it imports only ${floors.slice(0, index).join(', ') || 'packages'}.`,
  from: { path: `^${web}/${floor}/` },
  to: { path: `^${web}/`, pathNot: `^${web}/(${floors.slice(0, index + 1).join('|')})/` },
}));

module.exports = {
  forbidden: [
    { name: 'no-file-cycle', severity: 'error', from: {}, to: { circular: true } },
    { name: 'no-folder-cycle', severity: 'error', scope: 'folder', from: {}, to: { circular: true } },
    ...floorRules,
    {
      name: 'app-is-on-top',
      severity: 'error',
      comment: 'app/ puts the features together: no feature knows of it.',
      from: { path: `^${web}/`, pathNot: `^${web}/app/` },
      to: { path: `^${web}/app/` },
    },
    {
      name: 'core-is-below',
      severity: 'error',
      comment: 'The core imports nothing of the other packages, and nothing of Node.',
      from: { path: '^packages/core/src/' },
      to: { path: '^packages/(vehicle|server|web|cli)/' },
    },
    {
      name: 'core-without-node',
      severity: 'error',
      from: { path: '^packages/core/src/' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'packages-apart',
      severity: 'error',
      comment: 'Interface, server and command line meet in the core alone; vehicles are spoken to by the server.',
      from: { path: '^packages/(server|web|cli)/' },
      to: { path: '^packages/(server|web|cli)/', pathNot: '^packages/$1/' },
    },
    {
      name: 'vehicle-on-the-core',
      severity: 'error',
      from: { path: '^packages/vehicle/' },
      to: { path: '^packages/(server|web|cli)/' },
    },
    {
      name: 'vehicle-for-the-server',
      severity: 'error',
      from: { path: '^packages/(web|cli)/' },
      to: { path: '^packages/vehicle/' },
    },
    {
      name: 'stories-from-outside',
      severity: 'error',
      comment: 'Stories use the interface as people do: they import none of its sources.',
      from: { path: '^e2e/' },
      to: { path: '^packages/(vehicle|server|web|cli)/src/' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/|\\.css(\\.d\\.ts)?$|^packages/.*(\\.test\\.tsx?$|/testing/)' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js', '.mjs'] },
  },
};
