import { setImmediate as nextTurn } from 'node:timers/promises';
import {
  foundOf,
  type LearnedPlan,
  type LessonInput,
  lessonOf,
  lessonRevision,
  type PlanLessons,
  planLessons,
} from '@probe-trail/core/learning';
import { oneAtATime } from '@probe-trail/core/outbox';
import type { JobService } from '../job/service.js';
import type { PlanService } from '../plan/service.js';
import type { TrailService } from '../trail/service.js';
import type { TrailStore } from '../trail/store.js';
import type { Due, DueLessons } from './dueLessons.js';
import type { LearningStore, LessonRow } from './store.js';

export type LearningService = ReturnType<typeof makeLearningService>;

interface Sources {
  readonly due: DueLessons;
  readonly store: LearningStore;
  readonly trails: Pick<TrailService, 'stateOf' | 'log'>;
  readonly trailLines: Pick<TrailStore, 'ofJob'>;
  readonly jobs: Pick<JobService, 'jobOr404'>;
  readonly plans: Pick<PlanService, 'versionOr404'>;
  /** Hears of what could not be computed, such as the lesson of a trail; nobody waits for it who could be told. */
  readonly failed: (what: string, error: unknown) => void;
}

/** Lessons are computed this long after an entry, all that came meanwhile together, or when somebody asks what was learned. */
const calmMs = 30_000;
const caughtUpAtOnce = 100;

/** What trails taught: computed from their entries when nobody waits for it, added up, and answered from the sums. */
export function makeLearningService({ due, store, trails, trailLines, jobs, plans, failed }: Sources) {
  const computed = makeComputing({ trails, jobs });

  const learn = async (trailId: string): Promise<void> => {
    if (!isOpen) return;
    try {
      // Asked for first: an entry that comes meanwhile makes the lesson due again.
      const last = await store.lastEntries(trailId);
      await store.put(trailId, last && (await computed(trailId, last)));
    } catch (error) {
      // One trail that cannot be read must not keep what the others taught from being counted.
      failed(`what trail ${trailId} taught`, error);
    }
    // Each lesson is a few milliseconds of work: others are served between two of them.
    await nextTurn();
  };

  const trailsOf = async (one: Due): Promise<readonly string[]> => {
    if (one.kind === 'trail') return [one.trailId];
    try {
      return (await trailLines.ofJob(one.jobId)).map(({ trailId }) => trailId);
    } catch (error) {
      failed(`what job ${one.jobId} taught`, error);
      return [];
    }
  };

  let isOpen = true;
  const settle = oneAtATime(async () => {
    const trailIds = new Set((await Promise.all(due.take().map(trailsOf))).flat());
    for (const trailId of trailIds) await learn(trailId);
  });

  let timer: NodeJS.Timeout | undefined;
  due.onNoted(() => {
    if (!isOpen) return;
    timer ??= setTimeout(() => {
      timer = undefined;
      void settle();
    }, calmMs).unref();
  });

  const catchUp = oneAtATime(async () => {
    if (!isOpen) return;
    try {
      for (const trailId of await store.orphaned()) await learn(trailId);
      let after: string | undefined = '';
      while (after !== undefined && isOpen) {
        const some: readonly string[] = await store.stale(lessonRevision, after, caughtUpAtOnce);
        for (const trailId of some) await learn(trailId);
        after = some.at(-1);
      }
    } catch (error) {
      failed('what trails taught while the server was not there', error);
    }
  });

  return {
    foundBy: store.foundBy,
    foundByAll: store.foundByAll,

    /** Computes what is due; it is done when all that was due at the call is. */
    settle,

    /** Computes what changed while the server was not there, or was computed by other rules; it goes on beside other work. */
    catchUp,

    /** What was learned of a plan version. */
    ofVersion: async (planId: string, version: number): Promise<PlanLessons> => {
      await settle();
      const { document } = await plans.versionOr404(planId, version);
      return planLessons(document, version, await store.ofVersion(planId, version));
    },

    /** What was learned of all plans, the one with the most trails first. */
    ofAllPlans: async (): Promise<LearnedPlan[]> => {
      await settle();
      return store.ofAllPlans();
    },

    /** Stops computing, and is done when nothing reads or writes any more; what is due is found again at the next start. */
    close: async (): Promise<void> => {
      isOpen = false;
      clearTimeout(timer);
      await Promise.all([settle(), catchUp()]);
    },
  };
}

/** What a trail teaches, from its log and its job as they are now; `undefined` where it teaches nothing. */
const makeComputing =
  ({ trails, jobs }: Pick<Sources, 'trails' | 'jobs'>) =>
  async (trailId: string, last: Pick<LessonRow, 'trailSeq' | 'jobSeq'>): Promise<LessonRow | undefined> => {
    const [trail, { events }] = await Promise.all([trails.stateOf(trailId), trails.log(trailId)]);
    const { jobId, planId, planVersion } = trail;
    if (planId === null || planVersion === null || trail.voided) return undefined;
    const job = jobId === null ? undefined : await jobs.jobOr404(jobId);
    const input: LessonInput = { trailId, trail, events, job: job?.voided ? undefined : job };
    return {
      trailId,
      planId,
      version: planVersion,
      found: foundOf(input),
      ...last,
      revision: lessonRevision,
      lesson: lessonOf(input),
    };
  };
