import { referenceSchema } from '../../captureSource/index.js';
import { physicalCheckSchema } from '../../physicalCheck/index.js';
import { lengthsOf, lengthsOfCase } from '../../schema/index.js';
import { pathPointSchema, pathSchema } from './currentPath.js';
import { clampSchema, hookUpSchema, leadAtSchema, leadSchema } from './hookUp.js';
import { cardValueSchema, connectorSchema, partCardSchema, pinSchema, wireSchema } from './partCard.js';
import {
  blockInputSchema,
  conclusionSchema,
  filledInputSchema,
  inputSchema,
  outcomeSchema,
  planSchema,
  stepReadingSchema,
  stepSchema,
  suspectSchema,
  taskSchema,
} from './plan.js';

/** How long the texts of each part of a plan may be. */
export const planLengths = {
  plan: lengthsOf(planSchema),
  suspect: lengthsOf(suspectSchema),
  task: lengthsOf(taskSchema),
  input: lengthsOf(inputSchema),
  blockInput: lengthsOf(blockInputSchema),
  filledInput: lengthsOf(filledInputSchema),
  step: lengthsOf(stepSchema),
  reading: lengthsOf(stepReadingSchema),
  outcome: lengthsOf(outcomeSchema),
  conclusion: lengthsOf(conclusionSchema),
  hookUp: lengthsOf(hookUpSchema),
  lead: lengthsOf(leadSchema),
  /** Of a place that is no pin. */
  place: lengthsOfCase(leadAtSchema, 'place').name,
  clamp: lengthsOf(clampSchema),
  card: lengthsOf(partCardSchema),
  cardValue: lengthsOf(cardValueSchema),
  physicalCheck: lengthsOf(physicalCheckSchema),
  reference: lengthsOf(referenceSchema),
  connector: lengthsOf(connectorSchema),
  pin: lengthsOf(pinSchema),
  wire: lengthsOf(wireSchema),
  path: lengthsOf(pathSchema),
  pathPoint: lengthsOf(pathPointSchema),
};
