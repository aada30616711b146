import { type NewRecording, type Recording, recordingLengths, recordingOf } from '@probe-trail/core/recording';
import { cutText } from '@probe-trail/core/text';
import { wrap } from 'comlink';
import { clockOffsetMs, deviceNowMs } from '../device/clock';
import { device, type KeptRecording, type RecordingRun } from '../device/database';
import { keepOnDevice } from './keepOnDevice';
import { lockOf } from './lockOf';
import type { WrittenRecording } from './log.worker';
import type { RecordingReader } from './recording.worker';

/** Writes a recording into its file, away from the thread in which somebody works, and keeps it on this device. */
export async function keepRecording(jobId: string, name: string, recorded: Recording): Promise<KeptRecording> {
  // By the server’s clock, as entries are.
  const recording = { ...recorded, startedAtMs: recorded.startedAtMs + clockOffsetMs() };
  const thread = new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });
  const { recordingId, bytes } = await wrap<RecordingReader>(thread).write(recording);
  thread.terminate();
  const info = infoOf(name, {
    kind: 'drive',
    bytes,
    startedAtMs: recording.startedAtMs,
    lengthMs: recording.times.at(-1) ?? 0,
    channels: recording.channels.map((channel) => channel.name),
    markCount: recording.marks.length,
  });
  return keepWritten(jobId, info, recordingId, bytes);
}

/** What lists say of a recording. */
export const infoOf = (
  name: string,
  { kind, bytes, startedAtMs, lengthMs, channels, markCount }: Omit<WrittenRecording, 'recordingId'>,
): NewRecording => ({
  kind,
  // It is called by the complaint, which may be longer.
  name: cutText(name, recordingLengths.name ?? name.length),
  startedAtMs: Math.round(startedAtMs),
  lengthMs: kind === 'drive' ? Math.round(lengthMs) : lengthMs,
  channels,
  markCount,
  byteCount: bytes.length,
});

/** Keeps a recording that is in its file already on this device. */
export async function keepWritten(
  jobId: string,
  info: NewRecording,
  recordingId: string,
  bytes: Uint8Array<ArrayBuffer>,
): Promise<KeptRecording> {
  const kept = { recordingId, jobId, info, file: new Blob([bytes]), isSent: false };
  await keepOnDevice(kept);
  return kept;
}

/** Makes one recording of the pieces of a run, and forgets the pieces. @returns `undefined` where nothing had come yet */
export async function endRun(runId: string): Promise<KeptRecording | undefined> {
  const run = await device.runs.get(runId);
  if (!run) return undefined;
  const pieces = await device.pieces.where({ runId }).sortBy('seq');
  const recording = recordingOf(run.startedAtMs, run.channels, pieces, run.marks);
  const kept = recording.times.length > 0 ? await keepRecording(run.jobId, run.name, recording) : undefined;
  await forgetRun(runId);
  return kept;
}

const forgetRun = (runId: string): Promise<void> =>
  device.transaction('rw', device.runs, device.pieces, async () => {
    await device.pieces.where({ runId }).delete();
    await device.runs.delete(runId);
  });

// Far longer than between two pieces, and longer than a browser lets a window sleep that nobody sees.
const silentMs = 120_000;

/** Whether a recording still goes on, perhaps in another window. Over plain HTTP a browser has no locks: then it goes by when it was heard of. */
async function isAlive({ runId, aliveAtMs }: RecordingRun): Promise<boolean> {
  if (!navigator.locks) return deviceNowMs() - aliveAtMs <= silentMs;
  return navigator.locks.request(lockOf(runId), { ifAvailable: true }, async (lock) => lock === null);
}

/** Recordings of a job that were broken off: the page was closed, the device went out. What came of them is kept. */
export async function keepBrokenOff(jobId: string): Promise<readonly KeptRecording[]> {
  const all: readonly RecordingRun[] = await device.runs.toArray();
  const kept: KeptRecording[] = [];
  for (const run of all) {
    if (run.jobId !== jobId || (await isAlive(run))) continue;
    const one = await endRun(run.runId);
    if (one) kept.push(one);
  }
  return kept;
}
