import { repairSchema, type VehicleRepair } from '@probe-trail/core/repair';
import { closedObject, idText } from '@probe-trail/core/schema';
import type { CodeOverTime, SideFinding, VehicleSheet } from '@probe-trail/core/vehicle';
import { amount, answer, listOf, text, textOrNull } from '../answer/index.js';
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

const sideFinding = answer<SideFinding>()(closedObject({ jobId: idText(), text: text(), by: text(), atMs: amount() }));

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

export const vehicleSheetAnswer = answer<VehicleSheet>()(
  closedObject({
    vehicle: vehicleAnswer.required(),
    odometer: listOf(odometerAnswer),
    codes: listOf(codeOverTime),
    sideFindings: listOf(sideFinding),
    repairs: listOf(vehicleRepair),
  }),
);
