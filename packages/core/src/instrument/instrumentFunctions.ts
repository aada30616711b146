import type { Quantity } from '../units/index.js';

/** Functions of the instruments that a hook-up can ask for. */
export const instrumentFunctions = {
  dcVolts: 'DC volts',
  acVolts: 'AC volts',
  ohms: 'ohms',
  continuity: 'continuity',
  dcAmps: 'DC amps',
  clampAmps: 'clamp, DC amps',
  frequency: 'frequency',
  dutyCycle: 'duty cycle',
  temperature: 'temperature',
  pressure: 'pressure',
  scope: 'scope',
  liveData: 'live data',
  eyes: 'no instrument',
} as const;

export type InstrumentFunction = keyof typeof instrumentFunctions;

const quantities: Readonly<Record<InstrumentFunction, Quantity | undefined>> = {
  dcVolts: 'voltage',
  acVolts: 'voltage',
  ohms: 'resistance',
  continuity: 'resistance',
  dcAmps: 'current',
  clampAmps: 'current',
  frequency: 'frequency',
  dutyCycle: 'ratio',
  temperature: 'temperature',
  pressure: 'pressure',
  scope: undefined,
  liveData: undefined,
  eyes: undefined,
};

/** What an instrument shows in that function; `undefined` where it can be of any kind. */
export const quantityOfFunction = (measures: InstrumentFunction): Quantity | undefined => quantities[measures];
