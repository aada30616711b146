/** A part of a whole in words that stay true for few: “3 of 40 (8 %)”. */
export const sayShare = (part: number, whole: number): string =>
  whole < 10 ? `${part} of ${whole}` : `${part} of ${whole} (${Math.round((100 * part) / whole)} %)`;
