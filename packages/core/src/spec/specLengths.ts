import { boundsOf, lengthsOf } from '../schema/index.js';
import { driveSchema, driveValueSchema } from './driveSpec.js';
import { changeSchema, countSchema, sweepSchema } from './spec.js';
import { zoneSchema } from './specFields.js';

/** How long the texts of limits may be. */
export const specLengths = {
  zone: lengthsOf(zoneSchema),
  change: lengthsOf(changeSchema),
  sweep: lengthsOf(sweepSchema),
  count: lengthsOf(countSchema),
  drive: lengthsOf(driveValueSchema),
};

/** Between what the numbers of limits may lie. */
export const specBounds = { drive: boundsOf(driveSchema) };
