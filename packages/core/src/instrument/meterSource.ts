import { number, string } from 'yup';
import { type Checked, closedObject, largestNumber } from '../schema/index.js';

/** The meter over the network that a reading was taken from. */
export const meterSourceSchema = closedObject({
  identity: string()
    .required()
    .max(200)
    .meta({ description: 'what it says that it is: maker, model, number, version' }),
  range: number().min(0).max(largestNumber).nullable().defined().meta({
    description: 'the end of the range that it used; null: it does not say',
  }),
  unit: string().required().max(20).meta({ description: 'of that range' }),
});
export type MeterSource = Checked<typeof meterSourceSchema>;
