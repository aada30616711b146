import type { Plan } from '@probe-trail/core/plan';
import { openPlan, type TrailEventOf } from '@probe-trail/core/trail';
import { LRUCache } from 'lru-cache';
import type { PlanService } from '../plan/service.js';
import { AppError } from '../problem/index.js';

type Opening = TrailEventOf<'opened'>;

const plansInMemory = 100;

interface FollowedOptions {
  readonly plans: PlanService;
  /** Whether there is a job that a trail can belong to. */
  readonly hasJob: (jobId: string) => Promise<boolean>;
}

/** The released versions that trails follow. */
export function makeFollowedPlans({ plans, hasJob }: FollowedOptions) {
  const released = new LRUCache<string, Plan>({ max: plansInMemory });

  const planOf = async (planId: string, version: number): Promise<Plan> => {
    const key = `${planId}@${version}`;
    const known = released.get(key);
    if (known) return known;
    const { state, document } = await plans.versionOr404(planId, version);
    if (state !== 'released' && state !== 'retired')
      throw new AppError(
        'PLAN_NOT_FOUND',
        `Version ${version} of “${planId}” is not released, so it cannot be followed yet.`,
      );
    released.set(key, document);
    return document;
  };

  const planFollowed = ({ planId, planVersion }: Opening): Promise<Plan> | Plan =>
    planId === null ? openPlan : planOf(planId, planVersion ?? 0);

  /** A trail that runs goes on when its plan is retired; a new one does not begin. */
  const mayBegin = async (opening: Opening): Promise<void> => {
    const { planId, planVersion: version, jobId } = opening;
    if (jobId !== null && !(await hasJob(jobId)))
      throw new AppError('JOB_NOT_FOUND', `There is no job “${jobId}” that this trail could belong to.`);
    if (planId === null) return;
    const versions = await plans.versions(planId);
    if ((await planFollowed(opening)).block)
      throw new AppError('PLAN_NOT_FOUND', `“${planId}” is a block: it is followed in the plans that have it in them.`);
    if (versions.find((one) => one.version === version)?.state === 'retired')
      throw new AppError('PLAN_NOT_FOUND', `The plan “${planId}” is retired: no new trail begins on it.`);
  };

  return { planFollowed, mayBegin };
}
