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

export const vehicleSheetAnswer = answer<VehicleSheet>()(
  closedObject({
    vehicle: vehicleAnswer.required(),
    odometer: listOf(odometerAnswer),
    codes: listOf(codeOverTime),
    sideFindings: listOf(sideFinding),
  }),
);
