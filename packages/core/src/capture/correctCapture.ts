import type { Capture } from './capture.js';

/** How a channel is to be kept: what it is called, its unit, and what its samples are multiplied by. */
export interface ChannelChoice {
  readonly key: string;
  readonly name: string;
  readonly unit: string;
  readonly factor: number;
  readonly isInverted: boolean;
}

/** A capture as somebody has put it right: only the chosen channels, in their units, from a time base that may be another. */
export function correctCapture(capture: Capture, choices: readonly ChannelChoice[], stepMs = capture.stepMs): Capture {
  return {
    ...capture,
    stepMs,
    channels: choices.flatMap(({ key, name, unit, factor, isInverted }) => {
      const channel = capture.channels.find((one) => one.key === key);
      if (!channel) return [];
      const by = isInverted ? -factor : factor;
      const samples = by === 1 ? channel.samples : channel.samples.map((sample) => sample * by);
      return [{ ...channel, name, unit, factor: channel.factor * by, samples }];
    }),
  };
}

/** What is usually between a signal and the instrument: what it is called, by what its volts are multiplied, and the unit that comes of it. */
export const probes = [
  { name: 'as it is', factor: 1, unit: null },
  { name: 'probe that divides by 10', factor: 10, unit: 'V' },
  { name: 'probe that divides by 20', factor: 20, unit: 'V' },
  { name: 'probe that divides by 100', factor: 100, unit: 'V' },
  { name: 'clamp of 1 mV/A', factor: 1000, unit: 'A' },
  { name: 'clamp of 10 mV/A', factor: 100, unit: 'A' },
  { name: 'clamp of 100 mV/A', factor: 10, unit: 'A' },
] as const;
