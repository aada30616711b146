import { accessLevels, type Step, type Suspect } from '../plan/index.js';
import { formatPlain } from '../reading/index.js';
import { type Trail, unmetNeeds } from '../trail/index.js';
import { takesApart } from '../vehicleState/index.js';
import { type EvidenceModel, modelOf, type StepModel, shared } from './evidenceModel.js';
import { evidenceOf, toSeen } from './lineUp.js';
import { posterior } from './posterior.js';

/** A step not done yet, with what it is expected to tell. */
export interface NextTest {
  readonly step: Step;
  /** Expected fall of the uncertainty about the cause, in bits. */
  readonly bits: number;
  /** Minutes of the step, those to bring the vehicle into the state that it needs, and one for the risk of taking something apart. */
  readonly minutes: number;
  /** Such as “tells the feed from the ground: 4 min, under the bonnet”. */
  readonly reason: string;
}

// Moving the vehicle from one state to another, such as ignition off and doors shut.
const minutesForState = 1;
// Codes that are made by unplugging, clips that break: between two tests that tell as much, the other one.
const minutesForRisk = 1;
const leastMinutes = 0.5;
/** Below it a step tells nothing worth a sentence. */
const leastBits = 0.01;

const accessOrder = Object.keys(accessLevels);

/**
 * The steps not done yet by the expected fall of entropy per minute, the best first; ties go to the easier access. Steps that tell nothing
 * are left out. (Mutual information of outcome and suspect: Shannon 1948.)
 */
export function nextTests(trail: Trail): readonly NextTest[] {
  const model = modelOf(trail);
  const seen = evidenceOf(trail);
  // Among the suspects alone: of what is not on the list no test is known.
  const chances = shared(posterior(model, seen.map(toSeen)).shares);
  const done = new Set(seen.flatMap(({ source }) => (source.kind === 'step' ? source.step.id : [])));
  return [...model.steps.values()]
    .filter(({ step }) => !done.has(step.id))
    .map((test) => ({ test, bits: bitsOf(test, chances), minutes: minutesOf(trail, test.step) }))
    .filter(({ bits }) => bits >= leastBits)
    .sort(
      (a, b) =>
        b.bits / b.minutes - a.bits / a.minutes ||
        accessOrder.indexOf(a.test.step.effort.access) - accessOrder.indexOf(b.test.step.effort.access),
    )
    .map(({ test, bits, minutes }) => ({
      step: test.step,
      bits,
      minutes,
      reason: `${sayTelling(model, test, chances)}: ${formatPlain(minutes)} min, ${accessLevels[test.step.effort.access]}${takesApart(test.step.needs) ? ', something is taken apart' : ''}`,
    }));
}

function minutesOf(trail: Trail, step: Step): number {
  const moves = unmetNeeds(trail, step.needs).length > 0 ? minutesForState : 0;
  const risk = takesApart(step.needs) ? minutesForRisk : 0;
  return Math.max(leastMinutes, step.effort.minutes + moves + risk);
}

const bits = (chance: number): number => (chance > 0 ? chance * Math.log2(chance) : 0);

/** Expected fall of entropy in bits: I(outcome; suspect) = Σ p(s) Σ P(o|s) log P(o|s) − Σ P(o) log P(o). */
export function bitsOf({ chances: byOutcome, step }: StepModel, posterior: Float64Array): number {
  if (step.outcomes.length < 2) return 0;
  const known = knownOf(byOutcome);
  let told = 0;
  for (let suspect = 0; suspect < posterior.length; suspect += 1)
    told += (posterior[suspect] ?? 0) * (known[suspect] ?? 0);
  for (const chances of byOutcome) {
    let chance = 0;
    for (let suspect = 0; suspect < posterior.length; suspect += 1)
      chance += (posterior[suspect] ?? 0) * (chances[suspect] ?? 0);
    told -= bits(chance);
  }
  return Math.max(0, told);
}

/** Σ P(o|s) log P(o|s) of each suspect. */
function knownOf(byOutcome: readonly Float64Array[]): Float64Array {
  const sums = new Float64Array(byOutcome[0]?.length ?? 0);
  for (const chances of byOutcome)
    chances.forEach((chance, suspect) => {
      sums[suspect] = (sums[suspect] ?? 0) + bits(chance);
    });
  return sums;
}

// The likeliest few are what is still in question.
const mostCompared = 8;

/** Which two of the likeliest suspects a step tells apart best. */
function sayTelling({ suspects }: EvidenceModel, { chances }: StepModel, posterior: Float64Array): string {
  const likeliest = [...posterior.keys()]
    .sort((a, b) => (posterior[b] ?? 0) - (posterior[a] ?? 0))
    .slice(0, mostCompared);
  let best = { apart: 0, one: 0, other: 0 };
  for (const [at, one] of likeliest.entries())
    for (const other of likeliest.slice(at + 1)) {
      const distance = chances.reduce((sum, by) => sum + Math.abs((by[one] ?? 0) - (by[other] ?? 0)), 0) / 2;
      const apart = distance * (posterior[one] ?? 0) * (posterior[other] ?? 0);
      if (apart > best.apart) best = { apart, one, other };
    }
  const name = (suspect: number) => nameOf(suspects[suspect]);
  return best.apart > 0 ? `tells ${name(best.one)} from ${name(best.other)}` : 'tells a little of all of them';
}

const nameOf = (suspect: Suspect | undefined): string => suspect?.name || (suspect?.id ?? '');
