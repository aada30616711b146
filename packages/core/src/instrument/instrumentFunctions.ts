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
