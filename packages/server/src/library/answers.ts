import type { CardCheck, KnownGood, LibraryCard, LibraryCardInfo, Usage } from '@probe-trail/core/library';
import { physicalCheckSchema } from '@probe-trail/core/physicalCheck';
import { partCardSchema } from '@probe-trail/core/plan';
import { closedObject, idText } from '@probe-trail/core/schema';
import { amount, answer, listOf, oneOf, text, textOrNull } from '../answer/index.js';

const cardFields = {
  cardId: idText(),
  name: text(),
  place: text(),
  etag: text(),
  savedAtMs: amount(),
  savedBy: text(),
};

const cardInfo = answer<LibraryCardInfo>()(closedObject({ ...cardFields, planCount: amount() }));

export const cardListAnswer = listOf(cardInfo);

export const cardAnswer = answer<LibraryCard>()(closedObject({ ...cardFields, card: partCardSchema.required() }));

export const referencesAnswer = listOf(
  answer<KnownGood>()(
    closedObject({ cardId: idText(), cardName: text(), referenceId: idText(), name: text(), unit: text() }),
  ),
);

const usage = answer<Usage>()(
  closedObject({
    how: oneOf('measured', 'mentioned', 'card', 'block', 'checked'),
    what: text(),
    stepId: textOrNull(),
    stepTitle: text(),
    planId: idText(),
    planTitle: text(),
    version: amount(),
    state: oneOf('draft', 'inReview', 'released', 'retired'),
    lines: listOf(text()),
  }),
);

export const usagesAnswer = listOf(usage);

export const checksAnswer = listOf(
  answer<CardCheck>()(
    closedObject({ planId: idText(), cardId: idText(), cardName: text(), check: physicalCheckSchema.required() }),
  ),
);
