import { casesOfReading, type Zone } from '../../spec/index.js';
import { blankOutcome } from '../document/blankPlan.js';
import type { Outcome, Plan, Step, StepReading, Suspect } from '../document/plan.js';
import { leadTo } from './editSteps.js';

/** What can come out of a reading and stands in no outcome of its step yet. */
export function zonesWithoutOutcome({ outcomes }: Pick<Step, 'outcomes'>, reading: StepReading): readonly Zone[] {
  const named = new Set(
    outcomes.flatMap(({ when }) =>
      when.filter(({ readingId }) => readingId === reading.id).flatMap(({ zoneIds }) => zoneIds),
    ),
  );
  return casesOfReading(reading).filter(({ id }) => !named.has(id));
}

/** An outcome that holds whatever comes out, and says nothing of any suspect: only the way on. */
const isOnlyTheWayOn = ({ when, clears, pointsTo, expects, meaning }: Outcome): boolean =>
  when.length + clears.length + pointsTo.length + expects.length === 0 && meaning === '';

/** Whether something can come out of a reading of which no outcome says anything: one for the rest says what its words say. */
export const hasOpenZones = (step: Pick<Step, 'outcomes'>, reading: StepReading): boolean =>
  zonesWithoutOutcome(step, reading).length > 0 &&
  step.outcomes.every((outcome) => outcome.when.length > 0 || isOnlyTheWayOn(outcome));

/**
 * The step with an outcome for each zone of a reading that none speaks of: all that are in spec share one, and one that was only the way
 * on becomes that. Those out of spec stand before it and lead nowhere yet.
 * @param newId gives a new id with each call
 */
export function addOutcomesOfZones(step: Step, readingId: string, newId: () => string): Step {
  const reading = step.readings.find(({ id }) => id === readingId);
  if (!reading) return step;
  const left = zonesWithoutOutcome(step, reading);
  const when = (zones: readonly Zone[]) => [{ readingId, zoneIds: zones.map(({ id }) => id) }];
  const good = left.filter(({ ok }) => ok);
  const bad = left.filter(({ ok }) => !ok).map((zone) => blankOutcome(newId(), { when: when([zone]) }));
  if (good.length === 0) return { ...step, outcomes: [...bad, ...step.outcomes] };
  const wayOn = step.outcomes.find(isOnlyTheWayOn);
  const others = step.outcomes.filter((outcome) => outcome !== wayOn);
  return { ...step, outcomes: [...others, ...bad, { ...(wayOn ?? blankOutcome(newId())), when: when(good) }] };
}

/**
 * Lets an outcome that points to one suspect and leads nowhere yet lead to the conclusion that names this suspect alone. Where there is
 * none, or more than one, nothing changes.
 */
export function leadToOwnConclusion(plan: Plan, stepId: string, outcomeId: string): Plan {
  const outcome = plan.steps.find(({ id }) => id === stepId)?.outcomes.find(({ id }) => id === outcomeId);
  if (outcome?.goTo.kind !== 'nowhere' || outcome.pointsTo.length !== 1) return plan;
  const own = plan.conclusions.filter(
    ({ suspectIds }) => suspectIds.length === 1 && suspectIds[0] === outcome.pointsTo[0],
  );
  const [only] = own;
  return only && own.length === 1
    ? leadTo(plan, stepId, outcomeId, { kind: 'conclusion', conclusionId: only.id })
    : plan;
}

/** The suspects that no conclusion names. */
export function suspectsWithoutConclusion({ conclusions, suspects }: Plan): readonly Suspect[] {
  const named = new Set(conclusions.flatMap(({ suspectIds }) => suspectIds));
  return suspects.filter(({ id }) => !named.has(id));
}

/** The plan with a conclusion for each of these, under its name. */
export function concludeEachSuspect(plan: Plan, newId: () => string): Plan {
  const added = suspectsWithoutConclusion(plan).map(({ id, name }) => ({
    id: newId(),
    title: name,
    summary: '',
    suspectIds: [id],
  }));
  return { ...plan, conclusions: [...plan.conclusions, ...added] };
}
