import { writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { appendRate } from './appends.js';
import { arrivalRates } from './arrival.js';
import { authorsBench } from './authorsBench.js';
import { coreRates } from './core.js';
import { endurance } from './endurance.js';
import { everyKindDelay } from './everyKind.js';
import { firstViewSize } from './firstView.js';
import type { Measured } from './measured.js';
import { narrowing } from './narrowing.js';
import { needleDelay } from './needle.js';
import { offlineStart } from './offlineStart.js';
import { randomTrailCount } from './randomTrails.js';
import { technicianRates } from './technicians.js';

// Measures what the product must reach, prints each with its target, and keeps the last run in docs/benchmarks.md. What is felt comes
// first: a machine that has been busy for minutes is slower for a while.
const parts = [
  coreRates,
  narrowing,
  firstViewSize,
  appendRate,
  needleDelay,
  everyKindDelay,
  authorsBench,
  offlineStart,
  arrivalRates,
  technicianRates,
  randomTrailCount,
  endurance,
];
const measured: Measured[] = [];
for (const part of parts)
  for (const one of await part()) {
    measured.push(one);
    console.log(`${one.reached ? 'reached' : 'MISSED '}  ${one.what}: ${one.value} (target ${one.target})`);
  }

const rows = measured.map(
  ({ what, value, target, reached }) => `| ${what} | ${value} | ${target} | ${reached ? 'yes' : 'no'} |`,
);
const page = `# Benchmarks

\`npm run bench\` measures these and writes this page. Last run: ${new Date().toISOString().slice(0, 10)}, Node ${process.version}, on the
machine that it was run on: two cores. Machines differ; the ratio between the two rates of appends is measured in one run.
Keys are timed by the browser (Event Timing), from the key to the frame on the screen, in steps of 8 ms.

| what | measured | target | reached |
| --- | --- | --- | --- |
${rows.join('\n')}
`;
writeFileSync(fileURLToPath(new URL('../../docs/benchmarks.md', import.meta.url)), page);
