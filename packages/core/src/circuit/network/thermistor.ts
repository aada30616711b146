interface CurveRow {
  readonly celsius: number;
  readonly ohms: number;
}

/** The resistance of a curve at a temperature: ln Ω goes in a straight line between two rows, and on beyond the first and the last. */
export function ohmsAt(curve: readonly CurveRow[], celsius: number): number {
  const found = curve.findIndex((row) => row.celsius >= celsius);
  const after = Math.max(1, found < 0 ? curve.length - 1 : found);
  const [low, high] = [curve[after - 1], curve[after]];
  if (!low || !high) throw new Error('a curve has two rows at least');
  const share = (celsius - low.celsius) / (high.celsius - low.celsius);
  return Math.exp(Math.log(low.ohms) + share * (Math.log(high.ohms) - Math.log(low.ohms)));
}
