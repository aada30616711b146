import { type CommonCause, findCommonCauses, type SheetUnit } from '../codes/index.js';
import type { Line } from '../vehicle/index.js';

/** A stretch of time in which a unit answered, or did not. It goes on until the next one begins. */
export interface Stretch {
  readonly fromMs: number;
  readonly isThere: boolean;
}

/** What a watch over the buses knows of one unit. */
export interface UnitPresence {
  readonly unitId: string;
  /** The oldest first; never two of the same kind behind each other. */
  readonly stretches: readonly Stretch[];
  /** How often it answered and then did not, since the losses were last set back. */
  readonly losses: number;
}

/** The units that were heard of, by their ids. */
export type BusWatch = ReadonlyMap<string, UnitPresence>;

export interface Seen {
  readonly unitId: string;
  readonly atMs: number;
  readonly isThere: boolean;
}

// A unit that comes and goes for hours must not fill the device: the newest stretches are kept.
const mostStretches = 400;

/** The watch with one more answer, or one more silence. It is the same watch where that changes nothing. */
export function withSeen(watch: BusWatch, { unitId, atMs, isThere }: Seen): BusWatch {
  const before = watch.get(unitId) ?? { unitId, stretches: [], losses: 0 };
  const last = before.stretches.at(-1);
  if (last?.isThere === isThere) return watch;
  const losses = before.losses + (last && !isThere ? 1 : 0);
  const stretches = [...before.stretches, { fromMs: atMs, isThere }].slice(-mostStretches);
  return new Map([...watch, [unitId, { unitId, stretches, losses }]]);
}

/** The same watch with the losses counted from now on. */
export const withoutLosses = (watch: BusWatch): BusWatch =>
  new Map([...watch].map(([unitId, presence]) => [unitId, { ...presence, losses: 0 }]));

/** Whether a unit answers now; `undefined`: it was not asked yet. */
export const isThereNow = (presence: UnitPresence | undefined): boolean | undefined =>
  presence?.stretches.at(-1)?.isThere;

/** Whether a unit has not answered once. */
export const wasNeverThere = ({ stretches }: UnitPresence): boolean => stretches.every(({ isThere }) => !isThere);

/**
 * What the units share that are silent now, or that were lost: a bus, a feed, a ground. The best explanation first.
 * @see findCommonCauses
 */
export function causesOfLoss(watch: BusWatch, line: Line): readonly CommonCause[] {
  const units = line.units.flatMap(({ id, name }): readonly SheetUnit[] => {
    const presence = watch.get(id);
    if (!presence) return [];
    const isIll = presence.losses > 0 || isThereNow(presence) === false;
    return [{ unitId: id, name, answer: isIll ? 'silent' : 'answered' }];
  });
  // A part does not answer for itself: nothing is known of it here.
  return findCommonCauses({ units, codes: [] }, { ...line, parts: [] });
}
