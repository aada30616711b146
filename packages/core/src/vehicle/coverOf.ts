import type { Cover } from './line.js';

/** How a cover stands for one vehicle on one day. */
export type CoverState =
  | { readonly kind: 'runs'; readonly monthsLeft: number | null; readonly kmLeft: number | null }
  | { readonly kind: 'ended'; readonly by: 'age' | 'distance' }
  | { readonly kind: 'unknown'; readonly missing: 'inServiceSince' | 'odometer' };

interface CoverFacts {
  /** A day such as `2031-04-17`; empty where it is not known. */
  readonly inServiceSince: string;
  /** Newest odometer in kilometres; `undefined` where none was read. */
  readonly km: number | undefined;
  /** The day for which it is asked, such as `2033-01-05`. */
  readonly today: string;
}

/**
 * Whether a cover (a warranty by age and distance, whichever ends first) still runs.
 * The day on which the months are full is the last one covered, and so is the kilometre.
 */
export function coverOf({ months, km }: Cover, facts: CoverFacts): CoverState {
  const age = ageInMonths(facts.inServiceSince, facts.today);
  if (months !== null && age !== undefined && isOver(age, months)) return { kind: 'ended', by: 'age' };
  if (km !== null && facts.km !== undefined && facts.km > km) return { kind: 'ended', by: 'distance' };
  if (months !== null && age === undefined) return { kind: 'unknown', missing: 'inServiceSince' };
  if (km !== null && facts.km === undefined) return { kind: 'unknown', missing: 'odometer' };
  return {
    kind: 'runs',
    monthsLeft: months === null ? null : months - (age?.months ?? 0),
    kmLeft: km === null ? null : km - (facts.km ?? 0),
  };
}

interface Age {
  readonly months: number;
  /** Days beyond the last full month. */
  readonly days: number;
}

const isOver = ({ months, days }: Age, limit: number) => months > limit || (months === limit && days > 0);

function ageInMonths(from: string, to: string): Age | undefined {
  const [start, end] = [dayOf(from), dayOf(to)];
  if (!start || !end) return undefined;
  const months = (end.year - start.year) * 12 + end.month - start.month;
  // A month that has no such day ends with its last one.
  const dueDay = Math.min(start.day, daysInMonth(end.year, end.month));
  return end.day < dueDay ? { months: months - 1, days: 1 } : { months, days: end.day - dueDay };
}

function dayOf(text: string) {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text);
  return match && { year: Number(match[1]), month: Number(match[2]), day: Number(match[3]) };
}

const daysInMonth = (year: number, month: number): number =>
  month === 2
    ? year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0)
      ? 29
      : 28
    : [4, 6, 9, 11].includes(month)
      ? 30
      : 31;

/** A cover's state in words, distances as `format` gives them. */
export function sayCover(state: CoverState, format: (km: number) => string): string {
  switch (state.kind) {
    case 'ended':
      return state.by === 'age' ? 'expired (age)' : 'expired (distance)';
    case 'unknown':
      return state.missing === 'odometer' ? 'not known: no odometer was read' : 'not known: no day of first service';
    case 'runs': {
      const left = [
        ...(state.monthsLeft === null ? [] : [`${state.monthsLeft} ${state.monthsLeft === 1 ? 'month' : 'months'}`]),
        ...(state.kmLeft === null ? [] : [format(state.kmLeft)]),
      ];
      return left.length === 0 ? 'no end' : `${left.join(' or ')} left`;
    }
  }
}
