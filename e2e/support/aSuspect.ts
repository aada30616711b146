import { blankSuspect, type Suspect } from '@probe-trail/core/plan';

/** A suspect for a plan of a story. */
export const aSuspect = (id: string, name: string, weight: number): Suspect =>
  blankSuspect(id, name, { weight, repair: `Repair the ${name}.`, afterRepair: 'It runs.' });
