import type { TrailEventOf } from '@probe-trail/core/trail';
import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { sayFailure } from '../app/api';
import { useAppDispatch } from '../app/store';
import { usePerson } from '../person/sessionApi';
import { recordEvents } from '../trail/recordEvents';
import { planApi } from './planApi';

interface TrailStart extends Pick<TrailEventOf<'opened'>, 'planId' | 'jobId' | 'vehicle' | 'complaint'> {
  readonly version: number;
}

/** Opens a trail on a released plan and goes to its first step. */
export function useStartTrail() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const person = usePerson();
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, setIsBusy] = useState(false);
  const start = async ({ version, ...opening }: TrailStart) => {
    setIsBusy(true);
    const plan = await dispatch(
      planApi.endpoints.planVersion.initiate({ planId: opening.planId, version }, { subscribe: false }),
    );
    setIsBusy(false);
    if (!plan.data) return setProblem(sayFailure(plan.error));
    const trailId = nanoid();
    const opened = { kind: 'opened', planVersion: version, ...opening } as const;
    const says = dispatch(recordEvents(trailId, plan.data.document, undefined, person?.name ?? '', [opened]));
    setProblem(says);
    if (says === undefined) void navigate(`/trails/${trailId}`);
  };
  return { start, problem, isBusy };
}
