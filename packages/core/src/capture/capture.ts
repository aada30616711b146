import type { ChannelInfo, Mark } from '../recording/index.js';

/** What instruments took of some signals at once, sample by sample in equal steps. */
export interface Capture {
  /** When it began, in ms since 1970, by the clock of the device. */
  readonly startedAtMs: number;
  /** From one sample to the next, in ms. */
  readonly stepMs: number;
  readonly channels: readonly CaptureChannel[];
  readonly marks: readonly Mark[];
}

/** A signal over its capture. A sample that was not taken is `NaN`. */
export interface CaptureChannel extends ChannelInfo {
  readonly samples: Float32Array;
  /** What the samples were multiplied by when they came in: a probe that divides by ten has 10, a clamp of 100 mV/A has 10. */
  readonly factor: number;
}

/** A capture as a file has it, and what was left out or is in doubt, each in a sentence. */
export interface ReadCapture {
  readonly capture: Capture;
  readonly notes: readonly string[];
}

/** More samples than that, over all channels, are not taken in. */
export const mostSamples = 100_000_000;

export const sampleCount = ({ channels }: Pick<Capture, 'channels'>): number =>
  Math.max(0, ...channels.map(({ samples }) => samples.length));

/** From the first sample to the last, in ms. */
export const captureLengthMs = (capture: Capture): number => Math.max(0, sampleCount(capture) - 1) * capture.stepMs;

/** A channel as a file names it; two of one name are told apart by their number. */
export const channelNamed = (name: string, index: number, unit: string, samples: Float32Array): CaptureChannel => ({
  key: `ch${index + 1}`,
  name: name.trim() || `channel ${index + 1}`,
  unitName: '',
  unit: unit.trim(),
  samples,
  factor: 1,
});
