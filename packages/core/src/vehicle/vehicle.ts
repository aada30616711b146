import { array, number, string } from 'yup';
import { type Checked, closedObject, dayText, draftText, idText, lengthsOf, versionNumber } from '../schema/index.js';

const vehicleFields = {
  fleetNumber: string().required('Give the fleet number').trim('${path} begins or ends with a space').max(20),
  plate: draftText(20),
  vin: draftText(40).meta({ description: 'as it stands on the vehicle; checked, never refused' }),
  lineId: idText(),
  modelYear: number().nullable().defined().integer().min(1950).max(2100),
  engine: draftText(40),
  inServiceSince: dayText().meta({ description: 'a day, such as 2031-04-17; empty where it is not known' }),
  notOriginal: array(string().label('Non-original equipment').required().max(200))
    .required()
    .max(50)
    .meta({ description: 'what was added, replaced by another kind, or taken off' }),
};

/** Body of `POST /api/vehicles`. */
export const newVehicleSchema = closedObject(vehicleFields);

/** Body of `PUT /api/vehicles/:vehicleId`: `revision` is the one that the sender has seen. */
export const vehicleChangeSchema = closedObject({ ...vehicleFields, revision: versionNumber() });

export const vehicleParamsSchema = closedObject({ vehicleId: idText() });

export type NewVehicle = Checked<typeof newVehicleSchema>;
export type VehicleChange = Checked<typeof vehicleChangeSchema>;

/** One vehicle of the workshop. */
export interface Vehicle extends NewVehicle {
  readonly vehicleId: string;
  /** Goes up with every change, so that nobody overwrites what they have not seen. */
  readonly revision: number;
}

/** Body of `POST /api/vehicles/:vehicleId/odometer`. */
export const newOdometerSchema = closedObject({
  text: string().required('Type what the odometer shows').max(30),
  because: draftText(200).meta({ description: 'why it shows less than before; empty where it does not' }),
});

export type NewOdometer = Checked<typeof newOdometerSchema>;

/** The odometer as somebody read it. */
export interface OdometerReading {
  readonly km: number;
  readonly text: string;
  readonly because: string;
  readonly atMs: number;
  readonly by: string;
}

/** How long the texts of an odometer reading may be. */
export const odometerLengths = lengthsOf(newOdometerSchema);
