import { type Outcome, type Plan, type Step, type Suspect, suspectsNamedBy } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { chancesExpected } from './expected.js';

// One wrong reading must not decide everything: an outcome that should be impossible keeps this small chance.
export const minLikelihood = 0.02;

/** What an outcome says of a suspect by itself: 1, `minLikelihood`, or `neutralLikelihood` where it does not speak of it. */
export function leaningOf({ clears, pointsTo }: Pick<Outcome, 'clears' | 'pointsTo'>, suspectId: string): number {
  if (pointsTo.includes(suspectId)) return 1;
  return clears.includes(suspectId) || pointsTo.length > 0 ? minLikelihood : neutralLikelihood;
}

/** The same of an outcome among those of its step, before it is shared out over them: see `evidenceModel`. */
function leaningAt(outcome: Outcome, step: Step, suspectId: string): number {
  const expected = chancesExpected(step, suspectId);
  if (expected) return Math.max(minLikelihood, expected.get(outcome.id) ?? 0);
  if (outcome.expects.includes(suspectId)) return 1;
  const leaning = leaningOf(outcome, suspectId);
  if (leaning !== neutralLikelihood) return leaning;
  if (step.outcomes.some(({ expects }) => expects.includes(suspectId))) return minLikelihood;
  return step.outcomes.some(({ pointsTo }) => pointsTo.includes(suspectId)) ? weakLikelihood : neutralLikelihood;
}

/**
 * Something that is not on the list is always possible: against all suspects together it weighs this much. It makes no outcome likelier than
 * another, but for those that point to somebody, and so it grows with every suspect that is cleared.
 */
export const offListPrior = 0.01;

/** What is cleared and pointed to says of something that is not on the list. */
export const offListLeaning = ({ pointsTo }: Pick<Outcome, 'pointsTo'>): number =>
  pointsTo.length > 0 ? weakLikelihood : neutralLikelihood;

/** Of a suspect of which nothing is said; where it stands at every outcome it cancels out. */
const neutralLikelihood = 0.5;
// Nothing is said of the suspect here, and another outcome points to it: that one is likelier, and this one not out of the question.
const weakLikelihood = 0.2;

/** A step as evidence. */
export interface StepModel {
  readonly step: Step;
  /** P(outcome | suspect), by outcome and then by suspect, both in the order of the plan; over the outcomes it makes 1. */
  readonly chances: readonly Float64Array[];
  /** The same as evidence: a suspect of which every outcome speaks against keeps the least likelihood at each, as none of them is what it would show. */
  readonly likelihoods: readonly Float64Array[];
  /** P(outcome | the cause is not on the list), by outcome. */
  readonly offList: Float64Array;
}

/** A plan as evidence: what each suspect would make each step come out as. */
export interface EvidenceModel {
  readonly suspects: readonly Suspect[];
  /** P(suspect) before anything is known; makes 1. */
  readonly prior: Float64Array;
  readonly steps: ReadonlyMap<string, StepModel>;
}

type AddedSuspects = Trail['added']['suspects'];
const nothingAdded: AddedSuspects = {};

/**
 * P(outcome | suspect), from what the author has marked. For an outcome of a step and a suspect, the first that holds:
 * 1. What the step's readings are expected to show of the suspect (`chancesExpected`), but at least `minLikelihood`.
 * 2. The outcome points to the suspect, or is expected of it: 1.
 * 3. It clears the suspect, or points to others alone: `minLikelihood`.
 * 4. Another outcome of the step is expected of the suspect: `minLikelihood`.
 * 5. Another outcome of the step points to the suspect: `weakLikelihood`.
 * 6. Nothing is said: `neutralLikelihood`.
 * Over the outcomes of a step they are made to sum to 1. A step that was there before a suspect was added on a trail was written without it in
 * mind: it says nothing of that suspect, unless it names it.
 * @param added how many steps the plan had when each suspect was added on the trail, by its id
 */
export const evidenceModel = (plan: Plan, added: AddedSuspects = nothingAdded): EvidenceModel => ({
  suspects: plan.suspects,
  prior: shared(Float64Array.from(plan.suspects, ({ weight }) => weight)),
  steps: new Map(plan.steps.map((step, at) => [step.id, stepModel(plan, step, (id) => at < (added[id] ?? 0))])),
});

const models = new WeakMap<Plan, EvidenceModel>();

/**
 * The plan of a trail as evidence, with what was added to it on the way. Made once for each document, as documents are never changed in place,
 * and what is added makes another one. Benchmark: the proof of a trail of 300 waymarks and 20 sheets.
 */
export function modelOf({ plan, added }: Pick<Trail, 'plan' | 'added'>): EvidenceModel {
  const known = models.get(plan);
  if (known) return known;
  const model = evidenceModel(plan, added.suspects);
  models.set(plan, model);
  return model;
}

function stepModel({ suspects }: Plan, step: Step, cameLater: (suspectId: string) => boolean): StepModel {
  const named = new Set(suspectsNamedBy(step));
  const unknown = new Set(suspects.flatMap(({ id }) => (cameLater(id) && !named.has(id) ? [id] : [])));
  const leanings = step.outcomes.map((outcome) =>
    Float64Array.from(suspects, ({ id }) => (unknown.has(id) ? neutralLikelihood : leaningAt(outcome, step, id))),
  );
  const sums = suspects.map((_, suspect) => leanings.reduce((sum, byOutcome) => sum + (byOutcome[suspect] ?? 0), 0));
  const isAgainstAll = suspects.map((_, suspect) =>
    leanings.every((byOutcome) => byOutcome[suspect] === minLikelihood),
  );
  const share = (leaning: number, suspect: number) => leaning / (sums[suspect] || 1);
  const offList = Float64Array.from(step.outcomes, offListLeaning);
  return {
    step,
    chances: leanings.map((byOutcome) => byOutcome.map(share)),
    likelihoods: leanings.map((byOutcome) =>
      byOutcome.map((leaning, suspect) => (isAgainstAll[suspect] ? minLikelihood : share(leaning, suspect))),
    ),
    offList: shared(offList),
  };
}

/** Shares that make 1; even where all are nothing, as then nothing is known. */
export function shared(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => (total > 0 ? weight / total : 1 / weights.length));
}
