import { commaMeanings } from '../reading/index.js';

/** What a comma in a number stands for. */
export const commaRoles = { decimal: 'a decimal mark', thousands: 'between thousands' } as const;
export type CommaRole = keyof typeof commaRoles;

/** How the commas in the numbers of a file were read. */
export interface CommasRead {
  readonly role: CommaRole;
  /** Whether the file itself tells, by a number that can only be read so. */
  readonly isSure: boolean;
  /** The first number that could be read either way, as it stands and as it was read. */
  readonly example: { readonly text: string; readonly readAs: string };
}

const onlyDecimal = /(?:^|[^\d.,])(?:0,\d+|\d+,(?:\d{1,2}|\d{4,}))(?![\d,])/;
const onlyThousands = /\d,\d{3}(?:,\d{3}|\.\d)/;
const number = /[<>]?[+-−]?\d[\d.,]*/g;

/**
 * How the commas of a file are to be read: as a number in it shows that can be read in one way only, else as thousands, as limits are written with
 * three decimals less often.
 * @param chosen what somebody has said they are
 * @returns `undefined` where no number could be read either way
 */
export function commasIn(texts: readonly string[], chosen?: CommaRole): CommasRead | undefined {
  const unclear = texts
    .flatMap((text) => text.match(number) ?? [])
    .find((text) => commaMeanings(text)?.decimal !== undefined);
  if (unclear === undefined) return undefined;
  const shown = texts.some((text) => onlyDecimal.test(text))
    ? 'decimal'
    : texts.some((text) => onlyThousands.test(text))
      ? 'thousands'
      : undefined;
  const role = chosen ?? shown ?? 'thousands';
  return { role, isSure: shown !== undefined, example: { text: unclear, readAs: withCommas(unclear, role) } };
}

/** A text with the commas of its numbers as they are to be read: gone, or as points. */
export const withCommas = (text: string, role: CommaRole | undefined): string =>
  role === undefined
    ? text
    : text.replace(number, (one) => {
        const meanings = commaMeanings(one);
        return (role === 'decimal' ? meanings?.decimal : meanings?.thousands) ?? one;
      });

/** The sentence for whoever takes the file in. */
export const sayCommas = ({ role, isSure, example }: CommasRead): string =>
  `“${example.text}” was read as ${example.readAs}: a comma is ${commaRoles[role]}${isSure ? ', as other numbers of the file show' : ''}.`;
