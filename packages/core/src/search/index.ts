import { number, object, string } from 'yup';

/** What can be found, in the order in which it is shown. */
export const searchKinds = {
  vehicle: 'Vehicles',
  job: 'Jobs',
  plan: 'Plans',
  part: 'Parts and pins',
  code: 'Fault codes',
  note: 'Notes',
} as const;

export type SearchKind = keyof typeof searchKinds;

export interface SearchHit {
  readonly kind: SearchKind;
  /** Id of the vehicle, job or plan that it leads to. */
  readonly ref: string;
  readonly title: string;
  /** A piece of the text in which it was found; what was found stands between ⟦ and ⟧. */
  readonly detail: string;
}

/** Whether what was found bears each of these words somewhere, whole or in part. */
export function bearsWords({ title, detail }: SearchHit, words: string): boolean {
  const text = `${title} ${detail.replaceAll(/[⟦⟧]/g, '')}`.toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

export interface SearchAnswer {
  readonly hits: readonly SearchHit[];
}

/** Query of `GET /api/search`. */
export const searchQuerySchema = object({
  words: string().required('Say what to look for').max(200),
  most: number().integer().min(1).max(50),
});

const mostWords = 8;

/**
 * A full-text query that finds every beginning of these words, in any order; `undefined` when there is no word.
 * Each is quoted, so nothing that is typed can be taken for an operator.
 */
export function toMatch(text: string): string | undefined {
  const words = text.split(/\s+/).filter((word) => /[\p{L}\d]/u.test(word));
  return words.length === 0
    ? undefined
    : words
        .slice(0, mostWords)
        .map((word) => `"${word.replaceAll('"', '')}"*`)
        .join(' ');
}

/** A detail as pieces, those that were found marked. */
export const piecesOf = (detail: string): readonly { readonly text: string; readonly isFound: boolean }[] =>
  detail
    .split(/(⟦[^⟧]*⟧)/)
    .filter((piece) => piece !== '')
    .map((piece) =>
      piece.startsWith('⟦') ? { text: piece.slice(1, -1), isFound: true } : { text: piece, isFound: false },
    );
