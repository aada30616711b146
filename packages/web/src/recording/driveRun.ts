import type { LiveSample, LiveValue } from '@probe-trail/core/liveValue';
import {
  type ChannelInfo,
  type Mark,
  makeRecorder,
  type Recorder,
  type Recording,
  recordingOf,
} from '@probe-trail/core/recording';
import { nanoid } from 'nanoid';
import { deviceNowMs } from '../device/clock';
import { device } from '../device/database';
import { lockOf } from './lockOf';

/** A recording that goes on in this window. */
export interface DriveRun {
  readonly runId: string;
  readonly recorder: Recorder;
  readonly startedAtMs: number;
  keptRows: number;
  /** Says that it has ended: until then no other window takes it for broken off. */
  readonly letGo: () => void;
  /** What is being put away just now. */
  putting: Promise<void>;
  marks: readonly Mark[];
}

const infoOf = ({ key, name, unitName, unit }: LiveValue): ChannelInfo => ({ key, name, unitName, unit });

/** Begins a recording; what comes of it is put away piece by piece. */
export function beginRun(values: readonly LiveValue[]): DriveRun {
  const keys = values.map(({ key }) => key);
  const startedAtMs = deviceNowMs();
  const runId = nanoid();
  return {
    runId,
    letGo: holdLock(runId),
    recorder: makeRecorder(keys, startedAtMs),
    startedAtMs,
    keptRows: 0,
    putting: Promise.resolve(),
    marks: [],
  };
}

/** Holds the lock of a recording. @returns lets it go; the browser does so too when the window is gone */
function holdLock(runId: string): () => void {
  let letGo = (): void => undefined;
  const held = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  void navigator.locks?.request(lockOf(runId), () => held);
  return letGo;
}

/** Notes on the device that a recording goes on, so that it is found if the page is closed. */
export const noteRun = (
  { runId, startedAtMs }: DriveRun,
  jobId: string,
  name: string,
  values: readonly LiveValue[],
): Promise<unknown> =>
  device.runs.put({
    runId,
    jobId,
    name,
    startedAtMs,
    channels: values.map(infoOf),
    marks: [],
    aliveAtMs: startedAtMs,
  });

/** Puts away what has come since the last time. The newest row may still change: it stays until the next time, or the end. */
export function putAway(run: DriveRun, isEnded = false): Promise<void> {
  // One after the other: the rows of the last must be counted first. That one has failed is said to whoever asked for it.
  run.putting = run.putting.catch(() => undefined).then(() => putRows(run, isEnded));
  return run.putting;
}

async function putRows(run: DriveRun, isEnded: boolean): Promise<void> {
  const { runId, recorder, keptRows, marks } = run;
  const to = Math.max(keptRows, recorder.count() - (isEnded ? 0 : 1));
  const rows = recorder.rows(keptRows, to);
  await device.transaction('rw', device.runs, device.pieces, async () => {
    if (rows.times.length > 0) await device.pieces.add({ runId, ...rows });
    await device.runs.update(runId, { marks: [...marks], aliveAtMs: deviceNowMs() });
  });
  run.keptRows = to;
}

/** What was seen already as a recording; `undefined` where nothing was. */
export function recordingOfSeen(
  values: readonly LiveValue[],
  samplesOf: (key: string) => readonly LiveSample[],
): Recording | undefined {
  const all = values
    .flatMap(({ key }) => samplesOf(key).map((sample) => ({ key, sample })))
    .sort((a, b) => a.sample.atMs - b.sample.atMs);
  const fromMs = all[0]?.sample.atMs;
  if (fromMs === undefined) return undefined;
  const recorder = makeRecorder(
    values.map(({ key }) => key),
    fromMs,
  );
  for (const { key, sample } of all) recorder.add(key, sample);
  return recordingOf(fromMs, values.map(infoOf), [recorder.rows(0, recorder.count())], []);
}
