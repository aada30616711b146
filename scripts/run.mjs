import { spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

export const root = fileURLToPath(new URL('..', import.meta.url));

/** Runs a command in the project's folder and ends this program with its code when it fails. */
export function run(command, args, env = {}) {
  const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (error) console.error(`${command} could not be run: ${error.message}`);
  if (status !== 0) process.exit(status ?? 1);
}

/** Builds the packages with their types. The classes of each style sheet are types too: a missing one is an error. */
export function compile() {
  run('npm', ['run', '--silent', 'types']);
}

/** Installs the packages of a folder when there are none, or when the lock file is newer than what is installed. */
export function installIn(folder) {
  const installed = `${root}/${folder}/node_modules/.package-lock.json`;
  const isCurrent =
    existsSync(installed) && statSync(installed).mtimeMs >= statSync(`${root}/${folder}/package-lock.json`).mtimeMs;
  if (!isCurrent) run('npm', ['ci', '--no-audit', '--no-fund', '--prefix', folder]);
}

export const installPackages = () => installIn('.');
