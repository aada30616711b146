import { type Outcome, type Plan, type Step, type Suspect, suspectsNamedBy } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { chancesExpected } from './expected.js';

// One wrong reading must not decide everything: an outcome that should be impossible keeps this small chance.
export const leak = 0.02;

/** What is cleared and pointed to says of a suspect by itself: likely, the leak, or even where it is not spoken of. */
export function leaningOf({ clears, pointsTo }: Pick<Outcome, 'clears' | 'pointsTo'>, suspectId: string): number {
  if (pointsTo.includes(suspectId)) return 1;
  return clears.includes(suspectId) || pointsTo.length > 0 ? leak : evenly;
}

/** The same of an outcome among those of its step, before it is shared out over them: see `evidenceModel`. */
function leaningAt(outcome: Outcome, step: Step, suspectId: string): number {
  const expected = chancesExpected(step, suspectId);
  if (expected) return Math.max(leak, expected.get(outcome.id) ?? 0);
  if (outcome.expects.includes(suspectId)) return 1;
  const leaning = leaningOf(outcome, suspectId);
  if (leaning !== evenly) return leaning;
  if (step.outcomes.some(({ expects }) => expects.includes(suspectId))) return leak;
  return step.outcomes.some(({ pointsTo }) => pointsTo.includes(suspectId)) ? aside : evenly;
}

// Below what is pointed to, above the leak; where it stands at every outcome it cancels out.
const evenly = 0.5;
// Nothing is said of the suspect here, and another outcome points to it: that one is likelier, and this one not out of the question.
const aside = 0.2;

/** A step as evidence. */
export interface StepModel {
  readonly step: Step;
  /** P(outcome | suspect), by outcome and then by suspect, both in the order of the plan; over the outcomes it makes 1. */
  readonly chances: readonly Float64Array[];
  /** The same as evidence: a suspect of which every outcome speaks against keeps the leak at each, as none of them is what it would show. */
  readonly likelihoods: readonly Float64Array[];
}

/** A plan as evidence: what each suspect would make each step come out as. */
export interface EvidenceModel {
  readonly suspects: readonly Suspect[];
  /** P(suspect) before anything is known; makes 1. */
  readonly prior: Float64Array;
  readonly steps: ReadonlyMap<string, StepModel>;
}

const models = new WeakMap<Plan, EvidenceModel>();

/**
 * P(outcome | suspect) from what the author has marked. An outcome that points to a suspect, or is expected of it, is likely for it; one
 * that clears it, or points to others alone, is left the leak, and so is every outcome where another of the step is expected of the suspect;
 * What its readings are expected to show of a suspect goes before all of that: see `chancesExpected`. Where nothing is said the outcomes are even, or a fifth of one that points to it. A step that was there before a suspect was added on a
 * trail was written without it in mind: it says nothing of that suspect, unless it names it. Made once for each document, as documents are never changed in place.
 */
export function evidenceModel(plan: Plan, added: Trail['added']['suspects'] = {}): EvidenceModel {
  const known = models.get(plan);
  if (known) return known;
  const model = {
    suspects: plan.suspects,
    prior: shared(Float64Array.from(plan.suspects, ({ weight }) => weight)),
    steps: new Map(plan.steps.map((step, at) => [step.id, stepModel(plan, step, (id) => at < (added[id] ?? 0))])),
  };
  models.set(plan, model);
  return model;
}

/** The plan of a trail as evidence, with what was added to it on the way. */
export const modelOf = ({ plan, added }: Pick<Trail, 'plan' | 'added'>): EvidenceModel =>
  evidenceModel(plan, added.suspects);

function stepModel({ suspects }: Plan, step: Step, cameLater: (suspectId: string) => boolean): StepModel {
  const named = new Set(suspectsNamedBy(step));
  const unknown = new Set(suspects.flatMap(({ id }) => (cameLater(id) && !named.has(id) ? [id] : [])));
  const leanings = step.outcomes.map((outcome) =>
    Float64Array.from(suspects, ({ id }) => (unknown.has(id) ? evenly : leaningAt(outcome, step, id))),
  );
  const sums = suspects.map((_, suspect) => leanings.reduce((sum, byOutcome) => sum + (byOutcome[suspect] ?? 0), 0));
  const isAgainstAll = suspects.map((_, suspect) => leanings.every((byOutcome) => byOutcome[suspect] === leak));
  const share = (leaning: number, suspect: number) => leaning / (sums[suspect] || 1);
  return {
    step,
    chances: leanings.map((byOutcome) => byOutcome.map(share)),
    likelihoods: leanings.map((byOutcome) =>
      byOutcome.map((leaning, suspect) => (isAgainstAll[suspect] ? leak : share(leaning, suspect))),
    ),
  };
}

/** Shares that make 1; even where all are nothing, as then nothing is known. */
export function shared(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => (total > 0 ? weight / total : 1 / weights.length));
}
