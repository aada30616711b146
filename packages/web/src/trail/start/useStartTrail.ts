import type { Plan } from '@probe-trail/core/plan';
import { openPlan, type TrailEventOf } from '@probe-trail/core/trail';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../../api/api';
import { planApi } from '../../plan/planApi';
import { usePerson } from '../../session/sessionApi';
import { useAppDispatch } from '../../state/appState';
import { recordEvents } from '../log/recordEvents';

interface TrailStart extends Pick<TrailEventOf<'opened'>, 'jobId' | 'vehicle' | 'complaint'> {
  /** The released version that is followed; `undefined` for an open trail, without a plan. */
  readonly follows: { readonly planId: string; readonly version: number } | undefined;
}

/** Opens a trail, on a released plan or without one, and goes to it. */
export function useStartTrail() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const person = usePerson();
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  const planToFollow = async (follows: TrailStart['follows']): Promise<Plan | undefined> => {
    if (!follows) return openPlan;
    setIsBusy(true);
    const version = await dispatch(planApi.endpoints.planVersion.initiate(follows, { subscribe: false }));
    setIsBusy(false);
    if (!version.data) setProblem(sayFailure(version.error));
    return version.data?.document;
  };
  const start = async ({ follows, ...opening }: TrailStart) => {
    const plan = await planToFollow(follows);
    if (!plan) return;
    const trailId = nanoid();
    const followed = { planId: follows?.planId ?? null, planVersion: follows?.version ?? null };
    const opened = { kind: 'opened', ...followed, ...opening } as const;
    if (dispatch(recordEvents(trailId, plan, person?.name ?? '', [opened]))) void navigate(`/trails/${trailId}`);
  };
  return { start, problem, isBusy };
}
