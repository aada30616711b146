import { type PlanLessons, withFleetWeights } from '@probe-trail/core/learning';
import { comparePlans, type Difference, type Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { api, sayFailure } from '../api/api';
import { planApi } from '../plan/planApi';
import { useAppDispatch } from '../state/appState';

interface Put {
  readonly before: Plan;
  readonly version: number;
  readonly etag: string;
  readonly differences: readonly Difference[];
}

// As it stands on the server now, and not followed.
const once = { forceRefetch: true, subscribe: false } as const;

/** Puts what was learned of the weights into the draft of a plan; where there is none, the next version is begun. */
export function usePutWeights({ planId, causes }: PlanLessons) {
  const dispatch = useAppDispatch();
  const [done, setDone] = useState<Put | undefined>();
  const [problem, setProblem] = useState<string | undefined>();
  const [isBusy, setIsBusy] = useState(false);

  const save = (document: Plan, etag: string) =>
    dispatch(planApi.endpoints.saveDraft.initiate({ planId, etag, document })).unwrap();
  const draft = async () => {
    const plan = await dispatch(planApi.endpoints.plan.initiate(planId, once)).unwrap();
    return plan.draft
      ? dispatch(planApi.endpoints.planDraft.initiate(planId, once)).unwrap()
      : dispatch(planApi.endpoints.addDraft.initiate(planId)).unwrap();
  };
  const busy = async (work: () => Promise<Put | undefined>) => {
    setIsBusy(true);
    setProblem(undefined);
    try {
      setDone(await work());
    } catch (error) {
      setProblem(sayFailure(error));
    }
    setIsBusy(false);
    dispatch(api.util.invalidateTags(['plans']));
  };

  const put = () =>
    busy(async () => {
      const { document, version, etag } = await draft();
      const after = withFleetWeights(document, causes);
      const saved = await save(after, etag);
      return { before: document, version, etag: saved.etag, differences: comparePlans(document, after) };
    });
  const undo = () =>
    busy(async () => {
      if (done) await save(done.before, done.etag);
      return undefined;
    });
  return {
    put: () => void put(),
    undo: () => void undo(),
    differences: done?.differences,
    version: done?.version,
    problem,
    isBusy,
  };
}
