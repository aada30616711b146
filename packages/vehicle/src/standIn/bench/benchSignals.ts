import {
  coilCurrent,
  crankingCurrent,
  motorCurrent,
  pwmSignal,
  ringSignal,
  type Sampling,
} from '@probe-trail/core/signalModel';
import type { BenchSignal } from '@probe-trail/core/vehicleInterface';
import type { World } from '../world.js';

/** The volts that feed what has none of its own. */
const supplyOf = (world: World): number => world.batteryVoltage ?? 0;
// What is switched, is switched on so long after the beginning.
const onMs = 20;

/** A signal over time, from when something is switched on or turned. */
export function samplesOf(signal: BenchSignal, world: World, sampling: Sampling): Float32Array {
  switch (signal.kind) {
    case 'level': {
      const samples = new Float32Array(Math.round(sampling.lengthMs / sampling.stepMs));
      return samples.fill(levelOf(signal, world));
    }
    case 'pulses': {
      const share = dutyOf(signal, world) / 100;
      const { hz, low, high } = signal;
      return pwmSignal({ hz, duty: [share, share], low, high, riseMs: 0.02 }, sampling);
    }
    case 'motor': {
      const { rpm, runningA, ohms, bars, ripple, seconds } = signal;
      const offMs = onMs + seconds * 1000;
      const own = { onMs, offMs, stallMs: null, electricalMs: 1.2, mechanicalMs: 28, slowing: 0.01 };
      return motorCurrent({ ...own, supplyV: supplyOf(world), rpm, runningA, ohms, bars, ripple }, sampling);
    }
    case 'coil': {
      const { ohms, henries, pullInMs, seconds } = signal;
      const own = { onMs, offMs: onMs + seconds * 1000, travelMs: 5, backShare: 0.75 };
      return coilCurrent({ ...own, supplyV: supplyOf(world), ohms, henries, pullInMs }, sampling);
    }
    case 'ring': {
      const weak = Object.fromEntries(signal.weak.map(({ tooth, height }) => [tooth, height]));
      return ringSignal({ ...signal, weak, missing: [], wide: {}, isInductive: false }, sampling);
    }
    case 'starter':
      return crankingCurrent(signal, sampling);
  }
}

type Of<Kind extends BenchSignal['kind']> = Extract<BenchSignal, { kind: Kind }>;

const levelOf = ({ of, times, plus }: Of<'level'>, world: World): number =>
  plus + times * (of === null ? 0 : (world[of] ?? 0));

const dutyOf = ({ dutyOf: of, duty }: Of<'pulses'>, world: World): number =>
  Math.min(100, Math.max(0, duty + (of === null ? 0 : (world[of] ?? 0))));

/** How often a signal comes and how much of the time it is high; it has neither where it does not pulse. */
export function pulsesOf(
  signal: BenchSignal,
  world: World,
): { readonly hz: number; readonly duty: number } | undefined {
  if (signal.kind !== 'pulses') return undefined;
  const duty = dutyOf(signal, world);
  return duty > 0 && duty < 100 ? { hz: signal.hz, duty } : undefined;
}
