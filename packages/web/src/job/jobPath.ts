import type { Standing } from '@probe-trail/core/job';

/** The stops on the way of a job through the workshop, in their order. */
export const stops = ['atTheGate', 'complaintSeen', 'onTheTrail', 'causeFound', 'mending', 'proving', 'ready'] as const;

/** At which stop a standing is; past the last one when the vehicle is gone. */
export function stopOf(standing: Standing): number {
  if (standing === 'gone') return stops.length;
  return stops.indexOf(standing === 'notReproduced' ? 'complaintSeen' : standing);
}
