import type { Plan } from '@probe-trail/core/plan';

/** A suspect for a plan of a story. */
export const aSuspect = (id: string, name: string, weight: number): Plan['suspects'][number] => ({
  id,
  name,
  kind: 'part',
  weight,
  repair: `Repair the ${name}.`,
  afterRepair: 'It runs.',
  companions: [],
  tasks: [],
  weightBecause: '',
  proofStepIds: [],
});
