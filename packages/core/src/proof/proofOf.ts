import { type Job, type ProofVerdict, repairToProve } from '../job/index.js';
import { standingEntries } from '../log/index.js';
import { indexPlan } from '../plan/index.js';
import { cutText } from '../text/index.js';
import { placeOfTrail, type Trail } from '../trail/index.js';
import { codePoints } from './codePoints.js';
import type { Proof, ProofInput, ProofPoint } from './proof.js';
import { readingPoints } from './readingPoints.js';
import { taskPoints } from './taskPoints.js';
import { trialPoints } from './trialPoints.js';

/**
 * What must be shown before a vehicle goes back, and what has been: the readings that pointed to the cause again and in spec, the codes gone
 * under the conditions in which they came back, the units that were silent, the complaint gone under its own conditions, self-tests passed.
 * Order is taken from the logs and not from clocks, as those of devices differ.
 * @returns `undefined` where nothing is to be proven: nothing was repaired, and nobody found that there is no fault
 */
export function proofOf({ job, events, sheets, trails }: ProofInput): Proof | undefined {
  const repair = repairToProve(job);
  if (!repair && !isWithoutFault(job, [...trails.values()])) return undefined;
  const standing = standingEntries(events);
  const points = [
    ...readingPoints(job, trails, repair),
    ...(repair ? taskPoints(job, trails) : []),
    ...codePoints({ job, events: standing, sheets, trails }, repair),
    ...trialPoints(job, repair),
  ];
  return {
    repair,
    points,
    verdict: verdictOf(points),
    minutesLeft: points.reduce((sum, { minutes }) => sum + minutes, 0),
  };
}

/** Whether the complaint could not be reproduced, or a trail came to the end that there is no fault. */
const isWithoutFault = ({ complaintCheck }: Job, trails: readonly Trail[]): boolean =>
  complaintCheck?.result === 'notReproduced' || trails.some(foundNothing);

function foundNothing(trail: Trail): boolean {
  const at = placeOfTrail(trail);
  if (at.kind !== 'concluded') return false;
  return indexPlan(trail.plan).conclusions.get(at.conclusionId)?.suspectIds.length === 0;
}

/** One thing that speaks against it outweighs all that speaks for it; what cannot be shown counts once nothing is missing. */
export function verdictOf(points: readonly Pick<ProofPoint, 'state'>[]): ProofVerdict {
  const has = (state: ProofPoint['state']) => points.some((point) => point.state === state);
  if (has('contradicted')) return 'notProven';
  if (has('missing')) return has('shown') ? 'partlyProven' : 'notProven';
  return has('notPossible') ? 'notPossible' : 'proven';
}

/** The verdict in a sentence, with what is missing and what that takes, or with what speaks against it. */
export function sayProof({ repair, points, verdict, minutesLeft }: Proof): string {
  const those = (state: ProofPoint['state']) => points.filter((point) => point.state === state);
  const [against, missing] = [those('contradicted'), those('missing')];
  if (against.length > 0)
    return `Not proven: ${against.length === 1 ? (against[0]?.said ?? '') : `${against.length} things speak against it.`}`;
  if (missing.length > 0) {
    const left = `${missing.length === 1 ? 'one thing is' : `${missing.length} things are`} still to be shown, about ${minutesLeft} min.`;
    return verdict === 'partlyProven' ? `Partly proven: ${left}` : `Not proven yet: ${left}`;
  }
  if (verdict === 'notPossible')
    return repair
      ? 'It cannot be proven here: the complaint shows only now and then. Say what to watch for and when to come back.'
      : 'No fault was found. Say what to watch for and when to come back.';
  return 'Proven: all that had to be shown was shown.';
}

/** What a closed proof keeps of what was not shown. */
export const openPoints = ({ points }: Proof): readonly string[] =>
  points
    .filter(({ state }) => state !== 'shown')
    .slice(0, mostOpen)
    .map(({ what, said }) => cutText(`${what}: ${said}`, longest));

// As an entry of the job keeps them.
const mostOpen = 60;
const longest = 300;
