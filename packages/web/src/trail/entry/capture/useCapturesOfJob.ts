import { useEffect, useState } from 'react';
import { sayMoment } from '../../../device/ago';
import { nowMs } from '../../../device/clock';
import { device } from '../../../device/database';
import type { ChosenFor } from '../../../recording/captureFor';
import { useRecordingsQuery } from '../../../recording/recordingApi';
import { sayInstant } from '../../../recording/sayInstant';

interface Option {
  readonly value: string;
  readonly label: string;
}

interface Listed {
  readonly recordingId: string;
  readonly name: string;
  readonly startedAtMs: number;
  readonly lengthMs: number;
}

/**
 * The captures of a job to choose from, those that only this device has among them; the newest first.
 * @param chosen looks again with each that is chosen, as it may be new
 */
export function useCapturesOfJob(jobId: string, chosen: ChosenFor): readonly Option[] {
  const { data = [], refetch } = useRecordingsQuery(jobId);
  useEffect(() => void refetch(), [refetch]);
  const [here, setHere] = useState<readonly Listed[]>([]);
  useEffect(() => {
    let isOld = false;
    void device.recordings
      .where('jobId')
      .equals(jobId)
      .toArray()
      .then((kept) => {
        const captures = kept.filter(({ info }) => info.kind === 'capture');
        if (!isOld) setHere(captures.map(({ recordingId, info }) => ({ ...info, recordingId })));
      });
    return () => {
      isOld = true;
    };
  }, [jobId, data, chosen]);
  const listed = data.filter(({ kind }) => kind === 'capture');
  const known = new Set(listed.map(({ recordingId }) => recordingId));
  return [...here.filter(({ recordingId }) => !known.has(recordingId)), ...listed]
    .toSorted((one, other) => other.startedAtMs - one.startedAtMs)
    .map(({ recordingId, name, lengthMs, startedAtMs }) => ({
      value: recordingId,
      label: `${name}, ${sayInstant(lengthMs, lengthMs)}, ${sayMoment(startedAtMs, nowMs())}`,
    }));
}
