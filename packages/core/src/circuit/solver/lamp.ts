import type { Law } from '../network/network.js';

type Lamp = Pick<Extract<Law, { readonly kind: 'lamp' }>, 'coldOhms' | 'hotOhms' | 'watts'>;

/** What a curve has at a point: the current and its slope. */
export interface CurvePoint {
  readonly amps: number;
  readonly siemens: number;
}

const fourth = (value: number): number => value * value * (value * value);

/**
 * A filament at a voltage, in balance. Its resistance R solves R⁵ − cold⁴ · R − k · u² = 0 with k = (hot⁴ − cold⁴) / watts; from above, where
 * the curve bends upwards, Newton's steps come down to the only root.
 */
export function lampAt({ coldOhms, hotOhms, watts }: Lamp, volts: number): CurvePoint {
  const cold4 = fourth(coldOhms);
  const k = (fourth(hotOhms) - cold4) / watts;
  const right = k * volts * volts;
  let ohms = coldOhms + right ** 0.2;
  for (let step = 0; step < 60; step += 1) {
    const ohms4 = fourth(ohms);
    const change = ((ohms4 - cold4) * ohms - right) / (5 * ohms4 - cold4);
    ohms -= change;
    if (Math.abs(change) < 1e-15 * ohms) break;
  }
  const ohmsPerVolt = (2 * k * volts) / (5 * fourth(ohms) - cold4);
  return { amps: volts / ohms, siemens: (1 - (volts / ohms) * ohmsPerVolt) / ohms };
}
