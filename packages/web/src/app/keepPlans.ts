import { type Plan, picturesIn } from '@probe-trail/core/plan';
import { deviceNowMs } from '../device/clock';
import { answersSince, forgetOldAnswers, keepAnswer } from '../device/keptAnswers';
import { instrumentApi } from '../instrument/instrumentApi';
import { photoUrl } from '../photo/photoApi';
import { planApi, versionPath } from '../plan/planApi';
import type { AppThunk } from '../state/appState';

const dayMs = 24 * 3600_000;

/** Brings onto this device what a trail needs that begins without a network: plans marked for it, and the instruments. */
export const keepPlans = (): AppThunk<Promise<void>> => async (dispatch) => {
  const once = { subscribe: false } as const;
  await forgetOldAnswers();
  const fresh = await answersSince(deviceNowMs() - dayMs);
  void dispatch(instrumentApi.endpoints.instruments.initiate(undefined, once));
  const { data: plans = [] } = await dispatch(planApi.endpoints.plans.initiate(undefined, once));
  for (const { planId, offline, released } of plans) {
    if (!offline || !released) continue;
    await dispatch(planApi.endpoints.plan.initiate(planId, once));
    const asked = { planId, version: released.version };
    // A released version stays as it is: to read all of them with every page would hold up whoever types there.
    const brought = `brought/${versionPath(asked)}`;
    if (fresh.has(brought) && fresh.has(versionPath(asked))) continue;
    const { data } = await dispatch(planApi.endpoints.planVersion.initiate(asked, once));
    // Asked for once, they lie on the device; what cannot be had is asked for again the next time.
    if (data && (await hasPictures(data.document))) await keepAnswer(brought, null);
  }
};

async function hasPictures(plan: Plan): Promise<boolean> {
  const asked = picturesIn(plan).map((photoId) => fetch(photoUrl(photoId)));
  const answers = await Promise.allSettled(asked);
  return answers.every((answer) => answer.status === 'fulfilled' && answer.value.ok);
}
