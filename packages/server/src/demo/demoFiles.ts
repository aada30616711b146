import { newSheetSchema } from '@probe-trail/core/codes';
import { instrumentSchema } from '@probe-trail/core/instrument';
import { jobEventSchema } from '@probe-trail/core/job';
import { type Checked, closedObject, idText } from '@probe-trail/core/schema';
import { trailEventSchema } from '@probe-trail/core/trail';
import { newVehicleSchema } from '@probe-trail/core/vehicle';
import { array, number, string } from 'yup';

/** Files of the demo world that bundle what is otherwise sent one after the other. */
export const demoVehiclesSchema = array(
  newVehicleSchema
    .shape({
      vehicleId: idText(),
      odometer: array(
        closedObject({ text: string().required(), daysAgo: number().required().min(0) }).required(),
      ).required(),
    })
    .required(),
).required();

/** Instruments, whose calibration is due so many days from when the demo world is made. */
export const demoInstrumentsSchema = array(
  instrumentSchema
    .omit(['calibrationDueAtMs'])
    .shape({ dueInDays: number().integer().nullable().defined() })
    .required(),
).required();

export const demoJobSchema = closedObject({
  jobId: idText(),
  endedMinutesAgo: number().required().min(0),
  events: array(jobEventSchema).required().min(1),
  sheets: array(closedObject({ takenBy: string().required(), sheet: newSheetSchema.required() }).required()).required(),
  trails: array(closedObject({ trailId: idText(), events: array(trailEventSchema).required() }).required())
    .optional()
    .meta({ description: 'trails that ended on this visit; their times are counted as those of the job' }),
  drives: array(
    closedObject({
      name: string().required(),
      by: string().required(),
      atMs: number().required().min(0),
      seconds: number().required().integer().min(1).max(600),
      values: array(string().required()).required().min(1),
      repaired: array(string().required()).required().meta({ description: 'causes that are repaired by then' }),
      marksAtSeconds: array(number().required()).required(),
    }).required(),
  )
    .optional()
    .meta({ description: 'drives that were recorded on this visit, as its stand-in tells them' }),
});

export type DemoJob = Checked<typeof demoJobSchema>;
