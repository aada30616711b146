import { isProblemDetails } from '@probe-trail/core/problem';
import { type ReadingProgress, withProgress } from '@probe-trail/core/vehicleInterface';
import { useEffect, useRef, useState } from 'react';
import { jsonLines } from '../api/jsonLines';
import type { DraftOfSheet } from './useSheetDraft';

export interface Reading {
  /** How far it is; `undefined` while nothing is read. */
  readonly asking: Asking | undefined;
  readonly problem: string | undefined;
  /** Asks these units; none: all. */
  readonly start: (unitIds: readonly string[]) => Promise<void>;
  readonly cancel: () => void;
}

/** The units that are being asked, one of each bus, by their names; and how many of all have been. */
export interface Asking {
  readonly names: ReadonlyMap<string, string>;
  readonly done: number;
  readonly of: number;
}

/** Reading through the vehicle interface: what has been read is in the draft at once, whatever happens then. */
export function useReading(jobId: string, { draft, change }: DraftOfSheet): Reading {
  const [asking, setAsking] = useState<Reading['asking']>();
  const [problem, setProblem] = useState<string | undefined>();
  const running = useRef<AbortController>(undefined);
  const latest = useRef(draft);
  latest.current = draft;
  useEffect(() => () => running.current?.abort(), []);

  const take = (line: ReadingProgress) => {
    setAsking((last) => withAsking(last, line));
    if (line.kind === 'failed') setProblem(line.message);
    if (line.kind !== 'unit') return;
    const { unit, because } = line;
    if (because !== null)
      setProblem((last) => [last, `${unit.name} was not read: ${because}.`].filter(Boolean).join(' '));
    latest.current = { ...latest.current, ...withProgress(latest.current, line) };
    change(withProgress(latest.current, line));
  };

  const start = async (unitIds: readonly string[]) => {
    const control = new AbortController();
    running.current = control;
    setProblem(undefined);
    try {
      for await (const line of readLines(jobId, { moment: draft.moment, unitIds }, control.signal)) take(line);
    } catch (error) {
      if (!control.signal.aborted) setProblem(sayBroken(error));
    } finally {
      setAsking(undefined);
    }
  };
  return { asking, problem, start, cancel: () => running.current?.abort() };
}

function withAsking(last: Asking | undefined, line: ReadingProgress): Asking | undefined {
  const names = new Map(last?.names);
  if (line.kind === 'asking') return { names: names.set(line.unitId, line.name), done: line.done, of: line.of };
  if (line.kind !== 'unit' || !last) return last;
  names.delete(line.unit.unitId);
  return { ...last, names, done: last.done + 1 };
}

const sayBroken = (error: unknown) =>
  isProblemDetails(error)
    ? error.detail
    : 'The connection was lost. What was read is kept here; go on with the units that are left.';

interface Asked {
  readonly moment: string;
  readonly unitIds: readonly string[];
}

const readLines = (jobId: string, asked: Asked, signal: AbortSignal): AsyncGenerator<ReadingProgress> =>
  jsonLines(`/api/jobs/${jobId}/interface/reading`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(asked),
    signal,
  });
