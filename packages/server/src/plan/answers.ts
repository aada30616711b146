import { type PlanListItem, type PlanVersion, type PlanVersionInfo, planSchema } from '@probe-trail/core/plan';
import { closedObject, idText } from '@probe-trail/core/schema';
import { number } from 'yup';
import { amount, answer, listOf, oneOf, text, textOrNull, yesOrNo } from '../answer/index.js';

const infoFields = {
  planId: idText(),
  version: amount(),
  state: oneOf('draft', 'inReview', 'released', 'retired'),
  etag: text(),
  savedAtMs: amount(),
  savedBy: text(),
  releasedAtMs: number().nullable().defined(),
  notes: text(),
  approvedBy: textOrNull(),
};

export const versionInfoAnswer = answer<PlanVersionInfo>()(closedObject(infoFields));

export const versionsAnswer = listOf(versionInfoAnswer);

export const versionAnswer = answer<PlanVersion>()(closedObject({ ...infoFields, document: planSchema.required() }));

const infoOrNull = () => closedObject(infoFields).nullable().defined();

export const planListItemAnswer = answer<PlanListItem>()(
  closedObject({
    planId: idText(),
    title: text(),
    summary: text(),
    lines: listOf(text()),
    codes: listOf(text()),
    expectedMinutes: amount(),
    stepCount: amount(),
    suspectCount: amount(),
    offline: yesOrNo(),
    isBlock: yesOrNo(),
    released: infoOrNull(),
    retired: infoOrNull(),
    draft: infoOrNull(),
  }),
);

export const planListAnswer = listOf(planListItemAnswer);
