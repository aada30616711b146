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
import type { Page } from 'puppeteer-core';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { aUser, send } from '../support/user.js';
import { atLeast, atMost, type Measured, medianMs, percentile } from './measured.js';

const hours = 4;
const channelCount = 60;
const rowCount = (hours * 3_600_000) / rowMs;
const pieceBytes = 1024 * 1024;
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
  await send(server.url, 'PUT', path, info);
  const headers = {
    cookie: await cookieOf(server.url, 'hanna'),
    'content-type': 'application/octet-stream',
    'x-probe-trail': '1',
  };
  for (let from = 0; from < bytes.length; from += pieceBytes) {
    const body = bytes.slice(from, from + pieceBytes);
    const answer = await fetch(`${server.url}${path}/pieces?from=${from}`, { method: 'PUT', headers, body });
    if (!answer.ok) throw new Error(await answer.text());
  }
  const browser = await openSeenBrowser();
  const user = await aUser(browser, server.url, 'tobi');
  await user.goTo(`/jobs/${jobId}/recordings/${recordingId}`);
  // Once it was fetched, the device has it: that is how a recording is opened again and again.
  await untilDrawn(user.page);
  const opened: number[] = [];
  for (let time = 0; time < 5; time += 1) {
    await user.page.reload({ waitUntil: 'domcontentloaded' });
    opened.push(await untilDrawn(user.page));
  }
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

/** @returns ms since the page began */
const untilDrawn = async (page: Page): Promise<number> => {
  await page.waitForFunction(
    (charts) => {
      const all = [...document.querySelectorAll('canvas')];
      return (
        all.length === charts &&
        all.every((canvas) =>
          [...(canvas.getContext('2d')?.getImageData(canvas.width / 2, 0, 1, canvas.height).data ?? [])].some(
            (one) => one !== 0,
          ),
        )
      );
    },
    { polling: 'raf' },
    shownCharts,
  );
  return page.evaluate(() => performance.now());
};

/** Turns the wheel in every frame, and counts frames and pictures. */
const zoomFor = (page: Page, ms: number): Promise<{ frames: number; pictures: number }> =>
  page.evaluate(
    (lastsMs) =>
      new Promise<{ frames: number; pictures: number }>((resolve) => {
        const canvas = document.querySelector('canvas');
        const { left = 0, top = 0, width = 0 } = canvas?.getBoundingClientRect() ?? {};
        let [frames, cleared] = [0, 0];
        const clear = CanvasRenderingContext2D.prototype.clearRect;
        CanvasRenderingContext2D.prototype.clearRect = function (...args) {
          if (this.canvas === canvas) cleared += 1;
          clear.apply(this, args);
        };
        const from = performance.now();
        requestAnimationFrame(function turn() {
          frames += 1;
          const deltaY = Math.floor((performance.now() - from) / 1000) % 2 === 0 ? -40 : 40;
          const at = { clientX: left + width / 2, clientY: top + 20, bubbles: true, cancelable: true };
          canvas?.dispatchEvent(new WheelEvent('wheel', { ...at, deltaY }));
          const seconds = (performance.now() - from) / 1000;
          if (seconds * 1000 < lastsMs) requestAnimationFrame(turn);
          else resolve({ frames: frames / seconds, pictures: cleared / seconds });
        });
      }),
    ms,
  );
