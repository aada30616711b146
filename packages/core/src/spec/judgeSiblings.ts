import { formatQuantity, formatReading, type Reading } from '../reading/index.js';
import { judgeReading, type UncertaintyOf, type Verdict, verdictOf, worstOf } from './judge.js';
import { type JudgedSeries, numberIn } from './series.js';
import type { SiblingsSpec } from './spec.js';
import { alike, bandZones, oddCases, several, tidy } from './zonesOf.js';

/**
 * Judges alike things against each other: each against the median of the others. Where one alone differs, it is the odd one out, and
 * the others are judged without it: a gross error must not make its neighbours look wrong.
 * @param readings one for each member, in their order
 */
export function judgeSiblings(
  spec: SiblingsSpec,
  readings: readonly Reading[],
  uncertaintyOf: UncertaintyOf,
): JudgedSeries {
  const all = readings.map((reading, index) => ({ index, reading, uncertainty: uncertaintyOf(reading) }));
  const odd = oddOneOf(spec, all);
  const verdicts = all.map((one) =>
    judgeMember(
      spec,
      one,
      all.filter((other) => other !== one && other !== odd),
    ),
  );
  const rows = all.map(({ reading, index }) => ({
    label: spec.members[index]?.name ?? '',
    reading,
    verdict: verdicts[index] as Verdict,
  }));
  return { rows, reading: undefined, verdict: overall(spec, all, verdicts, odd) };
}

interface Member {
  readonly index: number;
  readonly reading: Reading;
  readonly uncertainty: number | null;
}

/** The member without which the others are alike; with two there is no telling which. */
function oddOneOf(spec: SiblingsSpec, all: readonly Member[]): Member | undefined {
  if (all.length < 3 || isAlike(spec, all)) return undefined;
  const byDistance = [...all].sort((a, b) => distanceOf(b, all) - distanceOf(a, all));
  const farthest = byDistance[0] as Member;
  // Two that are as far from the rest as each other: neither is the odd one.
  const isTie = byDistance[1] !== undefined && distanceOf(byDistance[1], all) === distanceOf(farthest, all);
  return !isTie &&
    isAlike(
      spec,
      all.filter((one) => one !== farthest),
    )
    ? farthest
    : undefined;
}

const isAlike = (spec: SiblingsSpec, members: readonly Member[]): boolean =>
  members.every((one) => {
    const others = members.filter((other) => other !== one);
    return others.length === 0 || apart(numberIn(one.reading), medianOf(others)) <= spreadAt(spec, medianOf(others));
  });

const distanceOf = (one: Member, all: readonly Member[]): number =>
  apart(numberIn(one.reading), medianOf(all.filter((other) => other !== one)));

// OL and OL are alike, though neither is a number to subtract.
const apart = (a: number, b: number): number => (a === b ? 0 : Math.abs(a - b));

function medianOf(members: readonly Member[]): number {
  const sorted = members.map(({ reading }) => numberIn(reading)).sort((a, b) => a - b);
  const middle = sorted.length / 2;
  const [low = 0, high = low] =
    sorted.length % 2 === 1 ? [sorted[Math.floor(middle)]] : sorted.slice(middle - 1, middle + 1);
  return low === high ? low : tidy((low + high) / 2);
}

const spreadAt = ({ spread, as }: SiblingsSpec, median: number): number =>
  as === 'percent' ? tidy((Math.abs(median) * spread) / 100) : spread;

function judgeMember(spec: SiblingsSpec, { reading, uncertainty }: Member, others: readonly Member[]): Verdict {
  const median = medianOf(others);
  const spread = spreadAt(spec, median);
  // The median is as uncertain as the readings that it is taken from.
  const least = Math.min(...others.map((other) => other.uncertainty ?? 0));
  const line = Number.isFinite(median)
    ? bandZones(tidy(median - spread), tidy(median + spread))
    : bandZones(median, null);
  const says = `The median of the others is ${formatQuantity(median, spec.unit)}.`;
  return judgeReading({ line, uncertainty: least, says }, reading, uncertainty);
}

function overall(
  spec: SiblingsSpec,
  all: readonly Member[],
  verdicts: readonly Verdict[],
  odd: Member | undefined,
): Verdict {
  if (odd) {
    const zone = oddCases(spec)[odd.index] ?? several;
    return verdictOf(zone, verdicts[odd.index]?.kind ?? 'outOfSpec', sayOdd(spec, odd, all));
  }
  const zone = isAlike(spec, all) ? alike : several;
  return verdictOf(
    zone,
    worstOf(verdicts),
    zone === alike ? sayAlike(spec, all) : `They are further apart than ${saySpread(spec)}.`,
  );
}

const saySpread = ({ spread, as, unit }: SiblingsSpec) =>
  as === 'percent' ? `${spread} %` : formatQuantity(spread, unit);

function sayOdd(spec: SiblingsSpec, { reading, index }: Member, all: readonly Member[]): string {
  const median = medianOf(all.filter((other) => other.index !== index));
  return `${spec.members[index]?.name} shows ${formatReading(reading)}, the others about ${formatQuantity(median, spec.unit)}; ${saySpread(spec)} apart is allowed.`;
}

function sayAlike(spec: SiblingsSpec, all: readonly Member[]): string {
  const numbers = all.map(({ reading }) => numberIn(reading));
  const apart = tidy(Math.max(...numbers) - Math.min(...numbers));
  return Number.isFinite(apart) ? `They are ${formatQuantity(apart, spec.unit)} apart at most.` : 'They all show OL.';
}
