import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { accountPaper } from './accountPaper.js';
import { appendRate } from './appends.js';
import { arrivalRates } from './arrival.js';
import { authorsBench } from './authorsBench.js';
import { captureRates } from './captures.js';
import { circuitRates } from './circuits.js';
import { coreRates } from './core.js';
import { endurance } from './endurance.js';
import { everyKindDelay } from './everyKind.js';
import { firstViewSize } from './firstView.js';
import { liveRates } from './live.js';
import type { Measured } from './measured.js';
import { narrowing } from './narrowing.js';
import { needleDelay } from './needle.js';
import { offlineStart } from './offlineStart.js';
import { presses } from './presses.js';
import { proofMs } from './proof.js';
import { randomTrailCount } from './randomTrails.js';
import { recordingRates } from './recordings.js';
import { technicianRates } from './technicians.js';
import { vehicleRates } from './vehicle.js';

// Measures what the product must reach, prints each with its target, and keeps the last run in docs/benchmarks.md. What is felt comes
// first: a machine that has been busy for minutes is slower for a while. `npm run bench -- appendRate endurance` measures some parts
// alone; the figures of the others stay, each with the day on which it was measured.
const parts = {
  coreRates,
  narrowing,
  proofMs,
  accountPaper,
  firstViewSize,
  appendRate,
  needleDelay,
  everyKindDelay,
  authorsBench,
  offlineStart,
  arrivalRates,
  technicianRates,
  vehicleRates,
  liveRates,
  recordingRates,
  captureRates,
  circuitRates,
  randomTrailCount,
  endurance,
  presses,
};
type PartName = keyof typeof parts;

const names = Object.keys(parts) as PartName[];
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !names.some((one) => one === name));
if (unknown.length > 0) throw new Error(`there is no part ${unknown.join(', ')}; there are ${names.join(', ')}`);

const page = fileURLToPath(new URL('../../docs/benchmarks.md', import.meta.url));
const today = new Date().toISOString().slice(0, 10);
/** The lines of the table by what they measure, in their order. */
const lines = new Map(asked.length > 0 && existsSync(page) ? linesOf(readFileSync(page, 'utf8')) : []);

const failed: string[] = [];
for (const name of names.filter((one) => asked.length === 0 || asked.includes(one))) {
  // A part that fails says so, and leaves the others their turn.
  const measured = await parts[name]().catch((error: unknown) => {
    console.error(`${name} could not be measured:`, error);
    failed.push(name);
    return [];
  });
  for (const one of measured) {
    lines.set(one.what, lineOf(one));
    console.log(`${one.reached ? 'reached' : 'MISSED '}  ${one.what}: ${one.value} (target ${one.target})`);
    writeFileSync(page, pageOf([...lines.values()]));
  }
}
if (failed.length > 0) console.error(`Not measured: ${failed.join(', ')}.`);
process.exit(failed.length > 0 ? 1 : 0);

function lineOf({ what, value, target, reached }: Measured): string {
  return `| ${what} | ${value} | ${target} | ${reached ? 'yes' : 'no'} | ${today} |`;
}

function linesOf(text: string): (readonly [what: string, line: string])[] {
  const rows = text.split('\n').filter((line) => /^\| (?!what |---)/.test(line));
  return rows.map((line) => [line.split('|')[1]?.trim() ?? '', line] as const);
}

function pageOf(rows: readonly string[]): string {
  return `# Benchmarks

\`npm run bench\` measures these and writes this page; \`npm run bench -- appendRate endurance\` measures some parts alone. Node ${process.version}, on the
machine that it was run on: two cores. Machines differ; the ratio between the two rates of appends is measured in one run.
Keys are timed by the browser (Event Timing), from the key to the frame on the screen, in steps of 8 ms.

| what | measured | target | reached | on |
| --- | --- | --- | --- | --- |
${rows.join('\n')}
`;
}
