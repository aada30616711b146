import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { compile, installPackages, run } from './run.mjs';

// Everything that `npm test` means on a fresh clone: packages, browser, types, lint, floors, unit tests, build, end-to-end tests.
installPackages();
installBrowser();
compile();
run('npx', ['biome', 'check', '--error-on-warnings', '.']);
run('node', ['scripts/floors.mjs']);
run('npm', ['run', '--silent', 'unit']);
run('npm', ['run', '--silent', 'build', '-w', '@probe-trail/web', '--', '--logLevel', 'warn']);
run('npm', ['test', '-w', '@probe-trail/e2e']);

/** The end-to-end tests drive Debian's Chromium without its window, which is half as heavy; without it they fail, they are never skipped. */
function installBrowser() {
  const path = process.env.CHROMIUM ?? '/usr/bin/chromium-headless-shell';
  if (existsSync(path)) return;
  const isRoot = process.getuid?.() === 0;
  if (isRoot) {
    spawnSync('apt-get', ['update', '-qq'], { stdio: 'inherit' });
    spawnSync('apt-get', ['install', '-y', '-qq', 'chromium-headless-shell'], { stdio: 'inherit' });
  }
  if (existsSync(path)) return;
  // The whole browser runs the same tests, more slowly.
  const whole = '/usr/bin/chromium';
  if (existsSync(whole)) {
    process.env.CHROMIUM = whole;
    return;
  }
  console.error(
    `There is no Chromium at ${path}. Install it (apt-get install chromium-headless-shell), or set CHROMIUM to its path.`,
  );
  process.exit(1);
}
