import type { ScopeRequest } from '@probe-trail/core/instrumentLink';
import { isProblemDetails } from '@probe-trail/core/problem';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { wrap } from 'comlink';
import { ownHeader } from '../api/ownHeader';
import type { KeptRecording } from '../device/database';
import { infoOf, keepWritten } from './keptRecordings';
import type { RecordingReader } from './recording.worker';
import { sendRecordings } from './sendRecordings';

/**
 * Has a scope on the network take once, and keeps what it has taken as a capture of the job.
 * @param signal calls it off
 * @returns a sentence where nothing was taken
 */
export async function takeFromScope(
  jobId: string,
  name: string,
  request: ScopeRequest,
  signal: AbortSignal,
): Promise<Result<KeptRecording, string>> {
  const answer = await fetch(`/api/jobs/${jobId}/instruments/capture`, {
    method: 'POST',
    headers: { ...ownHeader, 'content-type': 'application/json' },
    body: JSON.stringify(request),
    signal,
  }).catch(() => undefined);
  if (!answer) return failed(signal.aborted ? 'It was called off.' : 'The server cannot be reached: take it again.');
  if (!answer.ok) {
    const problem: unknown = await answer.json().catch(() => undefined);
    return failed(isProblemDetails(problem) ? problem.detail : 'The server did not take it.');
  }
  const bytes = new Uint8Array(await answer.arrayBuffer());
  const worker = new Worker(new URL('./recording.worker.ts', import.meta.url), { type: 'module' });
  const told = await wrap<RecordingReader>(worker)
    .describe(bytes)
    .finally(() => worker.terminate());
  if (!told.ok) return told;
  const { recordingId, opened } = told.value;
  const { startedAtMs, lengthMs, channels, marks } = opened;
  const names = channels.map((channel) => channel.name);
  const info = infoOf(name, {
    kind: 'capture',
    bytes,
    startedAtMs,
    lengthMs,
    channels: names,
    markCount: marks.length,
  });
  const kept = await keepWritten(jobId, info, recordingId, bytes);
  void sendRecordings();
  return ok(kept);
}
