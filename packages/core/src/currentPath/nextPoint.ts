import { accessLevels, type CurrentPath, type PathSection } from '../plan/index.js';
import { formatPlain } from '../reading/index.js';
import { locate, type PathReadings } from './locate.js';

/** The point to measure next, with the reason. */
export interface NextPoint {
  readonly pointId: string;
  /** Such as “halves what is left: 2 min, under the bonnet”. */
  readonly reason: string;
}

const leastMinutes = 0.5;
const accessOrder = Object.keys(accessLevels);

/**
 * The point that is expected to tell most for the minutes it takes, by the entropy of the two sides of it that the fault can lie on, weighted by the sections;
 * ties go to the easier access. The supply comes first, as everything is compared with it.
 * @param weightOf how likely the fault lies in a section, against the others
 * @returns `undefined` where one section is left, or where no point lies between
 */
export function nextPoint(
  path: CurrentPath,
  readings: PathReadings,
  weightOf: (section: PathSection) => number = () => 1,
): NextPoint | undefined {
  const [first] = path.points;
  if (first && !readings.volts.has(first.id))
    return { pointId: first.id, reason: 'the supply, with which all others are compared' };
  const { between } = locate(path, readings);
  if (!between) return undefined;
  const [from, to] = between;
  // A weight of nothing is no reason never to look there.
  const weights = path.sections.map((section) => Math.max(1e-6, weightOf(section)));
  const sum = (start: number, end: number) => weights.slice(start, end).reduce((all, one) => all + one, 0);
  const candidates = path.points.slice(from + 1, to).map((point, index) => {
    const share = sum(from, from + 1 + index) / sum(from, to);
    const minutes = Math.max(leastMinutes, point.minutes);
    return { point, share, minutes, score: entropy(share) / minutes };
  });
  const best = candidates.sort(
    (a, b) => b.score - a.score || accessOrder.indexOf(a.point.access) - accessOrder.indexOf(b.point.access),
  )[0];
  return best && { pointId: best.point.id, reason: sayReason(best) };
}

function sayReason({
  share,
  minutes,
  point,
}: {
  share: number;
  minutes: number;
  point: CurrentPath['points'][number];
}): string {
  const smaller = Math.min(share, 1 - share);
  const tells =
    smaller > 0.4 ? 'halves what is left' : `splits off ${Math.max(1, Math.round(smaller * 100))} % of what is left`;
  return `${tells}: ${formatPlain(minutes)} min, ${accessLevels[point.access]}`;
}

const bits = (chance: number) => (chance > 0 ? -chance * Math.log2(chance) : 0);
const entropy = (share: number) => bits(share) + bits(1 - share);
