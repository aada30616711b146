import { formatNumber, formatReading, parseReading } from '../reading/index.js';
import { type Doubt, findDoubt } from '../spec/index.js';
import type { Job } from './job.js';

/** Below this at rest, control units misbehave and tests mislead: about a quarter of a lead battery's charge is left. */
export const lowestRestVolts = 12.0;
/** A fall between two measurements that is more than the meter's last digit. */
const fallVolts = 0.1;

/** Whether the vehicle's supply is fit for testing. */
export type Readiness =
  | { readonly kind: 'notMeasured' }
  | { readonly kind: 'good'; readonly volts: number }
  | { readonly kind: 'low'; readonly volts: number }
  | { readonly kind: 'falling'; readonly volts: number; readonly from: number };

/** Judges the newest voltage at rest; one with the engine running says nothing about the battery. */
export function readinessOf({ voltages, isChargerConnected }: Pick<Job, 'voltages' | 'isChargerConnected'>): Readiness {
  const atRest = voltages.filter(({ engine }) => engine === 'off');
  const newest = atRest.at(-1);
  if (!newest) return { kind: 'notMeasured' };
  const { volts, withCharger } = newest;
  // A charger holds the voltage up: what was measured before it was connected is settled by measuring again.
  if (volts < lowestRestVolts) return { kind: 'low', volts };
  const before = atRest.at(-2);
  const fell = before && before.withCharger === withCharger && before.volts - volts > fallVolts - 1e-9;
  return fell && !isChargerConnected ? { kind: 'falling', volts, from: before.volts } : { kind: 'good', volts };
}

/** Whether there is something to warn of before codes are cleared or a trail is started. */
export const isUnfit = ({ kind }: Readiness): boolean => kind === 'low' || kind === 'falling';

export function sayReadiness(readiness: Readiness): string {
  switch (readiness.kind) {
    case 'notMeasured':
      return 'The system voltage was not measured yet. Low voltage spoils every later test.';
    case 'good':
      return `${volts(readiness.volts)} at rest.`;
    case 'low':
      return `${volts(readiness.volts)} at rest is under ${volts(lowestRestVolts)}. Connect a charger, then measure again: low voltage makes codes and spoils tests.`;
    case 'falling':
      return `The voltage at rest falls: ${volts(readiness.from)}, now ${volts(readiness.volts)}. Connect a charger before going on.`;
  }
}

// A battery that is nearly dead, and two in a row that are overcharged.
const usualVolts = { least: 3, most: 36 };

/** What is to be asked about a system voltage as it was typed; `undefined` where nothing is, or where it is no voltage at all. */
export function systemVoltageDoubt(text: string): { readonly doubt: Doubt; readonly asTyped: string } | undefined {
  const read = parseReading(text, { unit: 'V' });
  const doubt = read.ok ? findDoubt(read.value, { usual: usualVolts }) : undefined;
  return doubt && read.ok ? { doubt, asTyped: formatReading(read.value) } : undefined;
}

const volts = (value: number) => `${formatNumber(value, 0.01)} V`;
