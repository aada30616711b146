import { foldLog, openPlan, type TrailEventOf } from '@probe-trail/core/trail';
import { useEffect, useMemo } from 'react';
import { shallowEqual } from 'react-redux';
import { planApi } from '../../plan/planApi';
import { usePerson } from '../../session/sessionApi';
import { useAppDispatch, useAppSelector } from '../../state/appState';
import { openTrail, recordEvents } from './recordEvents';
import { selectLog } from './trailSlice';
import type { OpenTrail } from './useTrail';

/** Several trails as this device has them, by id; one that it cannot get is missing. */
export function useTrails(trailIds: readonly string[]): ReadonlyMap<string, OpenTrail> {
  const dispatch = useAppDispatch();
  const by = usePerson()?.name ?? '';
  const ids = trailIds.join(' ');
  useEffect(() => {
    for (const trailId of idsIn(ids)) void dispatch(openTrail(trailId));
  }, [dispatch, ids]);
  const logs = useAppSelector((state) => idsIn(ids).map((trailId) => selectLog(state, trailId)), shallowEqual);
  const openings = logs.map((log) => (log?.events[0]?.kind === 'opened' ? log.events[0] : undefined));
  const versions = openings.map((opened) => (opened ? versionOf(opened) : undefined));
  const wanted = JSON.stringify(versions.filter((version) => version !== undefined && version !== null));
  useEffect(() => {
    const asked = (JSON.parse(wanted) as VersionOf[]).map((version) =>
      dispatch(planApi.endpoints.planVersion.initiate(version)),
    );
    return () => {
      for (const one of asked) one.unsubscribe();
    };
  }, [dispatch, wanted]);
  const plans = useAppSelector(
    (state) =>
      versions.map((version) =>
        version === null ? openPlan : version && planApi.endpoints.planVersion.select(version)(state).data?.document,
      ),
    shallowEqual,
  );
  return useMemo(
    () =>
      new Map(
        idsIn(ids).flatMap((trailId, at): [string, OpenTrail][] => {
          const [log, plan] = [logs[at], plans[at]];
          if (!log || !plan) return [];
          const record: OpenTrail['record'] = (...events) => dispatch(recordEvents(trailId, plan, by, events));
          return [[trailId, { trailId, trail: foldLog(plan, log), record }]];
        }),
      ),
    [dispatch, ids, logs, plans, by],
  );
}

const idsIn = (ids: string): readonly string[] => ids.split(' ').filter((trailId) => trailId !== '');

interface VersionOf {
  readonly planId: string;
  readonly version: number;
}

/** The version that a trail follows; `null` of an open trail. */
const versionOf = ({ planId, planVersion }: TrailEventOf<'opened'>): VersionOf | null =>
  planId === null ? null : { planId, version: planVersion ?? 0 };
