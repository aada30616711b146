import { unitIdentitySchema } from '@probe-trail/core/codes';
import { repairSchema, type VehicleRepair, type VisitCodes } from '@probe-trail/core/repair';
import { closedObject, idText } from '@probe-trail/core/schema';
import { customerAnswers, sideFindingSchema, type VehicleFinding } from '@probe-trail/core/sideFinding';
import type { CodeOverTime, ToldUnits, VehicleSheet } from '@probe-trail/core/vehicle';
import { amount, answer, keyOf, listOf, text, textOrNull } from '../answer/index.js';
import { odometerAnswer, vehicleAnswer } from '../vehicle/answers.js';

const codeOverTime = answer<CodeOverTime>()(
  closedObject({
    unitId: idText(),
    code: text(),
    failureType: textOrNull(),
    text: text(),
    firstAtMs: amount(),
    lastAtMs: amount(),
    sheets: amount(),
  }),
);

const findingAnswer = closedObject({ answer: keyOf(customerAnswers), saidBy: text(), atMs: amount(), by: text() });

const sideFinding = answer<VehicleFinding>()(
  closedObject({
    jobId: idText(),
    findingId: idText(),
    finding: sideFindingSchema.required(),
    atMs: amount(),
    by: text(),
    answer: findingAnswer.nullable().defined(),
    doneOn: textOrNull(),
  }),
);

const vehicleRepair = answer<VehicleRepair>()(
  closedObject({
    jobId: idText(),
    repairId: idText(),
    repair: repairSchema.required(),
    atMs: amount(),
    by: text(),
    failedBecause: textOrNull(),
    madeGoodOn: textOrNull(),
  }),
);

const visitCodes = answer<VisitCodes>()(closedObject({ jobId: idText(), atMs: amount(), codes: listOf(text()) }));

const toldUnits = answer<ToldUnits>()(
  closedObject({
    jobId: idText(),
    takenAtMs: amount(),
    units: listOf(closedObject({ unitId: idText(), identity: unitIdentitySchema.required() })),
  }),
);

export const vehicleSheetAnswer = answer<VehicleSheet>()(
  closedObject({
    vehicle: vehicleAnswer.required(),
    odometer: listOf(odometerAnswer),
    codes: listOf(codeOverTime),
    visits: listOf(visitCodes),
    sideFindings: listOf(sideFinding),
    repairs: listOf(vehicleRepair),
    toldUnits: listOf(toldUnits),
  }),
);
