import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { channelNamed, layoutOfTable, makeTableReading, writeCapture } from '@probe-trail/core/capture';
import { readAs } from '@probe-trail/core/captureReading';
import { type DetectorKind, nothingKnown } from '@probe-trail/core/captureSource';
import {
  addNoise,
  coilCurrent,
  crankingCurrent,
  cylinderPressure,
  lengthsOfBits,
  lengthsOfSent,
  lineSignal,
  motorCurrent,
  pwmSignal,
  ringSignal,
  seeded,
} from '@probe-trail/core/signalModel';
import { findEdges, partOf, readMotor, type Signal, sumUp } from '@probe-trail/core/waveform';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atLeast, atMost, type Measured, medianMs, percentile } from './measured.js';
import { openAgain, sendFile, zoomFor } from './onTheScreen.js';

const samples = 10_000_000;
const jobId = 'job-fg-06';

const over = (
  lengthMs: number,
  make: (sampling: { stepMs: number; lengthMs: number }) => Float32Array,
  noise: number,
): Signal => {
  const sampling = { stepMs: lengthMs / samples, lengthMs };
  return { samples: addNoise(make(sampling), noise, 1), stepMs: sampling.stepMs };
};

const bars = [1, 1.02, 0.98, 1, 0.4, 1.01, 0.99, 1, 1.02, 1];
const motor = () =>
  over(
    10_000,
    (sampling) =>
      motorCurrent(
        {
          onMs: 20,
          offMs: null,
          stallMs: null,
          supplyV: 12.6,
          ohms: 0.5,
          electricalMs: 1,
          mechanicalMs: 30,
          rpm: 3000,
          slowing: 0,
          runningA: 4,
          bars,
          ripple: 0.2,
        },
        sampling,
      ),
    0.05,
  );
const ring = () =>
  over(
    100_000,
    (sampling) =>
      ringSignal(
        {
          teeth: 48,
          rpm: 300,
          changePerTurn: 0,
          missing: [5],
          weak: {},
          wide: {},
          isInductive: true,
          low: -1,
          high: 1,
        },
        sampling,
      ),
    0.05,
  );
const pwm = () =>
  over(50_000, (sampling) => pwmSignal({ hz: 400, duty: [0.3, 0.4], low: 0, high: 12, riseMs: 0.01 }, sampling), 0.1);
const coil = () =>
  over(
    110,
    (sampling) =>
      coilCurrent(
        { onMs: 5, offMs: 95, supplyV: 12.4, ohms: 8, henries: 0.06, pullInMs: 14, travelMs: 5, backShare: 0.7 },
        sampling,
      ),
    0.02,
  );
const cranking = () =>
  over(
    5000,
    (sampling) =>
      crankingCurrent({ rpm: 200, compressions: [1, 1, 0.7, 1], meanA: 130, humpA: 60, rushA: 500 }, sampling),
    4,
  );
const cylinder = () =>
  over(
    5000,
    (sampling) =>
      cylinderPressure(
        {
          rpm: 250,
          compressionRatio: 10,
          rodRatio: 3.3,
          exhaustOpens: 140,
          exhaustCloses: 370,
          intakeCloses: 590,
          intakeKPa: 95,
          exhaustKPa: 103,
          tightness: 0.95,
        },
        sampling,
      ),
    0.7,
  );

function sent(): Signal {
  const random = seeded(1);
  const frames = Array.from({ length: 12_000 }, () => [
    0,
    ...Array.from({ length: 7 }, () => Math.floor(random() * 16)),
  ]);
  const line = lengthsOfSent(frames, 0.003);
  const lengthMs = line.lengths.reduce((sum, one) => sum + one, 0);
  return over(lengthMs, (sampling) => lineSignal({ ...line, low: 0, high: 5 }, sampling), 0);
}

function bus(): Signal {
  const random = seeded(2);
  const bits = [...new Array<number>(20).fill(1), ...Array.from({ length: 500_000 }, () => Math.floor(random() * 2))];
  return over(
    bits.length * 0.002,
    (sampling) => lineSignal({ ...lengthsOfBits(bits, 0.002), low: 2, high: 0 }, sampling),
    0,
  );
}

const known = { ...nothingKnown, cylinders: 4, volts: 12, teeth: 48, eventsPerTurn: 2 };
// Those of two channels sum up what others find.
const signals: Readonly<Record<Exclude<DetectorKind, 'canPair' | 'supply'>, () => Signal>> = {
  motor,
  coil,
  teeth: ring,
  control: pwm,
  turning: pwm,
  cranking,
  cylinder,
  sent,
  can: bus,
  lin: bus,
  dropouts: () => over(10_000, () => new Float32Array(samples).fill(5), 0.1),
  bursts: pwm,
};

/** What captures cost to be read, measured, opened and looked at. */
export async function captureRates(): Promise<Measured[]> {
  return [...detectorTimes(), ...againstNumpy(), ...tableRates(), ...(await onTheScreen())];
}

