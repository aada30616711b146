/** What is noticed about a vehicle identification number. A notice never keeps it from being stored. */
export type VinNotice =
  | { readonly kind: 'length'; readonly length: number }
  | { readonly kind: 'letter'; readonly got: string; readonly at: number }
  | { readonly kind: 'character'; readonly got: string; readonly at: number }
  | { readonly kind: 'checkDigit'; readonly got: string; readonly expected: string };

const vinLength = 17;
const checkDigitAt = 8;

/** Value of each letter and weight of each place for the check digit: ISO 3779 / 49 CFR 565.15, tables III and IV. */
const letterValues: Readonly<Record<string, number>> = {
  A: 1,
  B: 2,
  C: 3,
  D: 4,
  E: 5,
  F: 6,
  G: 7,
  H: 8,
  J: 1,
  K: 2,
  L: 3,
  M: 4,
  N: 5,
  P: 7,
  R: 9,
  S: 2,
  T: 3,
  U: 4,
  V: 5,
  W: 6,
  X: 7,
  Y: 8,
  Z: 9,
};
const weights = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2] as const;

/** A VIN in one spelling: capitals, without the spaces and dashes that people put between its groups. */
export const tidyVin = (text: string): string => text.toUpperCase().replace(/[\s-]/g, '');

/**
 * Looks a VIN over: its length, the letters I, O and Q that no VIN has (ISO 3779, 4.3), and the check digit
 * where the ninth place can be one (a digit or X). Not every maker uses it, so a wrong one is a notice.
 * @param vin as `tidyVin` gives it; an empty one has no notice
 */
export function checkVin(vin: string): readonly VinNotice[] {
  if (vin === '') return [];
  const strange = [...vin].flatMap((got, index): VinNotice[] => {
    if ('IOQ'.includes(got)) return [{ kind: 'letter', got, at: index + 1 }];
    return /[A-Z\d]/.test(got) ? [] : [{ kind: 'character', got, at: index + 1 }];
  });
  if (vin.length !== vinLength) return [...strange, { kind: 'length', length: vin.length }];
  return strange.length > 0 ? strange : checkDigitNotice(vin);
}

function checkDigitNotice(vin: string): readonly VinNotice[] {
  const got = vin[checkDigitAt] ?? '';
  const expected = checkDigitOf(vin);
  return !/[\dX]/.test(got) || got === expected ? [] : [{ kind: 'checkDigit', got, expected }];
}

/** The check digit that belongs to 17 characters: the weighted sum modulo 11, ten being X. */
export function checkDigitOf(vin: string): string {
  const sum = weights.reduce<number>((total, weight, at) => total + weight * letterValue(vin[at] ?? ''), 0);
  return sum % 11 === 10 ? 'X' : String(sum % 11);
}

const letterValue = (character: string): number => letterValues[character] ?? Number(character);

/** The sentence for whoever types the VIN. */
export function sayVinNotice(notice: VinNotice): string {
  switch (notice.kind) {
    case 'length':
      return `A VIN has ${vinLength} characters; this one has ${notice.length}.`;
    case 'letter':
      return `A VIN has no ${notice.got} (place ${notice.at}). Is it ${notice.got === 'I' ? 'a 1' : 'a 0'}?`;
    case 'character':
      return `“${notice.got}” at place ${notice.at} is neither a letter nor a digit.`;
    case 'checkDigit':
      return `The ninth character would be ${notice.expected} as a check digit, and it is ${notice.got}. Some makers do not use one; compare with the plate on the vehicle.`;
  }
}
