import { isProblemDetails } from '@probe-trail/core/problem';
import type { RoutineLine } from '@probe-trail/core/vehicleInterface';
import { useCallback, useEffect, useRef, useState } from 'react';
import { jsonLines } from '../api/jsonLines';

export type RoutineState =
  | { readonly kind: 'idle' }
  | { readonly kind: 'running'; readonly text: string }
  | Exclude<RoutineLine, { readonly kind: 'running' }>;

export interface RoutineRun {
  readonly state: RoutineState;
  readonly start: () => void;
  /** Tells the unit to stop by listening no longer; so does leaving the page. */
  readonly stop: () => void;
}

const idle: RoutineState = { kind: 'idle' };
const lost: RoutineState = {
  kind: 'failed',
  message: 'The connection was lost. The unit is told to stop, or ends its session by itself within 5 s.',
};

/** Runs a test of a control unit to its end, for as long as the page stands. */
export function useRoutineRun(jobId: string, key: string): RoutineRun {
  const control = useRef<AbortController | undefined>(undefined);
  const [state, setState] = useState<RoutineState>(idle);
  const stop = useCallback(() => control.current?.abort(), []);
  const start = useCallback(() => {
    if (control.current) return;
    const asked = new AbortController();
    control.current = asked;
    setState({ kind: 'running', text: '' });
    const listen = async () => {
      const body = JSON.stringify({ routine: key });
      const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body, signal: asked.signal };
      let isOver = false;
      try {
        for await (const line of jsonLines<RoutineLine>(`/api/jobs/${jobId}/interface/routine`, init)) {
          isOver = line.kind !== 'running';
          setState(line);
        }
        if (!isOver) setState(lost);
      } catch (error) {
        if (asked.signal.aborted) setState({ kind: 'stopped', atMs: 0, because: 'It was stopped.' });
        else setState(isProblemDetails(error) ? { kind: 'failed', message: error.detail } : lost);
      } finally {
        control.current = undefined;
      }
    };
    void listen();
  }, [jobId, key]);
  useEffect(() => stop, [stop]);
  return { state, start, stop };
}
