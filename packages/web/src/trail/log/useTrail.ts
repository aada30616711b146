import { sayForbidden } from '@probe-trail/core/person';
import { foldLog, type NewTrailEvent, openPlan, type Trail } from '@probe-trail/core/trail';
import { skipToken } from '@reduxjs/toolkit/query';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { usePlanVersionQuery } from '../../plan/planApi';
import { useMay, usePerson } from '../../session/sessionApi';
import { useAppDispatch, useAppSelector } from '../../state/appState';
import { recordingEnded } from '../../state/refusalSlice';
import { openTrail, recordEvents } from './recordEvents';
import { selectLog } from './trailSlice';
import { useLive } from './useLive';

/** A trail as this device shows it: its state with its plan, and the way to add to it. */
export interface OpenTrail {
  readonly trailId: string;
  readonly trail: Trail;
  /** Records events at once. @returns whether they were; why not is said over the page */
  readonly record: (...events: readonly NewTrailEvent[]) => boolean;
  /** Nothing of it is kept: an author tries a draft. */
  readonly isOnlyTried?: true;
}

/** Opens a trail: its events from the server and from this device, folded by the core over the plan version it follows. */
export function useTrail(trailId: string): {
  readonly open: OpenTrail | undefined;
  readonly error: unknown;
  readonly retry: () => void;
} {
  const dispatch = useAppDispatch();
  const person = usePerson();
  const mayRecord = useMay('recordTrails');
  const log = useAppSelector((state) => selectLog(state, trailId));
  const { error: logError, retry } = useOpening(trailId);
  useLive(trailId);
  const opened = log?.events[0]?.kind === 'opened' ? log.events[0] : undefined;
  const followed =
    opened && opened.planId !== null ? { planId: opened.planId, version: opened.planVersion ?? 0 } : undefined;
  const version = usePlanVersionQuery(followed ?? skipToken);
  const plan = opened?.planId === null ? openPlan : version.data?.document;
  const trail = useMemo(() => (plan && log ? foldLog(plan, log) : undefined), [plan, log]);
  const record = useCallback(
    (...events: readonly NewTrailEvent[]) => {
      if (mayRecord) return plan !== undefined && dispatch(recordEvents(trailId, plan, person?.name ?? '', events));
      dispatch(recordingEnded(sayForbidden('recordTrails')));
      return false;
    },
    [dispatch, trailId, plan, person?.name, mayRecord],
  );
  const open = useMemo(() => (trail ? { trailId, trail, record } : undefined), [trailId, trail, record]);
  return { open, error: logError ?? version.error, retry };
}

function useOpening(trailId: string) {
  const dispatch = useAppDispatch();
  const [error, setError] = useState<unknown>();
  const [tries, setTries] = useState(0);
  const isOpen = useAppSelector((state) => selectLog(state, trailId) !== undefined);
  useEffect(() => {
    if (!isOpen) void dispatch(openTrail(trailId)).then(setError);
  }, [dispatch, trailId, isOpen, tries]);
  return { error, retry: () => setTries((count) => count + 1) };
}
