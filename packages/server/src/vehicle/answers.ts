import { closedObject, idText } from '@probe-trail/core/schema';
import {
  lineSchema,
  newVehicleSchema,
  type OdometerReading,
  type Vehicle,
  type VehicleListItem,
} from '@probe-trail/core/vehicle';
import { amount, answer, listOf, text } from '../answer/index.js';

export const vehicleAnswer = answer<Vehicle>()(newVehicleSchema.shape({ vehicleId: idText(), revision: amount() }));

const vehicleListItem = answer<VehicleListItem>()(
  closedObject({
    vehicleId: idText(),
    fleetNumber: text(),
    plate: text(),
    lineId: idText(),
    engine: text(),
    openJobs: amount(),
  }),
);

export const vehicleListAnswer = listOf(vehicleListItem);

export const odometerAnswer = answer<OdometerReading>()(
  closedObject({ km: amount(), text: text(), because: text(), atMs: amount(), by: text() }),
);

export const lineAnswer = lineSchema;

export const linesAnswer = listOf(lineSchema);
