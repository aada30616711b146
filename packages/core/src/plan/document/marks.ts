import type { Outcome, Plan, Step, Suspect } from './plan.js';

/** What an outcome says of a suspect. `expects`: that suspect would make the step come out so. */
export const marks = { pointsTo: 'points to', clears: 'clears', expects: 'expects' } as const;

export type Mark = keyof typeof marks;

const kinds = Object.keys(marks) as Mark[];

/** What an outcome says of a suspect; `undefined` where it says nothing. */
export const markOf = (outcome: Outcome, suspectId: string): Mark | undefined =>
  kinds.find((kind) => outcome[kind].includes(suspectId));

/** The outcome saying this of the suspect, and nothing else of it; `undefined` to say nothing. */
export function withMark(outcome: Outcome, suspectId: string, mark: Mark | undefined): Outcome {
  const without = (ids: readonly string[]) => ids.filter((id) => id !== suspectId);
  const silent = {
    ...outcome,
    pointsTo: without(outcome.pointsTo),
    clears: without(outcome.clears),
    expects: without(outcome.expects),
  };
  return mark ? { ...silent, [mark]: [...silent[mark], suspectId] } : silent;
}

/**
 * What a step says of a suspect by its outcomes together, as a text to compare: two suspects with the same text are not told apart by it.
 * An outcome that points to others speaks against a suspect as one that clears it does.
 */
export const signatureOf = ({ outcomes }: Step, suspectId: string): string =>
  outcomes
    .map((outcome) => {
      const mark = markOf(outcome, suspectId);
      if (mark === 'clears') return '-';
      return mark ? '+' : outcome.pointsTo.length > 0 ? '-' : '?';
    })
    .join('');

/** Pairs of suspects that no step of the plan tells apart, in the order of the plan. */
export function pairsNotToldApart({ suspects, steps }: Plan): readonly (readonly [Suspect, Suspect])[] {
  const signatures = suspects.map(({ id }) => steps.map((step) => signatureOf(step, id)).join('|'));
  return suspects.flatMap((first, index) =>
    suspects
      .slice(index + 1)
      .flatMap((second, offset) =>
        signatures[index] === signatures[index + 1 + offset] ? [[first, second] as const] : [],
      ),
  );
}
