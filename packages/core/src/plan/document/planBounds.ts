import { actuatorUseSchema } from '../../actuator/index.js';
import { liveReadingSchema } from '../../liveValue/index.js';
import { boundsOf } from '../../schema/index.js';
import { pathPointSchema, pathSectionSchema } from './currentPath.js';
import { effortSchema } from './plan.js';

/** Between what the numbers of each part of a plan may lie. */
export const planBounds = {
  effort: boundsOf(effortSchema),
  live: boundsOf(liveReadingSchema),
  actuator: boundsOf(actuatorUseSchema),
  pathPoint: boundsOf(pathPointSchema),
  pathSection: boundsOf(pathSectionSchema),
};
