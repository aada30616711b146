import { type Plan, picturesIn } from '@probe-trail/core/plan';
import { askedNow } from '../device/askedFor';
import { deviceNowMs } from '../device/clock';
import { answersSince, forgetOldAnswers, keepAnswer } from '../device/keptAnswers';
import { instrumentApi } from '../instrument/instrumentApi';
import { jobApi } from '../job/jobApi';
import { photoUrl } from '../photo/photoApi';
import { planApi, versionPath } from '../plan/planApi';
import type { AppThunk } from '../state/appState';
import { trailApi } from '../trail/log/trailApi';
import { vehicleApi } from '../vehicle/vehicleApi';

const dayMs = 24 * 3600_000;

const once = { subscribe: false, forceRefetch: true } as const;
const mostJobs = 20;

/** Brings onto this device what somebody needs without a network: the lists, the jobs that are theirs, and plans that are marked for it. */
export const keepForOffline =
  (name: string): AppThunk<Promise<void>> =>
  async (dispatch) => {
    await forgetOldAnswers();
    await dispatch(keepLists(name));
    await dispatch(keepPlans());
  };

/** The board, vehicles, trails and instruments, and the jobs on the board that are assigned to this person. */
const keepLists =
  (name: string): AppThunk<Promise<void>> =>
  async (dispatch) => {
    const { data: board = [] } = await dispatch(jobApi.endpoints.board.initiate(undefined, once));
    await dispatch(vehicleApi.endpoints.vehicles.initiate('', once));
    await dispatch(trailApi.endpoints.trails.initiate(undefined, once));
    await dispatch(instrumentApi.endpoints.instruments.initiate(undefined, once));
    for (const { jobId, vehicleId } of board.filter(({ assignedTo }) => assignedTo === name).slice(0, mostJobs)) {
      await dispatch(jobApi.endpoints.jobLog.initiate(jobId, once));
      await dispatch(vehicleApi.endpoints.vehicle.initiate(vehicleId, once));
    }
  };

/** The plans that are marked for it, with their pictures: a trail can begin on them. */
const keepPlans = (): AppThunk<Promise<void>> => async (dispatch) => {
  const fresh = await answersSince(deviceNowMs() - dayMs);
  const { data: plans = [] } = await dispatch(planApi.endpoints.plans.initiate(undefined, once));
  for (const { planId, offline, released } of plans) {
    if (!offline || !released) continue;
    await dispatch(planApi.endpoints.plan.initiate(planId, once));
    const asked = { planId, version: released.version };
    // A released version stays as it is: to read all of them with every page would hold up whoever types there.
    const brought = `brought/${versionPath(asked)}`;
    if (fresh.has(brought) && fresh.has(versionPath(asked))) continue;
    const by = askedNow();
    const { data } = await dispatch(planApi.endpoints.planVersion.initiate(asked, once));
    // Asked for once, they lie on the device; what cannot be had is asked for again the next time.
    if (data && (await hasPictures(data.document))) await keepAnswer(brought, null, by);
  }
};

async function hasPictures(plan: Plan): Promise<boolean> {
  const asked = picturesIn(plan).map((photoId) => fetch(photoUrl(photoId)));
  const answers = await Promise.allSettled(asked);
  return answers.every((answer) => answer.status === 'fulfilled' && answer.value.ok);
}