const detectorTimes = (): Measured[] =>
  (Object.keys(signals) as (keyof typeof signals)[]).map((kind) => {
    const signal = signals[kind]();
    const ms = medianMs(() => readAs(kind, signal, 'V', known), 3, 2);
    return atMost(`ten million samples read as “${kind}”`, ms, 600, 'ms');
  });

/** Ratios within one run; none where numpy and scipy are not installed. */
function againstNumpy(): Measured[] {
  const signal = motor();
  const folder = mkdtempSync(join(tmpdir(), 'probe-trail-bench-'));
  const file = join(folder, 'samples.f32');
  writeFileSync(file, signal.samples);
  try {
    const script = fileURLToPath(new URL('captures.py', import.meta.url));
    const told = execFileSync('python3', [script, file, String(signal.stepMs / 1000)], { encoding: 'utf8' });
    const theirs = JSON.parse(told) as { sums: number; edges: number; ripple: number };
    const rippled = partOf(signal, 100, 100 + 2 ** 19 * signal.stepMs);
    const speed = (what: string, own: number, other: number) =>
      atLeast(`${what}, speed of numpy and scipy = 100`, (100 * other) / own, 50, '');
    return [
      speed(
        'sums of ten million samples',
        medianMs(() => sumUp(signal), 5, 2),
        theirs.sums,
      ),
      speed(
        'edges of ten million samples',
        medianMs(() => findEdges(signal), 5, 2),
        theirs.edges,
      ),
      speed(
        'the phase of a ripple of half a million samples',
        medianMs(() => readMotor(rippled), 5, 2),
        theirs.ripple,
      ),
    ];
  } catch (error) {
    console.info(`numpy and scipy cannot be compared with: ${String(error).split('\n')[0]}`);
    return [];
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** The bytes of a table. Its texts are let go of: a worker that reads a file has none of them either. */
function aTable(rows: number): Uint8Array {
  const row = (at: number) =>
    `${(at * 0.00002).toFixed(5)};${(Math.sin(at / 100) * 5).toFixed(4)};${(12 + (at % 7) / 10).toFixed(3)}\n`;
  const text = new TextEncoder();
  const bytes = new Uint8Array(40 * rows);
  let used = text.encodeInto('time;A;B\n', bytes).written;
  for (let at = 0; at < rows; at += 1) used += text.encodeInto(row(at), bytes.subarray(used)).written;
  return bytes.slice(0, used);
}

function tableRates(): Measured[] {
  const bytes = aTable(1_500_000);
  const layout = layoutOfTable(new TextDecoder().decode(bytes.subarray(0, 10_000)));
  if (!layout.ok) throw new Error(layout.problem);
  let held = 0;
  const ms = medianMs(
    () => {
      const before = process.memoryUsage().arrayBuffers;
      const reading = makeTableReading(layout.value);
      for (let at = 0; at < bytes.length; at += 65_536) reading.take(bytes.subarray(at, at + 65_536));
      const read = reading.end(0);
      held = Math.max(held, process.memoryUsage().arrayBuffers - before);
      if (!read.ok) throw new Error(read.problem);
    },
    5,
    2,
  );
  return [
    atLeast('a table of samples is read', bytes.length / 1e6 / (ms / 1000), 40, 'MB/s'),
    atMost('memory of a table that is read, of its size', held / bytes.length, 2, '×'),
  ];
}

async function onTheScreen(): Promise<Measured[]> {
  const one = motor().samples;
  const channels = Array.from({ length: 4 }, (_, at) => channelNamed(`motor ${at + 1}`, at, 'A', one));
  const bytes = writeCapture({ startedAtMs: 1_760_000_000_000, stepMs: 0.001, channels, marks: [] });
  const recordingId = createHash('sha256').update(bytes).digest('hex');
  const info = {
    kind: 'capture',
    name: 'Four motors',
    startedAtMs: 1_760_000_000_000,
    lengthMs: samples * 0.001,
    channels: channels.map(({ name }) => name),
    markCount: 0,
    byteCount: bytes.length,
  };
  const server = await openServer();
  await sendFile(server.url, `/api/jobs/${jobId}/recordings/${recordingId}`, info, bytes);
  const browser = await openSeenBrowser();
  const user = await aUser(browser, server.url, 'tobi');
  await user.goTo(`/jobs/${jobId}/recordings/${recordingId}`);
  const opened = await openAgain(user.page, channels.length);
  await user.page.evaluate('globalThis.__name = (one) => one');
  await user.page.evaluate(`
    window.longest = 0;
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) window.longest = Math.max(window.longest, duration);
    }).observe({ type: 'longtask' });
  `);
  const { frames } = await zoomFor(user.page, 4000);
  const longest = Number(await user.page.evaluate('window.longest'));
  await browser.close();
  await server.kill();
  return [
    atMost(
      'a capture of four times ten million samples opened again, to its first picture',
      percentile(opened, 0.5),
      1500,
      'ms',
    ),
    atLeast('frames a second while it is zoomed', frames, 55, '/s'),
    atMost('longest task of the page meanwhile', longest, 50, 'ms'),
  ];
}
