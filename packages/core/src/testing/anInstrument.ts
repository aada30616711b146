import type { Instrument } from '../instrument/index.js';

/** A meter with three ranges of DC volts, to be calibrated again at 2000 ms. */
export const anInstrument = (more: Partial<Instrument> = {}): Instrument => ({
  id: 'context-meter',
  name: 'Bench meter',
  functions: [
    {
      measures: 'dcVolts',
      unit: 'V',
      ranges: [
        { upTo: 0.2, percent: 0.5, digits: 10, lastPlace: 0.0001 },
        { upTo: 20, percent: 0.5, digits: 2, lastPlace: 0.01 },
        { upTo: 600, percent: 0.5, digits: 4, lastPlace: 1 },
      ],
    },
  ],
  calibrationDueAtMs: 2000,
  isRetired: false,
  ...more,
});
