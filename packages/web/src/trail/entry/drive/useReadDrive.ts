import { liveValuesOf } from '@probe-trail/core/liveValue';
import type { ReadDrive } from '@probe-trail/core/recording';
import type { Result } from '@probe-trail/core/result';
import type { DriveSpec } from '@probe-trail/core/spec';
import type { Trail } from '@probe-trail/core/trail';
import { useEffect, useState } from 'react';
import { useRecording } from '../../../recording/useRecording';
import { useLinesQuery } from '../../../vehicle/vehicleApi';

/** What a recording shows of the limits, once it is read; in a sentence why it shows nothing. */
export function useReadDrive(
  { jobId, vehicle }: Trail,
  spec: DriveSpec,
  recordingId: string | undefined,
): Result<ReadDrive, string> | undefined {
  const { data: lines, isError } = useLinesQuery();
  const { open, problem } = useRecording(jobId ?? '', recordingId);
  const [read, setRead] = useState<Result<ReadDrive, string> | undefined>();
  useEffect(() => {
    setRead(undefined);
    // Without the lines nothing is known of the sensors but what the recording itself shows.
    if (!open || !(lines || isError)) return;
    let isOld = false;
    const line = lines?.find(({ name }) => name === vehicle.line);
    const known = line ? liveValuesOf(line) : [];
    const accuracies = new Map(
      known.map(({ key, within, scale }) => [key, Math.max(within ?? 0, Math.abs(scale) / 2)] as const),
    );
    void open.reader.readDrive(spec, accuracies).then((result) => isOld || setRead(result));
    return () => {
      isOld = true;
    };
  }, [open, lines, isError, vehicle.line, spec]);
  return problem === undefined ? read : { ok: false, problem };
}
