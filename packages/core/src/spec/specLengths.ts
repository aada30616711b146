import { lengthsOf } from '../schema/index.js';
import { driveSchema } from './driveSpec.js';
import { changeSchema, countSchema, sweepSchema } from './spec.js';
import { zoneSchema } from './specFields.js';

/** How long the texts of limits may be. */
export const specLengths = {
  zone: lengthsOf(zoneSchema),
  change: lengthsOf(changeSchema),
  sweep: lengthsOf(sweepSchema),
  count: lengthsOf(countSchema),
  drive: lengthsOf(driveSchema),
};
