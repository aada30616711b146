import type { Job } from './job.js';
import { type Stage, stages } from './jobEvent.js';

/** Where a job stands, in the workshop's words: what the board shows. */
export type Standing =
  | 'atTheGate'
  | 'notReproduced'
  | 'complaintSeen'
  | 'onTheTrail'
  | 'causeFound'
  | Exclude<Stage, 'open'>;

export const standings = {
  atTheGate: 'at the gate',
  notReproduced: 'not reproduced',
  complaintSeen: 'complaint seen',
  onTheTrail: 'on the trail',
  causeFound: 'cause found',
  mending: stages.mending,
  proving: stages.proving,
  ready: stages.ready,
  gone: stages.gone,
} as const satisfies Record<Standing, string>;

export interface StandingFacts {
  readonly stage: Stage;
  readonly complaintCheck: 'confirmed' | 'notReproduced' | null;
  /** Whether a trail of this job is being walked. */
  readonly hasOpenTrail: boolean;
  /** Whether one has come to its conclusion. */
  readonly hasConclusion: boolean;
}

/** Where a job stands: where it was moved to, otherwise as far as its trails and the check of the complaint have come. */
export function standingOf({ stage, complaintCheck, hasOpenTrail, hasConclusion }: StandingFacts): Standing {
  if (stage !== 'open') return stage;
  if (hasOpenTrail) return 'onTheTrail';
  if (hasConclusion) return 'causeFound';
  if (complaintCheck === 'confirmed') return 'complaintSeen';
  return complaintCheck ?? 'atTheGate';
}

export const complaintCheckOf = ({ complaintCheck }: Job) => complaintCheck?.result ?? null;
