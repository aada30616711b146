import { quantityOfFunction } from '../../instrument/index.js';
import { unitOf } from '../../units/index.js';
import type { HookUp } from './hookUp.js';
import type { Step, StepReading } from './plan.js';

/** Everything that is hooked up in a step: what the step says, and what its readings have of their own. */
export const hookUpsOf = ({ hookUp, readings }: Pick<Step, 'hookUp' | 'readings'>): readonly HookUp[] => [
  ...(hookUp ? [hookUp] : []),
  ...readings.flatMap((reading) => (reading.hookUp ? [reading.hookUp] : [])),
];

/**
 * What a reading is measured with: its own hook-up, or that of its step where that can show it. Volts are not measured with a clamp that stands in
 * the same step for amps.
 */
export function hookUpOf({ hookUp }: Pick<Step, 'hookUp'>, { hookUp: own, spec }: StepReading): HookUp | null {
  if (own || !hookUp) return own;
  const shows = quantityOfFunction(hookUp.instrument);
  if (shows === undefined || !('unit' in spec)) return hookUp;
  return unitOf(spec.unit).base.quantity === shows ? hookUp : null;
}
