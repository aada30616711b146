import { type Lengths, lengthsOfCase } from '../schema/index.js';
import { type JobEventKind, type JobEventOf, jobEventSchema } from './jobEvent.js';

/** How long the texts of an entry of this kind may be. */
export const jobEventLengths = <Kind extends JobEventKind>(kind: Kind) =>
  lengthsOfCase(jobEventSchema, kind) as Lengths<JobEventOf<Kind>>;
