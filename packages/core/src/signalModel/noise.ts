/** Numbers from 0 up to 1 that look random and are the same for a seed (a linear congruence mixed by shifts). */
export function seeded(seed: number): () => number {
  let state = (seed * 2654435761) >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32;
  };
}

/** Normal noise of the deviation 1 (Box and Muller). */
export function normalNoise(seed: number): () => number {
  const random = seeded(seed);
  return () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
}

/** Adds noise of a deviation to samples, in place. @returns the samples */
export function addNoise(samples: Float32Array, deviation: number, seed: number): Float32Array {
  const noise = normalNoise(seed);
  if (deviation > 0)
    for (let at = 0; at < samples.length; at += 1) samples[at] = (samples[at] ?? 0) + deviation * noise();
  return samples;
}
