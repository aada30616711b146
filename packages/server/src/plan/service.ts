import { checkPlan, errorsOf, type Plan, type PlanListItem, type PlanVersion } from '@probe-trail/core/plan';
import { AppError } from '../problem/index.js';
import { etagOf, type PlanStore, type Stamp } from './store.js';

export type PlanService = ReturnType<typeof makePlanService>;

/** What can be done with plans, whoever asks: a request, an import, the demo world. */
export function makePlanService(plans: PlanStore) {
  const draftOr404 = async (planId: string): Promise<PlanVersion> =>
    (await plans.draft(planId)) ?? notFound(`The plan “${planId}” has no draft.`);

  return {
    list: plans.list,

    listItemOr404: async (planId: string): Promise<PlanListItem> =>
      (await plans.listItem(planId)) ?? notFound(`There is no plan “${planId}”.`),

    versionOr404: async (planId: string, version: number): Promise<PlanVersion> =>
      (await plans.version(planId, version)) ?? notFound(`There is no version ${version} of a plan “${planId}”.`),

    draftOr404,

    /** Takes a new plan in as the first draft; so does an import. */
    create: async (document: Plan, stamp: Stamp): Promise<PlanVersion> => {
      if (await plans.newest(document.id)) throw taken(document.id);
      if (!(await plans.add(document, 1, stamp))) throw taken(document.id);
      return draftOr404(document.id);
    },

    /** Begins the next version from the newest released one. */
    draftFromReleased: async (planId: string, stamp: Stamp): Promise<PlanVersion> => {
      const newest = (await plans.newest(planId)) ?? notFound(`There is no plan “${planId}”.`);
      if (newest.state === 'draft' || !(await plans.add(newest.document, newest.version + 1, stamp)))
        throw new AppError('DRAFT_EXISTS', `The plan “${planId}” has a draft already; open that.`);
      return draftOr404(planId);
    },

    /** Saves a draft over the one that the editor has seen. */
    saveDraft: async (planId: string, document: Plan, ifMatch: string, stamp: Stamp): Promise<PlanVersion> => {
      if (document.id !== planId)
        throw new AppError(
          'REQUEST_INVALID',
          `The document is of the plan “${document.id}”, the address of “${planId}”.`,
        );
      const saved = await plans.save(document, ifMatch, stamp);
      const draft = await draftOr404(planId);
      // The same content is there already: a repeated request whose first answer was lost.
      if (!saved && draft.etag !== etagOf(document)) throw changed(draft);
      return draft;
    },

    /** Releases the draft that the editor has seen, when the plan check finds no error in it. */
    release: async (planId: string, ifMatch: string, atMs: number): Promise<PlanVersion> => {
      const draft = await draftOr404(planId);
      if (draft.etag !== ifMatch) throw changed(draft);
      const errors = errorsOf(checkPlan(draft.document));
      if (errors.length > 0)
        throw new AppError(
          'PLAN_HAS_ERRORS',
          `The plan check found ${errors.length} ${errors.length === 1 ? 'error' : 'errors'}: ${errors[0]?.says} Mend them, then release.`,
        );
      if (!(await plans.release(draft.document, ifMatch, atMs))) throw changed(await draftOr404(planId));
      return (await plans.version(planId, draft.version)) ?? notFound(`The plan “${planId}” is gone.`);
    },
  };
}

function notFound(detail: string): never {
  throw new AppError('PLAN_NOT_FOUND', detail);
}

const taken = (planId: string) =>
  new AppError('PLAN_ID_TAKEN', `There is a plan “${planId}” already; give the new one another id.`);

const changed = ({ savedBy }: PlanVersion) =>
  new AppError(
    'DRAFT_CHANGED',
    `${savedBy} saved this draft after you opened it. Nothing was overwritten; what you wrote is still in your editor.`,
  );
