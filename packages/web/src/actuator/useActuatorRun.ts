import type { Actuator } from '@probe-trail/core/actuator';
import { isProblemDetails } from '@probe-trail/core/problem';
import { type ActingLine, heldEveryMs } from '@probe-trail/core/vehicleInterface';
import { nanoid } from 'nanoid';
import { useCallback, useEffect, useRef, useState } from 'react';
import { jsonLines } from '../api/jsonLines';
import { ownHeader } from '../api/ownHeader';
import { deviceNowMs } from '../device/clock';
import { type LiveStore, makeLiveStore } from '../live/liveStore';

export type RunState =
  | { readonly kind: 'idle' }
  /** Asked for; the unit has not confirmed a command yet. */
  | { readonly kind: 'starting' }
  | { readonly kind: 'running'; readonly command: number }
  | { readonly kind: 'stopping' };

/** How a run ended. */
export interface RunEnd {
  /** Why, in a sentence; `null` where the key was let go. */
  readonly because: string | null;
  /** Whether the unit has said that it has its actuator back. */
  readonly isConfirmed: boolean;
}

/** When an actuator began to run, and when it was stopped; in ms since 1970. */
export interface RunSpan {
  readonly fromMs: number;
  readonly toMs: number | undefined;
}

export interface ActuatorRun {
  readonly state: RunState;
  /** What the vehicle told meanwhile. */
  readonly store: LiveStore;
  /** Of the last run in which it acted. */
  readonly span: RunSpan | undefined;
  readonly end: RunEnd | undefined;
  readonly start: (command: number) => void;
  readonly setCommand: (command: number) => void;
  readonly stop: () => void;
}

/** A run that is asked for. */
interface Asked {
  readonly runId: string;
  readonly control: AbortController;
  command: number;
  isLetGo: boolean;
}

// A stop that is not answered so soon is made by closing the connection.
const stopWithinMs = 1000;
const lost: RunEnd = {
  because: 'The connection was lost. A unit that is asked nothing more takes its actuator back within 5 s: look at it.',
  isConfirmed: false,
};

/** Runs one actuator of a job's vehicle; leaving the page stops it. */
export function useActuatorRun(jobId: string, { key }: Pick<Actuator, 'key'>): ActuatorRun {
  const url = `/api/jobs/${jobId}/interface/acting`;
  const store = useRef(makeLiveStore()).current;
  const asked = useRef<Asked | undefined>(undefined);
  const aheadMs = useRef<number | undefined>(undefined);
  const [state, setState] = useState<RunState>(idle);
  const [span, setSpan] = useState<RunSpan | undefined>();
  const [end, setEnd] = useState<RunEnd | undefined>();

  // What came before a command and what came after it may arrive together: only the server knows which was first. Its first moment is the one at which
  // it arrived here, whatever its clock.
  const onThisClock = (serverMs: number): number => {
    aheadMs.current ??= deviceNowMs() - serverMs;
    return serverMs + aheadMs.current;
  };
  const take = (line: ActingLine) => {
    if (line.kind === 'values' || line.kind === 'nothing') return store.take(line, onThisClock(line.atMs));
    // The vehicle could not be reached: nothing has run.
    if (line.kind === 'failed') return setEnd({ because: line.message, isConfirmed: true });
    if (line.kind === 'stopped') return setEnd({ because: line.because, isConfirmed: line.isConfirmed });
    setState((last) => (last.kind === 'stopping' ? last : { kind: 'running', command: line.command }));
    const fromMs = onThisClock(line.atMs);
    setSpan((last) => (last && last.toMs === undefined ? last : { fromMs, toMs: undefined }));
    return undefined;
  };
  const ended = () => {
    asked.current = undefined;
    setState(idle);
    setSpan((last) => last && { ...last, toMs: last.toMs ?? deviceNowMs() });
  };
  const listen = async ({ runId, control, command }: Asked) => {
    try {
      aheadMs.current = undefined;
      setEnd(lost);
      const body = JSON.stringify({ runId, actuator: key, command });
      const init = { method: 'POST', headers: { 'content-type': 'application/json' }, body, signal: control.signal };
      for await (const line of jsonLines<ActingLine>(url, init)) take(line);
    } catch (error) {
      if (isProblemDetails(error)) setEnd({ because: error.detail, isConfirmed: true });
    } finally {
      ended();
    }
  };
  const start = useCallback(
    (command: number) => {
      if (asked.current) return;
      asked.current = { runId: nanoid(), control: new AbortController(), command, isLetGo: false };
      setState({ kind: 'starting' });
      setSpan((last) => last && { ...last, toMs: last.toMs ?? deviceNowMs() });
      void listen(asked.current);
    },
    [url, key],
  );
  const stop = useCallback(() => {
    const run = asked.current;
    if (!run || run.isLetGo) return;
    run.isLetGo = true;
    setState({ kind: 'stopping' });
    stopRun(url, run);
  }, [url]);
  const setCommand = useCallback(
    (command: number) => {
      if (!asked.current || asked.current.command === command) return;
      asked.current.command = command;
      void sayHeld(url, asked.current);
    },
    [url],
  );
  useEffect(() => {
    const timer = setInterval(() => {
      if (asked.current && !asked.current.isLetGo) void sayHeld(url, asked.current);
    }, heldEveryMs);
    // A page that nobody sees holds no key.
    const onHidden = () => document.hidden && stop();
    document.addEventListener('visibilitychange', onHidden);
    window.addEventListener('pagehide', stop);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', onHidden);
      window.removeEventListener('pagehide', stop);
      stop();
    };
  }, [url, stop]);
  return { state, store, span, end: state.kind === 'idle' ? end : undefined, start, setCommand, stop };
}

const idle: RunState = { kind: 'idle' };

/** The key is still held. One that comes too late, or not at all, is no failure: the run ends by that. */
const sayHeld = (url: string, { runId, command }: Asked): Promise<unknown> =>
  fetch(`${url}/${runId}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ command }),
  }).catch(() => undefined);

/** Asks for the stop, which is confirmed in what is listened to; where that does not come, the connection is closed, which stops it too. */
function stopRun(url: string, { runId, control }: Asked): void {
  setTimeout(() => control.abort(), stopWithinMs);
  fetch(`${url}/${runId}`, { method: 'DELETE', headers: ownHeader, keepalive: true })
    .then(({ ok }) => ok || control.abort())
    .catch(() => control.abort());
}

/** Stops whatever runs on the vehicle of a job, whoever runs it. */
export const stopAll = (jobId: string): Promise<unknown> =>
  fetch(`/api/jobs/${jobId}/interface/acting`, { method: 'DELETE', headers: ownHeader });
