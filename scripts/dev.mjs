import { spawn } from 'node:child_process';
import { compile, installPackages, root } from './run.mjs';

// The server on the built core at 4180, and the interface with live reload at 4181.
installPackages();
compile();
const start = (command, args) =>
  spawn(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, PROBE_TRAIL_DEMO: '1' } });
const children = [
  start('npx', ['tsc', '-b', '--watch', '--preserveWatchOutput']),
  start('node', ['--watch', 'packages/server/dist/main.js']),
  start('npm', ['run', 'dev', '-w', '@probe-trail/web']),
];
process.on('SIGINT', () => {
  for (const child of children) child.kill();
});
