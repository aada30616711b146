import {
  bulletinSchema,
  type PlanCandidate,
  type PlanChoice,
  type PlanFit,
  type PlanReason,
  type RankedPlan,
} from '@probe-trail/core/choosing';
import type { FaultCode } from '@probe-trail/core/codes';
import { closedObject, idText, unionByKind } from '@probe-trail/core/schema';
import { amount, answer, listOf, oneOf, text, textOrNull } from '../answer/index.js';

const texts = () => listOf(text());

const faultCode = answer<FaultCode>()(closedObject({ code: text(), failureType: textOrNull() }));

const planCandidate = answer<PlanCandidate>()(
  closedObject({
    planId: idText(),
    version: amount(),
    title: text(),
    appliesTo: closedObject({ lines: texts(), engines: texts(), codes: texts(), complaints: texts() }).required(),
    expectedMinutes: amount(),
    tools: texts(),
    uses: amount(),
    found: listOf(closedObject({ title: text(), count: amount() })),
  }),
);

const planFit = answer<PlanFit>()(
  unionByKind({
    fits: closedObject({ kind: oneOf('fits'), by: oneOf('lineAndEngine', 'line', 'anyVehicle') }),
    otherLine: closedObject({ kind: oneOf('otherLine'), lines: texts() }),
    otherEngine: closedObject({ kind: oneOf('otherEngine'), engines: texts() }),
  }),
);

const planReason = answer<PlanReason>()(
  unionByKind({
    code: closedObject({ kind: oneOf('code'), code: text() }),
    complaint: closedObject({ kind: oneOf('complaint'), phrase: text(), words: texts() }),
  }),
);

const rankedPlan = answer<RankedPlan>()(
  closedObject({ candidate: planCandidate.required(), fit: planFit, reasons: listOf(planReason), score: amount() }),
);

export const planChoiceAnswer = answer<PlanChoice>()(
  closedObject({
    request: closedObject({ codes: listOf(faultCode), complaint: text(), line: text(), engine: text() }).required(),
    codes: listOf(faultCode),
    plans: listOf(rankedPlan),
    bulletins: listOf(bulletinSchema),
  }),
);
