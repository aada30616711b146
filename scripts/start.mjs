import { compile, installPackages, run } from './run.mjs';

// Everything that `npm start` means on a fresh clone: packages, build, database with the demo world, open.
installPackages();
compile();
run('npm', ['run', '--silent', 'build', '-w', '@probe-trail/web', '--', '--logLevel', 'warn']);
run('node', ['packages/server/dist/main.js'], { PROBE_TRAIL_DEMO: process.env.PROBE_TRAIL_DEMO ?? '1' });
