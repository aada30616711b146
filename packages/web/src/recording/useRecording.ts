import type { RecordingListItem } from '@probe-trail/core/recording';
import type { Result } from '@probe-trail/core/result';
import { type Remote, transfer, wrap } from 'comlink';
import { useEffect, useState } from 'react';
import { device } from '../device/database';
import { keepOnDevice } from './keepOnDevice';
import type { OpenedRecording, RecordingReader } from './recording.worker';

/** A recording that is open, and the worker that reads it. */
export interface OpenRecording extends OpenedRecording {
  readonly name: string;
  readonly reader: Remote<RecordingReader>;
}

export interface RecordingState {
  readonly open: OpenRecording | undefined;
  /** Why it cannot be opened, in a sentence. */
  readonly problem: string | undefined;
}

const nothing: RecordingState = { open: undefined, problem: undefined };

/** Opens a recording from this device, or from the server, after which the device has it too. */
export function useRecording(jobId: string, recordingId: string | undefined): RecordingState {
  const [state, setState] = useState<RecordingState>(nothing);
  useEffect(() => {
    setState(nothing);
    if (recordingId === undefined) return;
    const thread = new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });
    const reader = wrap<RecordingReader>(thread);
    let isGone = false;
    const show = (next: RecordingState) => isGone || setState(next);
    openIn(reader, jobId, recordingId).then(show, (error: unknown) =>
      show({ open: undefined, problem: sayNotThere(error) }),
    );
    return () => {
      isGone = true;
      thread.terminate();
    };
  }, [jobId, recordingId]);
  return state;
}

async function openIn(reader: Remote<RecordingReader>, jobId: string, recordingId: string): Promise<RecordingState> {
  const { name, bytes } = await fileOf(jobId, recordingId);
  // Given over, not copied: a capture may have 400 MB.
  const read: Result<OpenedRecording, string> = await reader.open(transfer(bytes, [bytes.buffer]));
  return read.ok
    ? { open: { ...read.value, name, reader }, problem: undefined }
    : { open: undefined, problem: read.problem };
}

async function fileOf(
  jobId: string,
  recordingId: string,
): Promise<{ readonly name: string; readonly bytes: Uint8Array<ArrayBuffer> }> {
  const kept = await device.recordings.get(recordingId);
  if (kept) return { name: kept.info.name, bytes: new Uint8Array(await kept.file.arrayBuffer()) };
  const [file, list] = await Promise.all([
    fetch(`/api/jobs/${jobId}/recordings/${recordingId}`),
    fetch(`/api/jobs/${jobId}/recordings`),
  ]);
  if (!file.ok || !list.ok) throw await (file.ok ? list : file).json();
  const bytes = new Uint8Array(await file.arrayBuffer());
  const found = ((await list.json()) as readonly RecordingListItem[]).find((one) => one.recordingId === recordingId);
  if (found) {
    const { recordingId: _, storedBytes, addedBy, ...info } = found;
    // Without room it is fetched again the next time.
    await keepOnDevice({ recordingId, jobId, info, file: new Blob([bytes]), isSent: true }).catch(() => undefined);
  }
  return { name: found?.name ?? '', bytes };
}

const sayNotThere = (error: unknown): string =>
  typeof error === 'object' && error !== null && 'detail' in error
    ? String(error.detail)
    : 'This recording is not on this device, and the server cannot be reached.';
