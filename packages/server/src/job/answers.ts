import type { MissedPlan } from '@probe-trail/core/choosing';
import { type JobListItem, type JobLog, jobEventSchema, standings, type Unplugged } from '@probe-trail/core/job';
import { closedObject, idText } from '@probe-trail/core/schema';
import { amount, answer, keyOf, listOf, text } from '../answer/index.js';
import { codeSheet } from '../codes/answers.js';
import { trailListAnswer } from '../trail/answers.js';

const jobListItem = answer<JobListItem>()(
  closedObject({
    jobId: idText(),
    vehicleId: idText(),
    fleetNumber: text(),
    complaint: text(),
    takenInAtMs: amount(),
    lastEventAtMs: amount(),
    assignedTo: text(),
    waitsFor: text(),
    standing: keyOf(standings),
    at: text(),
  }),
);

const unplugged = answer<Unplugged>()(closedObject({ what: text(), atMs: amount(), by: text() }));

export const jobListAnswer = listOf(jobListItem);

export const jobLogAnswer = answer<JobLog>()(
  closedObject({
    jobId: idText(),
    events: listOf(jobEventSchema),
    sheets: listOf(codeSheet),
    trails: trailListAnswer,
    unplugged: listOf(unplugged),
  }),
);

const missedPlan = answer<MissedPlan>()(
  closedObject({ jobId: idText(), fleetNumber: text(), wanted: text(), by: text(), atMs: amount() }),
);

export const missedPlansAnswer = listOf(missedPlan);
