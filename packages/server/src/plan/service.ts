import type { PlanListItem, PlanVersion, PlanVersionInfo } from '@probe-trail/core/plan';
import { AppError } from '../problem/index.js';
import type { PlanRows } from './planRows.js';
import type { PlanStore, Stamp } from './store.js';
import { storedPlanApart } from './storedPlan.js';
import { isOpenState } from './table.js';
import type { SentVersion } from './versionReads.js';

export type PlanService = ReturnType<typeof makePlanService>;

/** What can be done with plans, whoever asks: a request, an import, the demo world. */
export function makePlanService(plans: PlanStore) {
  const draftOr404 = async (planId: string): Promise<SentVersion> =>
    (await plans.sentDraft(planId)) ?? notFound(`The plan “${planId}” has no draft.`);

  const draftInfoOr404 = async (planId: string): Promise<PlanVersionInfo> =>
    (await plans.draftInfo(planId)) ?? notFound(`The plan “${planId}” has no draft.`);

  /** A stored version, read and checked; its etag stays what it was when it was stored. */
  const readStored = async (version: PlanVersionInfo) => {
    const { rows, ...errors } = await storedPlanApart(await plans.documentText(version));
    return { ...errors, rows: { ...rows, etag: version.etag } };
  };

  return {
    list: plans.list,

    listItemOr404: async (planId: string): Promise<PlanListItem> =>
      (await plans.listItem(planId)) ?? notFound(`There is no plan “${planId}”.`),

    versionOr404: async (planId: string, version: number): Promise<PlanVersion> =>
      (await plans.version(planId, version)) ?? notFound(`There is no version ${version} of a plan “${planId}”.`),

    sentVersionOr404: async (planId: string, version: number): Promise<SentVersion> =>
      (await plans.sentVersion(planId, version)) ?? notFound(`There is no version ${version} of a plan “${planId}”.`),

    draftOr404,

    /** Takes a new plan in as the first draft; so does an import. */
    create: async (rows: PlanRows, stamp: Stamp): Promise<SentVersion> => {
      const { planId } = rows;
      if (await plans.newestInfo(planId)) throw taken(planId);
      if (!(await plans.add(rows, 1, stamp))) throw taken(planId);
      return draftOr404(planId);
    },

    /** Begins the next version from the newest released one. */
    draftFromReleased: async (planId: string, stamp: Stamp): Promise<SentVersion> => {
      const newest = (await plans.newestInfo(planId)) ?? notFound(`There is no plan “${planId}”.`);
      const { rows } = await readStored(newest);
      if (isOpenState(newest.state) || !(await plans.add(rows, newest.version + 1, stamp)))
        throw new AppError('DRAFT_EXISTS', `The plan “${planId}” has a draft already; open that.`);
      return draftOr404(planId);
    },

    /** Saves a draft over the one that the editor has seen. */
    saveDraft: async (planId: string, rows: PlanRows, ifMatch: string, stamp: Stamp): Promise<PlanVersionInfo> => {
      if (rows.planId !== planId)
        throw new AppError(
          'REQUEST_INVALID',
          `The document is of the plan “${rows.planId}”, the address of “${planId}”.`,
        );
      const saved = await plans.save(rows, ifMatch, stamp);
      const draft = await draftInfoOr404(planId);
      // The same content is there already: a repeated request whose first answer was lost.
      if (!saved && draft.etag !== rows.etag) throw changed(draft);
      return draft;
    },

    /** Releases the draft that the editor has seen, when the plan check finds no error in it. */
    release: async (planId: string, ifMatch: string, notes: string, atMs: number): Promise<SentVersion> => {
      const draft = await draftInfoOr404(planId);
      if (draft.etag !== ifMatch) throw changed(draft);
      const { rows, errorCount, firstError } = await readStored(draft);
      if (errorCount > 0)
        throw new AppError(
          'PLAN_HAS_ERRORS',
          `The plan check found ${errorCount} ${errorCount === 1 ? 'error' : 'errors'}: ${firstError} Fix them, then release.`,
        );
      if (!(await plans.release(rows, ifMatch, notes, atMs))) throw changed(await draftInfoOr404(planId));
      return (await plans.sentVersion(planId, draft.version)) ?? notFound(`The plan “${planId}” is gone.`);
    },

    versions: plans.versions,
    noteUsages: plans.noteUsages,
    ...reviewing({ plans, draftOr404, draftInfoOr404, readStored }),
  };
}

interface Reviewed {
  readonly plans: PlanStore;
  readonly draftOr404: (planId: string) => Promise<SentVersion>;
  readonly draftInfoOr404: (planId: string) => Promise<PlanVersionInfo>;
  readonly readStored: (version: PlanVersionInfo) => Promise<{ readonly rows: PlanRows }>;
}

/** What happens to a draft between authors, and to a plan that is offered no longer. */
const reviewing = ({ plans, draftOr404, draftInfoOr404, readStored }: Reviewed) => ({
  /** Asks others to read the draft that was seen, or takes that back. */
  setInReview: async (planId: string, ifMatch: string, isInReview: boolean): Promise<SentVersion> => {
    const state = isInReview ? 'inReview' : 'draft';
    if (!(await plans.markDraft(planId, ifMatch, { state }))) throw changed(await draftInfoOr404(planId));
    return draftOr404(planId);
  },

  /** Notes that somebody else has read the draft that was seen, and found it good. */
  approve: async (planId: string, ifMatch: string, by: string): Promise<SentVersion> => {
    const draft = await draftInfoOr404(planId);
    if (draft.savedBy === by)
      throw new AppError('OWN_DRAFT', 'You saved this draft yourself; ask another author to read and approve it.');
    if (!(await plans.markDraft(planId, ifMatch, { approvedBy: by }))) throw changed(await draftInfoOr404(planId));
    return draftOr404(planId);
  },

  /** Offers a plan no longer, or again. Trails that run on it go on. */
  setRetired: async (planId: string, isRetired: boolean): Promise<PlanListItem> => {
    const retired = await plans.retiredInfo(planId);
    if (isRetired) await plans.retire(planId);
    else if (retired) await plans.restore((await readStored(retired)).rows);
    return (await plans.listItem(planId)) ?? notFound(`There is no plan “${planId}”.`);
  },
});

function notFound(detail: string): never {
  throw new AppError('PLAN_NOT_FOUND', detail);
}

const taken = (planId: string) =>
  new AppError('PLAN_ID_TAKEN', `There is a plan “${planId}” already; give the new one another id.`);

const changed = ({ savedBy }: PlanVersionInfo) =>
  new AppError(
    'DRAFT_CHANGED',
    `${savedBy} saved this draft after you opened it. Nothing was overwritten; what you wrote is still in your editor.`,
  );
