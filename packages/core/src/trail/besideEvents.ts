import { indexPlan } from '../plan/index.js';
import { type Draft, notAtStep } from './draft.js';
import type { Misfit } from './misfit.js';
import type { TrailEventOf } from './trailEvent.js';

/** What is noted beside the way: it changes neither the place nor the evidence. */

export function addRemark(draft: Draft, event: TrailEventOf<'remarkMade'>): Misfit | undefined {
  const { id, stepId, about, text, atMs, by } = event;
  if (!indexPlan(draft.plan).steps.has(stepId)) return notAtStep(stepId);
  draft.remarks = [...draft.remarks, { id, stepId, about, text, atMs, by }];
  return undefined;
}

/** The same picture again carries a new caption or new marks. */
export function addPhoto(draft: Draft, event: TrailEventOf<'photoAdded'>): Misfit | undefined {
  const { stepId, photoId, caption, marks, atMs, by } = event;
  if (!indexPlan(draft.plan).steps.has(stepId)) return notAtStep(stepId);
  const photo = { photoId, stepId, caption, marks, atMs, by };
  const isSame = (other: Pick<typeof photo, 'photoId' | 'stepId'>) =>
    other.photoId === photoId && other.stepId === stepId;
  draft.photos = draft.photos.some(isSame)
    ? draft.photos.map((other) => (isSame(other) ? photo : other))
    : [...draft.photos, photo];
  return undefined;
}
