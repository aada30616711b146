import { array, number, string } from 'yup';
import { type Checked, closedObject, keyOnLine } from '../schema/index.js';
import type { LiveSample } from './liveSeries.js';

/** What is taken of the last seconds of a live value. */
export const windowTakes = { mean: 'mean', highest: 'highest', lowest: 'lowest' } as const;
export type WindowTake = keyof typeof windowTakes;

const windowFields = () => ({
  take: string()
    .required()
    .oneOf(Object.keys(windowTakes) as WindowTake[]),
  seconds: number().required().integer().min(0).max(60).meta({
    description: 'over how many of the last seconds; 0: as it is now',
  }),
});

/** How a reading of a step is taken from what the units of the vehicle tell. */
export const liveReadingSchema = closedObject({
  values: array(keyOnLine())
    .required()
    .min(1)
    .max(24)
    .meta({ description: 'one; of things that are compared one for each, in their order' }),
  ...windowFields(),
});
export type LiveReading = Checked<typeof liveReadingSchema>;

// Ten seconds, ten times a second, and some to spare.
const mostSamples = 120;
const finite = () => number().min(-1e12).max(1e12);

/** What a reading was taken from, kept with it: the value, the window, and the last ten seconds of it. */
export const liveSourceSchema = closedObject({
  key: keyOnLine(),
  name: string().required().max(120),
  unitName: string().defined().max(120),
  unit: string().required().max(20).meta({ description: 'in which the value was told' }),
  step: number().required().moreThan(0).max(1e9).meta({ description: 'its smallest step, in its unit' }),
  within: number().min(0).max(1e9).nullable().defined().meta({
    description: 'how far sensor and unit may be off, in its unit; null: not known',
  }),
  ...windowFields(),
  trace: closedObject({
    beforeMs: array(number().required().integer().min(0).max(60_000)).required().max(mostSamples),
    values: array(finite().nullable().defined()).required().max(mostSamples),
  })
    .required()
    .meta({ description: 'how long before it was taken, and what the value was then; null: it had none' }),
});
export type LiveSource = Checked<typeof liveSourceSchema>;

/** A value that stopped coming for so long says nothing of how the vehicle is now. */
export const staleMs = 2000;

export type OverWindow =
  | {
      readonly kind: 'ready';
      readonly value: number;
      /** How often within the window the value was there and then was not. */
      readonly losses: number;
    }
  /** It has not been watched for long enough. */
  | { readonly kind: 'waits'; readonly seconds: number }
  | { readonly kind: 'missing' };

/**
 * What a window of a live value comes to.
 * @param samples the oldest first
 * @param atMs when it is taken
 */
export function overWindow(
  samples: readonly LiveSample[],
  { take, seconds }: Pick<LiveReading, 'take' | 'seconds'>,
  atMs: number,
): OverWindow {
  const newest = samples.at(-1);
  const first = samples[stretchFrom(samples)];
  if (!newest || !first || newest.value === null || atMs - newest.atMs > staleMs) return { kind: 'missing' };
  if (seconds === 0) return { kind: 'ready', value: newest.value, losses: 0 };
  const fromMs = newest.atMs - seconds * 1000;
  if (first.atMs > fromMs) return { kind: 'waits', seconds: Math.ceil((first.atMs - fromMs) / 1000) };
  const within = samples.filter((sample) => sample.atMs >= fromMs);
  const values = within.flatMap(({ value }) => value ?? []);
  const losses = within.filter(({ value }, at) => value === null && at > 0 && within[at - 1]?.value !== null).length;
  return { kind: 'ready', value: combined[take](values), losses };
}

/** Where the last stretch without a gap begins: a window is never bridged over a time in which nothing came. */
function stretchFrom(samples: readonly LiveSample[]): number {
  let from = samples.length - 1;
  while (from > 0 && (samples[from]?.atMs ?? 0) - (samples[from - 1]?.atMs ?? 0) <= staleMs) from -= 1;
  return from;
}

const combined: Record<WindowTake, (values: readonly number[]) => number> = {
  mean: (values) => values.reduce((sum, value) => sum + value, 0) / values.length,
  highest: (values) => Math.max(...values),
  lowest: (values) => Math.min(...values),
};

const traceMs = 10_000;

/** The last ten seconds, as they are kept with a reading; of more samples than fit, the newest. */
export function traceOf(samples: readonly LiveSample[], atMs: number): LiveSource['trace'] {
  const kept = samples.filter((sample) => atMs - sample.atMs <= traceMs).slice(-mostSamples);
  return {
    beforeMs: kept.map((sample) => Math.max(0, Math.round(atMs - sample.atMs))),
    values: kept.map(({ value }) => value),
  };
}

/** How a window is called: “now”, “mean of 3 s”. */
export const sayWindow = ({ take, seconds }: Pick<LiveReading, 'take' | 'seconds'>): string =>
  seconds === 0 ? 'now' : `${windowTakes[take]} of ${seconds} s`;

/** How a reading is taken from the vehicle: “A10.coolantTemperature, mean of 3 s”. */
export const sayLiveReading = (live: LiveReading): string => `${live.values.join(', ')}, ${sayWindow(live)}`;
