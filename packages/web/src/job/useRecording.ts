import { useState } from 'react';
import type { NewJobEvent } from './stampedJobEvent';
import type { OpenJob } from './useJob';

/** Recording with its waiting and its trouble, for one part of the page. */
export function useRecording(record: OpenJob['record']) {
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  /** @returns whether it was recorded */
  const note = async (...events: readonly NewJobEvent[]): Promise<boolean> => {
    setIsBusy(true);
    const says = await record(...events);
    setIsBusy(false);
    setProblem(says);
    return says === undefined;
  };
  return { note, problem, isBusy };
}
