import type { LiveValue } from '@probe-trail/core/liveValue';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';
import type { DriveRecorder } from '../recording/useRecorder';

/** What comes goes into the recording; of a unit that says nothing, that its values have none. */
export function recordLine(
  recorder: Pick<DriveRecorder, 'take'>,
  values: readonly LiveValue[],
  line: Exclude<LiveLine, { readonly kind: 'failed' }>,
  atMs: number,
) {
  if (line.kind === 'values') for (const { key, value } of line.values) recorder.take(key, { atMs, value });
  else for (const { key, unitId } of values) if (unitId === line.unitId) recorder.take(key, { atMs, value: null });
}
