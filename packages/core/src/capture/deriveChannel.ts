import { failed, ok, type Result } from '../result/index.js';
import type { Capture, CaptureChannel } from './capture.js';

/** A channel that is made of others. */
export type Derivation =
  | { readonly kind: 'inverted' | 'withoutMean'; readonly of: string }
  | { readonly kind: 'lowPass'; readonly of: string; readonly cutoffHz: number }
  | { readonly kind: 'difference'; readonly of: string; readonly less: string };

/** A channel that was made, and by how much it is later than what it was made of. */
export interface Derived {
  readonly channel: CaptureChannel;
  readonly delayMs: number;
}

/** Makes a channel of others of its capture. The problem is a sentence. @param key of the new one */
export function deriveChannel(capture: Capture, derivation: Derivation, key: string): Result<Derived, string> {
  const of = capture.channels.find((channel) => channel.key === derivation.of);
  if (!of) return failed('There is no such channel.');
  const made = (name: string, samples: Float32Array, delayMs = 0) =>
    ok({ channel: { ...of, key, name, samples }, delayMs });
  switch (derivation.kind) {
    case 'inverted':
      return made(
        `${of.name}, inverted`,
        of.samples.map((sample) => -sample),
      );
    case 'withoutMean': {
      const mean = meanOf(of.samples);
      return made(
        `${of.name} without its mean`,
        of.samples.map((sample) => sample - mean),
      );
    }
    case 'lowPass': {
      const { cutoffHz } = derivation;
      const mostHz = 500 / capture.stepMs;
      if (!(cutoffHz > 0 && cutoffHz < mostHz))
        return failed(`A low pass of this capture lies between 0 and ${Number(mostHz.toPrecision(3))} Hz.`);
      const samples = lowPass(of.samples, (cutoffHz * capture.stepMs) / 1000);
      return made(`${of.name}, below ${cutoffHz} Hz`, samples, (1000 * Math.SQRT2) / (2 * Math.PI * cutoffHz));
    }
    case 'difference': {
      const less = capture.channels.find((channel) => channel.key === derivation.less);
      if (!less) return failed('There is no such channel.');
      if (less.unit !== of.unit)
        return failed(`${of.name} is in ${of.unit}, and ${less.name} in ${less.unit}: they have no difference.`);
      return made(
        `${of.name} less ${less.name}`,
        of.samples.map((sample, at) => sample - (less.samples[at] ?? Number.NaN)),
      );
    }
  }
}

function meanOf(samples: Float32Array): number {
  let [sum, count] = [0, 0];
  for (const sample of samples)
    if (!Number.isNaN(sample)) {
      sum += sample;
      count += 1;
    }
  return count > 0 ? sum / count : 0;
}

/**
 * A low pass of second order without a hump (Butterworth), by the bilinear transform. A slow signal comes out later by √2/(2π·f).
 * @param cutoff as a share of the sample rate, under a half
 */
function lowPass(samples: Float32Array, cutoff: number): Float32Array {
  const tangent = Math.tan(Math.PI * cutoff);
  const norm = 1 / (1 + Math.SQRT2 * tangent + tangent * tangent);
  const gain = tangent * tangent * norm;
  const [back1, back2] = [2 * (tangent * tangent - 1) * norm, (1 - Math.SQRT2 * tangent + tangent * tangent) * norm];
  const filtered = new Float32Array(samples.length);
  // It begins as if the first sample had been there for ever, and anew behind a gap.
  let [in1, in2, out1, out2] = [Number.NaN, Number.NaN, Number.NaN, Number.NaN];
  for (let at = 0; at < samples.length; at += 1) {
    const sample = samples[at] ?? Number.NaN;
    if (Number.isNaN(out1)) [in1, in2, out1, out2] = [sample, sample, sample, sample];
    const out = gain * (sample + 2 * in1 + in2) - back1 * out1 - back2 * out2;
    [in2, in1, out2, out1] = [in1, sample, out1, out];
    filtered[at] = out;
  }
  return filtered;
}
