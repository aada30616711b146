import { device, type KeptRecording } from '../device/database';

/** So many that the server has too stay on the device; what it does not have stays until it is sent. */
const mostKept = 10;

/** Keeps a recording on this device, and forgets the oldest of those that the server has. */
export async function keepOnDevice(recording: KeptRecording): Promise<void> {
  await device.recordings.put(recording);
  const all: { readonly recordingId: string; readonly startedAtMs: number }[] = [];
  // One after the other: all at once may be more than there is memory.
  await device.recordings.each(({ recordingId, isSent, info }) => {
    if (isSent && recordingId !== recording.recordingId) all.push({ recordingId, startedAtMs: info.startedAtMs });
  });
  const oldest = all.sort((a, b) => b.startedAtMs - a.startedAtMs).slice(mostKept);
  await device.recordings.bulkDelete(oldest.map(({ recordingId }) => recordingId));
}
