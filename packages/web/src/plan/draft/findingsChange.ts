import type { Finding } from '@probe-trail/core/plan';

/** What the plan check finds, as a change of what it found before: a number is the place of the same finding there. */
export type FindingsChange = readonly (Finding | number)[];

/** Says what stayed by its place alone, for one plan check after the other. */
export function makeFindingsChange(): (found: readonly Finding[]) => FindingsChange {
  let places: ReadonlyMap<string, number> = new Map();
  return (found) => {
    const texts = found.map((finding) => JSON.stringify(finding));
    const change = found.map((finding, index) => places.get(texts[index] ?? '') ?? finding);
    places = new Map(texts.map((text, index) => [text, index]));
    return change;
  };
}

/** The findings that a change gives; those that stayed are the same objects. */
export const withFindingsChange = (before: readonly Finding[], change: FindingsChange): readonly Finding[] =>
  change.flatMap((one) => (typeof one === 'number' ? (before[one] ?? []) : one));
