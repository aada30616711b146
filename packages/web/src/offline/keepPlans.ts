import { picturesIn } from '@probe-trail/core/plan';
import type { AppThunk } from '../app/store';
import { instrumentApi } from '../instrument/instrumentApi';
import { photoUrl } from '../photo/photoApi';
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
    const asked = dispatch(planApi.endpoints.planVersion.initiate({ planId, version: released.version }, once));
    const { data } = await asked;
    // Asked for once, they lie on the device; one that cannot be had is asked for again the next time.
    if (data) await Promise.allSettled(picturesIn(data.document).map((photoId) => fetch(photoUrl(photoId))));
  }
};
