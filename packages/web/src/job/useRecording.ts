import type { NewJobEvent } from '@probe-trail/core/job';
import { useState } from 'react';
import type { OpenJob } from './useJob';

/** Recording with its waiting, for one part of the page. */
export function useRecording(record: OpenJob['record']) {
  const [isBusy, setIsBusy] = useState(false);
  /** @returns whether it was recorded */
  const note = async (...events: readonly NewJobEvent[]): Promise<boolean> => {
    setIsBusy(true);
    const isRecorded = await record(...events);
    setIsBusy(false);
    return isRecorded;
  };
  return { note, isBusy };
}
