import { pointsAt, type Strength, strengthsFor } from '../evidence/index.js';
import type { Job } from '../job/index.js';
import { type Experiment, indexPlan, type Step, type StepReading } from '../plan/index.js';
import type { RecordedRepair } from '../repair/index.js';
import { casesOf, isMeasured } from '../spec/index.js';
import { sayTaken, standingWaymarks, type TakenReading, type Trail, waymarksProving } from '../trail/index.js';
import type { ProofPoint, RepeatedReading } from './proof.js';

/** Every reading that pointed to what was repaired and was not in spec, with the same reading after the repair. */
export function readingPoints(
  job: Pick<Job, 'repairs'>,
  trails: ReadonlyMap<string, Trail>,
  toProve: RecordedRepair | undefined,
): readonly ProofPoint[] {
  if (!toProve) return [];
  const points = new Map<string, ProofPoint>();
  for (const { repair, failedBecause } of job.repairs) {
    const trail = repair.trailId === null ? undefined : trails.get(repair.trailId);
    if (failedBecause !== null || repair.trailId === null || repair.suspectId === null) continue;
    if (!trail) points.set(repair.trailId, unknownTrail(repair.trailId));
    else
      for (const point of ofTrail(repair.trailId, trail, repair.suspectId, toProve.repairId))
        points.set(point.key, point);
  }
  return [...points.values()];
}

const unknownTrail = (trailId: string): ProofPoint => ({
  key: `trail ${trailId}`,
  about: 'reading',
  what: 'The readings that pointed to the cause',
  state: 'missing',
  said: 'This device does not have the trail that named the cause; open it once with the network.',
  minutes: 0,
  again: undefined,
  task: undefined,
});

function ofTrail(trailId: string, trail: Trail, suspectId: string, repairId: string): readonly ProofPoint[] {
  const again = new Map(waymarksProving(trail, repairId).map(({ stepId, taken }) => [stepId, taken]));
  return [...pointedHere(trailId, trail, suspectId, again), ...wantedByPlan(trailId, trail, suspectId, again)];
}

type TakenAgain = ReadonlyMap<string, readonly TakenReading[]>;

function pointedHere(trailId: string, trail: Trail, suspectId: string, again: TakenAgain): readonly ProofPoint[] {
  return strengthsFor(trail, suspectId).flatMap(({ evidence, strength }) => {
    if (evidence.source.kind !== 'step') return [];
    if (!pointsAt(evidence, suspectId) && !speaksFor.has(strength)) return [];
    const { step, waymark } = evidence.source;
    if (!canBeRepeated(step)) return [];
    return waymark.taken.flatMap((before) => {
      const reading = step.readings.find(({ id }) => id === before.readingId);
      if (!reading || !mustChange(reading, before)) return [];
      const after = again.get(step.id)?.find(({ readingId }) => readingId === reading.id);
      return [toPoint({ trailId, step, reading, before, after })];
    });
  });
}

/** What the author wants done after the repair, whether it was done before or not; a reading that pointed to the cause comes first anyway. */
function wantedByPlan(trailId: string, trail: Trail, suspectId: string, again: TakenAgain): readonly ProofPoint[] {
  const { suspects, steps } = indexPlan(trail.plan);
  return (suspects.get(suspectId)?.proofStepIds ?? []).flatMap((stepId) => {
    const step = steps.get(stepId);
    const earlier = standingWaymarks(trail).findLast((waymark) => waymark.stepId === stepId);
    return (step?.readings ?? []).flatMap((reading) => {
      const isIt = ({ readingId }: TakenReading) => readingId === reading.id;
      if (!step || !canBeInSpec(reading)) return [];
      return [
        toPoint({ trailId, step, reading, before: earlier?.taken.find(isIt), after: again.get(stepId)?.find(isIt) }),
      ];
    });
  });
}

const speaksFor: ReadonlySet<Strength> = new Set(['for', 'stronglyFor']);

/** Experiments that take the circuit apart: a sound one shows nothing there that could be in spec. */
const takenApart: readonly Experiment[] = ['swap', 'substitute', 'unplug', 'bridge', 'clearCodes'];

const canBeRepeated = ({ experiment }: Step): boolean => experiment === null || !takenApart.includes(experiment);

/** Whether a reading was not in spec and could be: some only tell one case from another. */
const mustChange = (reading: StepReading, { verdict }: TakenReading): boolean =>
  verdict.kind !== 'inSpec' && verdict.kind !== 'noLimit' && canBeInSpec(reading);

const canBeInSpec = ({ spec }: StepReading): boolean => casesOf(spec).some(({ ok }) => ok);

interface Repeat extends Pick<RepeatedReading, 'trailId' | 'reading' | 'before' | 'after'> {
  readonly step: Step;
}

function toPoint({ trailId, step, reading, before, after }: Repeat): ProofPoint {
  const name = reading.name || step.title;
  const title = reading.spec.kind === 'choice' ? step.title : `${step.title}: ${name}`;
  const point = (state: ProofPoint['state'], said: string): ProofPoint => ({
    key: `reading ${trailId} ${step.id} ${reading.id}`,
    about: 'reading',
    what: reading.spec.kind === 'choice' ? `${title}: in spec` : `${title} in spec`,
    state,
    said,
    minutes: state === 'missing' ? step.effort.minutes : 0,
    again: {
      trailId,
      stepId: step.id,
      reading,
      title,
      before,
      after,
      differences: before && after ? differencesOf(reading, before, after) : [],
    },
    task: undefined,
  });
  const was = before ? `, ${sayShown(before)} before` : '';
  if (!after)
    return point(
      'missing',
      before
        ? `It was ${sayShown(before)}. Measure it again, hooked up in the same way.`
        : 'The plan wants it measured after the repair.',
    );
  const now = sayShown(after);
  switch (after.verdict.kind) {
    case 'inSpec':
      return point('shown', `${now} now${was}.`);
    case 'outOfSpec':
      return point(
        'contradicted',
        `${name} is ${before && before.verdict.kind !== 'inSpec' ? 'still ' : ''}out of spec: ${now}${was}.`,
      );
    case 'tooCloseToCall':
      return point(
        'missing',
        `${now} is too close to call${was}. Measure it in a finer range, or with a better instrument.`,
      );
    case 'noLimit':
      return point('missing', `${now} has no limit to be judged by: ${after.verdict.note}`);
  }
}

/** What is seen is quoted, so that it does not run into the sentence. */
const sayShown = (taken: TakenReading): string =>
  taken.entry?.kind === 'chosen' ? `“${sayTaken(taken)}”` : sayTaken(taken);

const noteless = 'the limits of the plan.';

/** What was not the same the second time. */
function differencesOf({ spec }: StepReading, before: TakenReading, after: TakenReading): readonly string[] {
  const instrument =
    before.instrument !== after.instrument
      ? [
          `Measured with ${after.instrument ?? 'an instrument that is not on the list'}, before with ${before.instrument ?? 'one that is not on the list'}.`,
        ]
      : [];
  const states = Object.entries(after.takenIn).flatMap(([what, is]) => {
    const was = before.takenIn[what];
    return was !== undefined && was !== is ? [`With ${what} ${is}, before with ${what} ${was}.`] : [];
  });
  const limits =
    isMeasured(spec) && before.verdict.note !== after.verdict.note
      ? [`Now: ${after.verdict.note || noteless} Before: ${before.verdict.note || noteless}`]
      : [];
  return [...instrument, ...states, ...limits];
}
