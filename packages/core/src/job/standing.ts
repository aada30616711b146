import type { Job } from './job.js';
import type { ProofVerdict } from './proofVerdict.js';
import { type Stage, stages } from './stage.js';

/** The stations of a job, in the order of the workshop. */
export const stations = {
  arrived: 'arrived',
  confirmed: 'confirmed',
  codes: 'codes',
  testing: 'testing',
  cause: 'cause',
  repair: 'repair',
  proof: 'proof',
  returned: 'returned',
} as const;

export type Station = keyof typeof stations;

/** Where a job stands: the station that is due, `null` once all are done, and what is to be done there. */
export const standings = {
  toConfirm: { due: 'confirmed', label: 'confirm the complaint' },
  toReadCodes: { due: 'codes', label: 'read the codes' },
  toChoosePlan: { due: 'testing', label: 'choose a plan' },
  testing: { due: 'testing', label: 'testing' },
  toAcceptCause: { due: 'cause', label: 'look at the cause' },
  toRepair: { due: 'repair', label: 'repair it' },
  mending: { due: 'repair', label: stages.mending },
  proving: { due: 'proof', label: stages.proving },
  ready: { due: 'returned', label: stages.ready },
  gone: { due: null, label: stages.gone },
} as const satisfies Record<string, { readonly due: Station | null; readonly label: string }>;

export type Standing = keyof typeof standings;

export interface StandingFacts {
  readonly stage: Stage;
  readonly complaintCheck: 'confirmed' | 'notReproduced' | null;
  /** Whether a code sheet is kept. */
  readonly hasSheet: boolean;
  /** Whether a repair stands. */
  readonly isRepaired: boolean;
  /** What the proof came to when it was closed; `null` while it is not. */
  readonly provenAs: ProofVerdict | null;
  readonly trails: readonly TrailFacts[];
}

/** How far a trail has come: at a step, at a conclusion that nobody has accepted yet (both `null`), or concluded. */
export interface TrailFacts {
  readonly atStep: string | null;
  readonly concludedWith: string | null;
}

const isOpen = ({ concludedWith }: TrailFacts): boolean => concludedWith === null;

/** Where a job stands: where it was moved to by hand, otherwise what its trails, its complaint and its codes leave to do. */
export function standingOf({ stage, complaintCheck, hasSheet, isRepaired, trails }: StandingFacts): Standing {
  if (stage === 'mending' && isRepaired) return 'proving';
  if (stage !== 'open') return stage;
  const openTrail = trails.findLast(isOpen);
  if (openTrail) return openTrail.atStep === null ? 'toAcceptCause' : 'testing';
  if (isRepaired) return 'proving';
  if (trails.length > 0) return 'toRepair';
  if (complaintCheck === null) return 'toConfirm';
  return hasSheet ? 'toChoosePlan' : 'toReadCodes';
}

/** How a station stands: its facts are there, it is the one to work at, it was passed without its facts, or it comes later. */
export type StationPlace = 'done' | 'due' | 'missed' | 'ahead';

/** How each station of a job stands, in their order. */
export function stationPlaces(facts: StandingFacts): Readonly<Record<Station, StationPlace>> {
  const { due } = standings[standingOf(facts)];
  const order = Object.keys(stations) as Station[];
  const dueAt = due === null ? order.length : order.indexOf(due);
  const placeOf = (station: Station, at: number): StationPlace => {
    if (station === due) return 'due';
    if (hasFacts(station, facts)) return 'done';
    return at < dueAt ? 'missed' : 'ahead';
  };
  return Object.fromEntries(order.map((station, at) => [station, placeOf(station, at)])) as Record<
    Station,
    StationPlace
  >;
}

function hasFacts(
  station: Station,
  { stage, complaintCheck, hasSheet, isRepaired, provenAs, trails }: StandingFacts,
): boolean {
  switch (station) {
    case 'arrived':
      return true;
    case 'confirmed':
      return complaintCheck !== null;
    case 'codes':
      return hasSheet;
    case 'testing':
      return trails.length > 0 && !trails.some((trail) => isOpen(trail) && trail.atStep !== null);
    case 'cause':
      return trails.some((trail) => !isOpen(trail)) && !trails.some(isOpen);
    case 'repair':
      return isRepaired;
    case 'proof':
      return provenAs !== null;
    case 'returned':
      return stage === 'gone';
  }
}

/** What a line of the board says beside the complaint: the open step, the cause that was found, or that the complaint did not show. */
export function sayWhereAt({ complaintCheck, trails }: StandingFacts): string {
  const openTrail = trails.findLast(isOpen);
  if (openTrail) return openTrail.atStep ?? 'at its conclusion';
  const found = trails.at(-1)?.concludedWith;
  return found ?? (complaintCheck === 'notReproduced' ? 'complaint not reproduced' : '');
}

export const complaintCheckOf = ({ complaintCheck }: Pick<Job, 'complaintCheck'>) => complaintCheck?.result ?? null;
