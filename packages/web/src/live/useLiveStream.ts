import { isProblemDetails } from '@probe-trail/core/problem';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';
import { useEffect, useState } from 'react';
import { jsonLines } from '../api/jsonLines';
import { deviceNowMs } from '../device/clock';
import type { LiveStore } from './liveStore';

const againAfterMs = 2000;

/**
 * Reads these values from the vehicle of a job for as long as the page stands, and begins again where the way to it was lost: what comes in
 * between is a gap.
 * @returns why nothing comes, in a sentence; `undefined` while it does
 */
export function useLiveStream(jobId: string, keys: readonly string[], store: LiveStore): string | undefined {
  const [problem, setProblem] = useState<string | undefined>();
  const values = keys.join(',');
  useEffect(() => {
    setProblem(undefined);
    if (values === '') return;
    const control = new AbortController();
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = async () => {
      try {
        const url = `/api/jobs/${jobId}/interface/live?values=${encodeURIComponent(values)}`;
        for await (const line of jsonLines<LiveLine>(url, { signal: control.signal })) {
          setProblem(line.kind === 'failed' ? line.message : undefined);
          store.take(line, deviceNowMs());
        }
      } catch (error) {
        if (!control.signal.aborted) setProblem(sayLost(error));
      }
      if (!control.signal.aborted) timer = setTimeout(() => void read(), againAfterMs);
    };
    void read();
    return () => {
      control.abort();
      clearTimeout(timer);
    };
  }, [jobId, values, store]);
  return problem;
}

const sayLost = (error: unknown): string =>
  isProblemDetails(error) ? error.detail : 'The server cannot be reached. What was seen is kept; it goes on by itself.';
