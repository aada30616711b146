import { stamp, type Unstamped } from '../log/index.js';
import type { JobEvent } from './jobEvent.js';

/** An entry of a job as somebody makes it. */
export type NewJobEvent = Unstamped<JobEvent>;

/** The entry with its id, time (ms since 1970) and person. */
export const stampJobEvent = stamp<JobEvent>;
