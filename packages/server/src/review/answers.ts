import type { PlanComment, RemarkAnswer } from '@probe-trail/core/review';
import { closedObject, idText } from '@probe-trail/core/schema';
import { type AnsweredRemark, remarkKinds } from '@probe-trail/core/trail';
import { amount, answer, keyOf, listOf, text, textOrNull, yesOrNo } from '../answer/index.js';

export const commentAnswer = answer<PlanComment>()(
  closedObject({
    commentId: idText(),
    planId: idText(),
    version: amount(),
    stepId: textOrNull(),
    text: text(),
    by: text(),
    atMs: amount(),
    isDone: yesOrNo(),
  }),
);

export const commentsAnswer = listOf(commentAnswer);

const remarkAnswer = answer<RemarkAnswer>()(
  closedObject({ eventId: idText(), version: amount(), text: text(), by: text(), atMs: amount() }),
);

const answeredRemark = answer<AnsweredRemark>()(
  closedObject({
    eventId: idText(),
    trailId: idText(),
    planId: idText(),
    planVersion: amount(),
    stepId: idText(),
    about: keyOf(remarkKinds),
    text: text(),
    atMs: amount(),
    by: text(),
    answer: remarkAnswer.nullable().defined(),
  }),
);

export const remarksAnswer = listOf(answeredRemark);
