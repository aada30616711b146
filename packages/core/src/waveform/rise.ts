/** I·(1 − e^(−(t − start)/τ)), with times in samples. */
export interface Rise {
  readonly final: number;
  readonly start: number;
  readonly timeConstant: number;
}

export const riseAt = ({ final, start, timeConstant }: Rise, at: number): number =>
  at <= start ? 0 : final * -Math.expm1((start - at) / timeConstant);

const rounds = 8;

/**
 * The rise that fits best, by least squares (Gauss and Newton) from a guess.
 * @param isTaken whether a sample counts
 */
export function fitRise(samples: Float64Array, guess: Rise, isTaken: (at: number) => boolean): Rise {
  let rise = guess;
  for (let round = 0; round < rounds; round += 1) {
    const sums = new Float64Array(9);
    const { final, start, timeConstant } = rise;
    for (let at = 0; at < samples.length; at += 1) {
      if (!isTaken(at)) continue;
      const sample = samples[at] ?? Number.NaN;
      if (Number.isNaN(sample)) continue;
      const left = at <= start ? 1 : Math.exp((start - at) / timeConstant);
      const off = sample - final * (1 - left);
      const slopes =
        at <= start
          ? [0, 0, 0]
          : [1 - left, (-final / timeConstant) * left, (-final * (at - start) * left) / timeConstant ** 2];
      const [a = 0, b = 0, c = 0] = slopes;
      for (const [index, product] of [a * a, a * b, a * c, b * b, b * c, c * c, a * off, b * off, c * off].entries())
        sums[index] = (sums[index] ?? 0) + product;
    }
    const step = solve(sums);
    if (!step) return rise;
    rise = {
      final: final + step[0],
      start: start + Math.max(-timeConstant, Math.min(timeConstant, step[1])),
      timeConstant: Math.max(timeConstant / 2, Math.min(2 * timeConstant, timeConstant + step[2])),
    };
  }
  return rise;
}

/** Three equations of which the left side is symmetric, by Cramer’s rule. @returns `undefined` where they have no single answer */
function solve([aa = 0, ab = 0, ac = 0, bb = 0, bc = 0, cc = 0, x = 0, y = 0, z = 0]: Float64Array):
  | readonly [number, number, number]
  | undefined {
  const all = determinant(aa, ab, ac, ab, bb, bc, ac, bc, cc);
  if (!(Math.abs(all) > 1e-12 * Math.abs(aa * bb * cc))) return undefined;
  return [
    determinant(x, ab, ac, y, bb, bc, z, bc, cc) / all,
    determinant(aa, x, ac, ab, y, bc, ac, z, cc) / all,
    determinant(aa, ab, x, ab, bb, y, ac, bc, z) / all,
  ];
}

const determinant = (
  a: number,
  b: number,
  c: number,
  d: number,
  e: number,
  f: number,
  g: number,
  h: number,
  i: number,
): number => a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g);
