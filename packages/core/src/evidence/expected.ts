import type { Expectation, Outcome, Step, StepReading } from '../plan/index.js';
import { isFixed, zonesOf } from '../spec/index.js';
import type { TakenReading } from '../trail/index.js';

/** Shares of the cases of a reading, by the id of the case; they make 1. */
type CaseShares = ReadonlyMap<string, number>;

/**
 * P(outcome | suspect) from what the readings of a step are expected to show, by outcome id: the shares of the zones that are expected, or of
 * the zones in which the expected range lies, along the outcomes in their order. `undefined` where nothing is expected of the suspect.
 */
export function chancesExpected(step: Step, suspectId: string): ReadonlyMap<string, number> | undefined {
  const shares = new Map(
    step.readings.flatMap((reading) => {
      const expected = reading.expects.find((one) => one.suspectId === suspectId);
      const ofCases = expected && casesExpected(reading, expected);
      return ofCases ? [[reading.id, ofCases] as const] : [];
    }),
  );
  if (shares.size === 0) return undefined;
  let left = 1;
  const chances = new Map<string, number>();
  for (const outcome of step.outcomes) {
    const chance = left * chanceOf(outcome, shares);
    chances.set(outcome.id, chance);
    left -= chance;
  }
  return chances;
}

/** How likely the conditions of an outcome hold; of a reading of which nothing is expected they may. */
const chanceOf = ({ when }: Outcome, shares: ReadonlyMap<string, CaseShares>): number =>
  when.reduce((chance, { readingId, zoneIds }) => {
    const ofCases = shares.get(readingId);
    return ofCases ? chance * zoneIds.reduce((sum, id) => sum + (ofCases.get(id) ?? 0), 0) : chance;
  }, 1);

/** `undefined` for a range that is not written yet, and for one whose zones are not known before the limits are computed. */
function casesExpected({ spec }: StepReading, expected: Expectation): CaseShares | undefined {
  if (expected.kind === 'zones') return evenly(expected.zoneIds);
  if (expected.min === null && expected.max === null) return undefined;
  if (!isFixed(spec)) return undefined;
  const { cuts, zones } = zonesOf(spec);
  const [from, to] = [expected.min ?? Number.NEGATIVE_INFINITY, expected.max ?? Number.POSITIVE_INFINITY];
  const lengths = zones.map((zone, at) => {
    const start = Math.max(from, cuts[at - 1] ?? Number.NEGATIVE_INFINITY);
    const end = Math.min(to, cuts[at] ?? Number.POSITIVE_INFINITY);
    return { id: zone.id, length: end - start };
  });
  const touched = lengths.filter(({ length }) => length > 0 || (from === to && length === 0));
  const whole = touched.reduce((sum, { length }) => sum + length, 0);
  // Of a range without an end, or of one value, no zone has more than another.
  if (!Number.isFinite(whole) || whole === 0) return evenly(touched.map(({ id }) => id));
  return new Map(touched.map(({ id, length }) => [id, length / whole]));
}

const evenly = (ids: readonly string[]): CaseShares => new Map(ids.map((id) => [id, 1 / ids.length]));

/**
 * The suspects that would have made the readings of a step show something else, although the outcome may be the same: 4 V and 0 V are both
 * too low, and an open wire shows 0 V.
 */
export function suspectsMissed(step: Step, taken: readonly TakenReading[]): readonly string[] {
  return step.readings.flatMap(({ id, expects }) => {
    const shown = taken.find(({ readingId }) => readingId === id);
    return shown ? expects.filter((one) => !fits(one, shown)).map(({ suspectId }) => suspectId) : [];
  });
}

function fits(expected: Expectation, { reading, verdict }: TakenReading): boolean {
  if (expected.kind === 'zones') return expected.zoneIds.includes(verdict.zone.id);
  if (!reading) return true;
  const [from, to] = [expected.min ?? Number.NEGATIVE_INFINITY, expected.max ?? Number.POSITIVE_INFINITY];
  if (reading.kind === 'exact') {
    const off = verdict.uncertainty ?? reading.resolution / 2;
    return reading.value + off >= from && reading.value - off <= to;
  }
  if (reading.kind === 'overload')
    return reading.side === 'above' ? to === Number.POSITIVE_INFINITY : from === Number.NEGATIVE_INFINITY;
  return reading.side === 'above' ? to >= reading.bound : from <= reading.bound;
}
