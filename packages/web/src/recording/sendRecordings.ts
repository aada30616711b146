import type { StoredBytes } from '@probe-trail/core/recording';
import { ownHeader } from '../api/ownHeader';
import { device, type KeptRecording } from '../device/database';

const pieceBytes = 1024 * 1024;

let sending: Promise<void> | undefined;

/** Sends the recordings that the server does not have, piece by piece; what fails is sent the next time. It runs once at a time. */
export function sendRecordings(): Promise<void> {
  sending ??= sendAll().finally(() => {
    sending = undefined;
  });
  return sending;
}

async function sendAll(): Promise<void> {
  for (const recordingId of await device.recordings.toCollection().primaryKeys()) {
    const recording = await device.recordings.get(recordingId);
    if (recording && !recording.isSent && (await send(recording).catch(() => false)))
      await device.recordings.update(recordingId, { isSent: true });
  }
}

/** @returns whether the server has all of it */
async function send({ recordingId, jobId, info, file }: KeptRecording): Promise<boolean> {
  const url = `/api/jobs/${jobId}/recordings/${recordingId}`;
  let stored = await put(url, JSON.stringify(info), 'application/json');
  while (stored !== undefined && stored < file.size) {
    const piece = file.slice(stored, stored + pieceBytes);
    stored = await put(`${url}/pieces?from=${stored}`, piece, 'application/octet-stream');
  }
  return stored === file.size;
}

/** @returns how many bytes the server has then; `undefined` where it did not take them */
async function put(url: string, body: BodyInit, type: string): Promise<number | undefined> {
  const answer = await fetch(url, { method: 'PUT', headers: { ...ownHeader, 'content-type': type }, body });
  return answer.ok ? ((await answer.json()) as StoredBytes).storedBytes : undefined;
}
