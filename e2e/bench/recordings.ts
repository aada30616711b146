import { createHash } from 'node:crypto';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import {
  findStretches,
  makePyramid,
  noValue,
  type Recording,
  readDrive,
  readRecording,
  recordingOf,
  rowMs,
  writeRecording,
} from '@probe-trail/core/recording';
import { type DriveSpec, judgeDrive } from '@probe-trail/core/spec';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atLeast, atMost, type Measured, medianMs, percentile } from './measured.js';
import { openAgain, sendFile, zoomFor } from './onTheScreen.js';

const hours = 4;
const channelCount = 60;
const rowCount = (hours * 3_600_000) / rowMs;
const jobId = 'job-fg-06';
const shownCharts = 8;

/** Four hours of sixty values, ten times a second; one that drops out now and then. */
function longDrive(): Recording {
  const times = Float64Array.from({ length: rowCount }, (_, row) => row * rowMs);
  const channels = Array.from({ length: channelCount }, (_, nth) => ({
    key: `A10.v${nth}`,
    name: `value ${nth}`,
    unitName: 'engine control unit',
    unit: 'kPa(abs)',
  }));
  const columns = channels.map((_, nth) =>
    Float64Array.from({ length: rowCount }, (_, row) =>
      (row + 97 * nth) % 5000 < 3 ? noValue : 100 + 50 * Math.sin(row / (40 + nth)) + (row % 7),
    ),
  );
  return recordingOf(1_760_000_000_000, channels, [{ times, columns }], []);
}

/** What a recording of a whole working day costs to open, to look at and to search. */
export async function recordingRates(): Promise<Measured[]> {
  const bytes = writeRecording(longDrive());
  return [...inMemory(bytes), ...(await onTheScreen(bytes))];
}

/** What is not held any more is no memory of a recording. */
function collect(): void {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
}

const ids = ['a', 'b', 'c', 'd'];
const aDrive = (compares: DriveSpec['compares']): DriveSpec => ({
  kind: 'drive',
  unit: 'kPa(abs)',
  values: ids.map((id, nth) => ({ id, name: id, key: `A10.v${nth}`, unit: 'kPa(abs)' })),
  compares,
  during: [{ of: 'a', min: 60, max: null }],
  mayLastSeconds: 0.5,
  leastSeconds: 60,
});
const formulaLimits = aDrive({ kind: 'formula', formula: 'mean(a, b)', min: 40, max: 160 });
const alikeLimits = aDrive({ kind: 'alike', of: ids, spread: 10 });

function judgedMs(recording: Recording, limits: DriveSpec): number {
  return medianMs(() => {
    const driven = readDrive(recording, limits, () => 1);
    if (!driven.ok) throw new Error(driven.problem);
    judgeDrive(limits, driven.value);
  });
}

function inMemory(bytes: Uint8Array): Measured[] {
  collect();
  const before = process.memoryUsage();
  const read = readRecording(bytes);
  if (!read.ok) throw new Error(read.problem);
  const recording = read.value;
  const pyramids = recording.channels.map(({ values }) => makePyramid(values));
  collect();
  const after = process.memoryUsage();
  const dataBytes = rowCount * channelCount * 8;
  // The file itself stays in memory beside what was read of it.
  const held = after.heapUsed + after.arrayBuffers - before.heapUsed - before.arrayBuffers + bytes.length;
  const times = Array.from({ length: 5 }, () => {
    const from = performance.now();
    for (const { key } of recording.channels) findStretches(recording, { kind: 'outside', a: key, min: 60, max: 150 });
    return performance.now() - from;
  });
  if (pyramids.length !== channelCount) throw new Error('a pyramid is missing');
  return [
    atMost('memory of a recording of 8.6 million values, of its data', held / dataBytes, 3, '×'),
    atMost('search over all of a recording of 8.6 million values', percentile(times, 0.5), 500, 'ms'),
    atMost('limits over a drive of four hours: a formula of two values', judgedMs(recording, formulaLimits), 500, 'ms'),
    atMost('limits over a drive of four hours: four alike values', judgedMs(recording, alikeLimits), 500, 'ms'),
  ];
}

async function onTheScreen(bytes: Uint8Array): Promise<Measured[]> {
  const server = await openServer();
  const recordingId = createHash('sha256').update(bytes).digest('hex');
  const path = `/api/jobs/${jobId}/recordings/${recordingId}`;
  const info = {
    name: 'A long drive',
    startedAtMs: 1_760_000_000_000,
    kind: 'drive',
    lengthMs: rowCount * rowMs,
    channels: ['values'],
    markCount: 0,
    byteCount: bytes.length,
  };
  await sendFile(server.url, path, info, bytes);
  const browser = await openSeenBrowser();
  const user = await aUser(browser, server.url, 'tobi');
  await user.goTo(`/jobs/${jobId}/recordings/${recordingId}`);
  const opened = await openAgain(user.page, shownCharts);
  // What runs this file gives every function a name by a helper that the page does not have.
  await user.page.evaluate('globalThis.__name = (one) => one');
  const { frames, pictures } = await zoomFor(user.page, 4000);
  await browser.close();
  await server.kill();
  return [
    atMost(
      'a recording of 8.6 million values opened again, from the start of the page to its traces',
      percentile(opened, 0.5),
      1500,
      'ms',
    ),
    atLeast('frames a second while a recording of 8.6 million values is zoomed', frames, 50, '/s'),
    atLeast('new pictures of its traces a second meanwhile', pictures, 50, '/s'),
  ];
}
