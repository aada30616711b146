import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { installIn, root, run } from './run.mjs';

// Checks what may import what, and that the picture of it in the docs is today's. `--write` draws it anew.

const cruiser = 'floors/node_modules/.bin/depcruise';
const sources = [
  'packages/core/src',
  'packages/vehicle/src',
  'packages/server/src',
  'packages/web/src',
  'packages/cli/src',
  'e2e',
];
const docs = `${root}/docs/architecture.md`;
const [begin, end] = ['<!-- the floors, drawn by npm run floors -->', '<!-- end of the floors -->'];

installIn('floors');
run(cruiser, ['--config', 'floors/rules.cjs', ...sources]);

const drawn = withPicture(readFileSync(docs, 'utf8'));
if (process.argv.includes('--write')) writeFileSync(docs, drawn);
else if (drawn !== readFileSync(docs, 'utf8')) {
  console.error('docs/architecture.md shows other floors than the sources have. Draw them anew: npm run floors');
  process.exit(1);
}

/** The text with the picture of the interface's folders, each with the ones that it imports from. */
function withPicture(text) {
  const collapse = '^packages/web/src/[^/]+/';
  const { stdout, status } = spawnSync(
    `${root}/${cruiser}`,
    ['--config', 'floors/rules.cjs', '--collapse', collapse, '--output-type', 'json', 'packages/web/src'],
    { cwd: root, encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 },
  );
  if (status !== 0) throw new Error('the floors could not be drawn');
  const folderOf = (path) => /^packages\/web\/src\/([^/]+)/.exec(path)?.[1];
  const ways = new Map();
  for (const { source, dependencies } of JSON.parse(stdout).modules) {
    const from = folderOf(source);
    const to = dependencies.map(({ resolved }) => folderOf(resolved)).filter((name) => name && name !== from);
    if (from) ways.set(from, new Set([...(ways.get(from) ?? []), ...to]));
  }
  const lines = [...ways]
    .sort()
    .flatMap(([from, to]) => [...withoutRoundabout(from, to, ways)].sort().map((name) => `  ${from} --> ${name}`));
  const picture = ['```mermaid', 'flowchart TD', ...lines, '```'].join('\n');
  const [before, rest] = text.split(begin);
  const after = rest?.split(end)[1];
  if (after === undefined) throw new Error('docs/architecture.md has no place for the floors');
  return `${before}${begin}\n\n${picture}\n\n${end}${after}`;
}

/** What a folder imports from, without what it reaches over one of the others: the picture shows the shortest stairs only. */
function withoutRoundabout(from, to, ways) {
  const reached = new Set();
  const walk = (name) => {
    for (const next of ways.get(name) ?? [])
      if (!reached.has(next)) {
        reached.add(next);
        walk(next);
      }
  };
  for (const name of to) walk(name);
  return [...to].filter((name) => name !== from && !reached.has(name));
}
