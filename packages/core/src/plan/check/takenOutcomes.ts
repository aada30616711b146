import { casesOfReading } from '../../spec/index.js';
import { outcomeFor } from '../document/outcomeFor.js';
import type { Outcome, Step } from '../document/plan.js';

/** A case of a step: the zone of each of its readings, by reading id. */
export type Case = ReadonlyMap<string, string>;

// Five readings of five zones are 3125 cases; more than this is not a step that a person could follow.
const mostCases = 20_000;

/** The cases of a step; of a step with too many, the first of them. */
export function firstCases(step: Step): readonly Case[] {
  const cases: Case[] = [];
  for (const one of allCases(step)) if (cases.push(one) >= mostCases) break;
  return cases;
}

function* allCases(step: Step, from = 0, chosen: Case = new Map()): Generator<Case> {
  const reading = step.readings[from];
  if (!reading) {
    yield chosen;
    return;
  }
  for (const { id } of casesOfReading(reading)) yield* allCases(step, from + 1, new Map([...chosen, [reading.id, id]]));
}

const known = new WeakMap<Step, readonly Outcome[]>();

/**
 * The outcomes of a step that some case comes to. The others are dead: no trail goes their way, whatever they say. Where a step has too many
 * cases to look at, any of them may be taken. Made once for each step, as every rule about ways asks (benchmark: plan check of a 500-step plan).
 */
export function takenOutcomes(step: Step): readonly Outcome[] {
  const already = known.get(step);
  if (already) return already;
  const cases = firstCases(step);
  const taken = new Set(cases.map((one) => outcomeFor(step, one)));
  const outcomes = cases.length >= mostCases ? step.outcomes : step.outcomes.filter((outcome) => taken.has(outcome));
  known.set(step, outcomes);
  return outcomes;
}
