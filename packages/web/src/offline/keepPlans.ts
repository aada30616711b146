import type { AppThunk } from '../app/store';
import { instrumentApi } from '../instrument/instrumentApi';
import { planApi } from '../plan/planApi';
import { forgetOldAnswers } from './keptAnswers';

/** Brings onto this device what a trail needs that begins without a network: plans marked for it, and the instruments. */
export const keepPlans = (): AppThunk<Promise<void>> => async (dispatch) => {
  const once = { subscribe: false } as const;
  void forgetOldAnswers();
  void dispatch(instrumentApi.endpoints.instruments.initiate(undefined, once));
  const { data: plans = [] } = await dispatch(planApi.endpoints.plans.initiate(undefined, once));
  for (const { planId, offline, released } of plans) {
    if (!offline || !released) continue;
    await dispatch(planApi.endpoints.plan.initiate(planId, once));
    await dispatch(planApi.endpoints.planVersion.initiate({ planId, version: released.version }, once));
  }
};
