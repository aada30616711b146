import type { LearnedPlan, PlanFound, PlanLessons } from '@probe-trail/core/learning';
import { closedObject, idText } from '@probe-trail/core/schema';
import { boolean } from 'yup';
import { amount, answer, listOf, oneOf, text, yesOrNo } from '../answer/index.js';

export const learnedPlansAnswer = listOf(
  answer<LearnedPlan>()(
    closedObject({
      planId: idText(),
      title: text(),
      versions: listOf(amount()),
      trails: amount(),
      concluded: amount(),
      proven: amount(),
      wrong: amount(),
      readings: amount(),
      tooClose: amount(),
    }),
  ),
);

export const plansFoundAnswer = listOf(
  answer<PlanFound>()(
    closedObject({
      planId: idText(),
      uses: amount(),
      found: listOf(closedObject({ title: text(), count: amount() })),
    }),
  ),
);

const cause = closedObject({
  suspectId: idText(),
  name: text(),
  weight: amount(),
  proven: amount(),
  fleetWeight: amount(),
  wrong: amount(),
});

const spread = closedObject({ count: amount(), median: amount(), low: amount(), high: amount() });

const step = closedObject({
  stepId: idText(),
  title: text(),
  done: amount(),
  plannedMinutes: amount(),
  minutes: spread.nullable().defined(),
  outcomes: listOf(closedObject({ outcomeId: idText(), meaning: text(), count: amount() })),
  isIdle: yesOrNo(),
  skipped: amount(),
  goneBack: amount(),
  overridden: amount(),
  again: amount(),
  remarks: amount(),
});

const zone = closedObject({ id: idText(), name: text(), meaning: text(), ok: boolean().required() });

const reading = closedObject({
  stepId: idText(),
  readingId: idText(),
  title: text(),
  row: text(),
  state: text(),
  unit: text(),
  line: closedObject({ cuts: listOf(amount()), zones: listOf(zone) })
    .nullable()
    .defined(),
  values: listOf(closedObject({ value: amount(), count: amount(), sound: amount() })),
  count: amount(),
  inSpec: amount(),
  outOfSpec: amount(),
  tooClose: amount(),
  advice: closedObject({
    side: oneOf('lower', 'upper'),
    limit: amount(),
    sound: amount(),
    beyond: amount(),
    proposed: amount(),
  })
    .nullable()
    .defined(),
});

export const planLessonsAnswer = answer<PlanLessons>()(
  closedObject({
    planId: idText(),
    version: amount(),
    title: text(),
    trails: amount(),
    concluded: amount(),
    noFault: amount(),
    proven: amount(),
    causes: listOf(cause),
    offPlan: listOf(closedObject({ cause: text(), count: amount() })),
    steps: listOf(step),
    readings: listOf(reading),
  }),
);
