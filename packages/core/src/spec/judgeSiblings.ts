import { formatQuantity, formatReading, type Reading } from '../reading/index.js';
import { judgeReading, type UncertaintyOf, type Verdict, verdictOf, worstOf } from './judge.js';
import { numberIn } from './numberIn.js';
import type { JudgedSeries } from './series.js';
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
  const without = (one: Member) => all.filter((other) => other !== one);
  const candidates = all.filter((one) => isAlike(spec, without(one)));
  const [first, second] = candidates
    .map((one) => ({ one, distance: apart(numberIn(one.reading), medianOf(without(one))) }))
    .sort((a, b) => (a.distance === b.distance ? 0 : b.distance - a.distance));
  // Two that are as far from the rest as each other, to the digits that were read: neither is the odd one.
  const isTie = second !== undefined && first !== undefined && apart(first.distance, second.distance) <= slackOf(all);
  return isTie ? undefined : first?.one;
}

/** What differs by less is the same as far as anybody has read. */
const slackOf = (members: readonly Member[]): number => 1e-6 * leastTold(members);

/** The coarsest digit that members were read to. */
const leastTold = (members: readonly Member[]): number =>
  Math.max(0, ...members.map(({ reading }) => (reading.kind === 'exact' ? reading.resolution : 0)));

const isAlike = (spec: SiblingsSpec, members: readonly Member[]): boolean => alikeBy[spec.rule](spec, members);

type IsAlike = (spec: SiblingsSpec, members: readonly Member[]) => boolean;

/** When members are alike: each near the median of the others, or the largest near the smallest. */
const alikeBy: Readonly<Record<SiblingsSpec['rule'], IsAlike>> = {
  median: (spec, members) =>
    members.every((one) => {
      const others = members.filter((other) => other !== one);
      const median = medianOf(others);
      return others.length === 0 || apart(numberIn(one.reading), median) <= spreadAt(spec, median) + slackOf(members);
    }),
  spread: (spec, members) => {
    const numbers = members.map(({ reading }) => numberIn(reading));
    return apart(Math.max(...numbers), Math.min(...numbers)) <= spreadAt(spec, medianOf(members)) + slackOf(members);
  },
};

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
  if (spec.rule === 'spread') return judgeBySpread(spec, { reading, uncertainty }, others);
  const median = medianOf(others);
  // A percentage of nothing allows nothing: then what was read as the same is as alike as can be told.
  const spread = median === 0 && spec.as === 'percent' ? leastTold(others) : spreadAt(spec, median);
  // The median is as uncertain as the readings that it is taken from.
  const least = Math.min(...others.map((other) => other.uncertainty ?? 0));
  const line = Number.isFinite(median)
    ? bandZones(tidy(median - spread), tidy(median + spread))
    : bandZones(median, null);
  const text = `The median of the others is ${formatQuantity(median, spec.unit)}.`;
  return judgeReading({ line, uncertainty: least, text }, reading, uncertainty);
}

/** One member by how far it may be from the largest and from the smallest of the others. */
function judgeBySpread(
  spec: SiblingsSpec,
  { reading, uncertainty }: Omit<Member, 'index'>,
  others: readonly Member[],
): Verdict {
  const numbers = others.map((other) => numberIn(other.reading));
  const [largest, smallest, spread] = [Math.max(...numbers), Math.min(...numbers), spreadAt(spec, medianOf(others))];
  // Others that are farther apart than that already leave no room for any: then it is held against each alone.
  const [from, to] = [tidy(largest - spread), tidy(smallest + spread)];
  const line =
    Number.isFinite(from) && from <= to ? bandZones(from, to) : bandZones(Math.min(from, to), Math.max(from, to));
  const least = Math.min(...others.map((other) => other.uncertainty ?? 0));
  const text = `The others are ${formatQuantity(smallest, spec.unit)} to ${formatQuantity(largest, spec.unit)}.`;
  return judgeReading({ line, uncertainty: least, text }, reading, uncertainty);
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
  return verdictOf(zone, worstOf(verdicts), zone === alike ? sayAlike(spec, all) : saySeveral(spec, all));
}

const saySpread = ({ spread, as, unit }: SiblingsSpec) =>
  as === 'percent' ? `${spread} %` : formatQuantity(spread, unit);

function sayOdd(spec: SiblingsSpec, { reading, index }: Member, all: readonly Member[]): string {
  const median = medianOf(all.filter((other) => other.index !== index));
  return `${spec.members[index]?.name} shows ${formatReading(reading)}, the others about ${formatQuantity(median, spec.unit)}; ${saySpread(spec)} apart is allowed.`;
}

/** Which of several differ: those that are farther from the median of all than is allowed; the two ends, where only their distance is. */
function saySeveral(spec: SiblingsSpec, all: readonly Member[]): string {
  const median = medianOf(all);
  const allowed = spreadAt(spec, median) / (spec.rule === 'spread' ? 2 : 1) + slackOf(all);
  const far = all.filter(({ reading }) => apart(numberIn(reading), median) > allowed);
  const ends = [...all].sort((a, b) => numberIn(a.reading) - numberIn(b.reading));
  const named = far.length > 0 ? far : [ends[0], ends.at(-1)].filter((one) => one !== undefined);
  const names = named.map(({ index, reading }) => `${spec.members[index]?.name} with ${formatReading(reading)}`);
  return `They are further apart than ${saySpread(spec)}: ${names.join(', ')}.`;
}

function sayAlike(spec: SiblingsSpec, all: readonly Member[]): string {
  const numbers = all.map(({ reading }) => numberIn(reading));
  const apart = tidy(Math.max(...numbers) - Math.min(...numbers));
  return Number.isFinite(apart) ? `They are ${formatQuantity(apart, spec.unit)} apart at most.` : 'They all show OL.';
}
