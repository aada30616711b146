import type { Line } from '../vehicle/index.js';

/** Builders for tests: a small vehicle line with four units on two buses. */
export const aLine = (more: Partial<Line> = {}): Line => ({
  format: 'probe-trail-line',
  formatVersion: 1,
  id: 'loper-35',
  name: 'Loper 35',
  engines: ['TD24'],
  supplies: [
    { id: 'bus1', kind: 'bus', name: 'drive bus' },
    { id: 'bus2', kind: 'bus', name: 'body bus' },
    { id: 'F12', kind: 'feed', name: 'fuse F12' },
    { id: 'F20', kind: 'feed', name: 'fuse F20' },
    { id: 'G3', kind: 'ground', name: 'ground stud G3' },
    { id: 'ref5', kind: 'feed', name: '5 V supply of the sensors' },
  ],
  units: [
    { id: 'A10', name: 'engine control unit', aliases: ['ECM', 'engine'], hangsOn: ['bus1', 'F12', 'G3'] },
    { id: 'A20', name: 'brake control unit', aliases: ['ABS'], hangsOn: ['bus1', 'F20'] },
    { id: 'A40', name: 'door controller', aliases: [], hangsOn: ['bus2', 'F20'] },
    { id: 'A41', name: 'ramp controller', aliases: ['ramp'], hangsOn: ['bus2', 'F20'] },
  ],
  parts: [
    { id: 'B11', name: 'coolant temperature sensor', hangsOn: ['ref5'] },
    { id: 'B12', name: 'accelerator pedal', hangsOn: ['ref5'] },
    { id: 'B13', name: 'rail pressure sensor', hangsOn: ['ref5'] },
  ],
  codes: [
    { code: 'P0118', text: 'coolant temperature sensor, circuit high', reportedBy: ['A10'], accuses: ['B11'] },
    { code: 'P0193', text: 'rail pressure sensor, circuit high', reportedBy: ['A10'], accuses: ['B13'] },
    { code: 'P2138', text: 'accelerator pedal tracks disagree', reportedBy: ['A10'], accuses: ['B12'] },
    { code: 'U0199', text: 'lost communication with door controller', reportedBy: ['A10', 'A20'], accuses: ['A40'] },
    { code: 'U0121', text: 'lost communication with brake control unit', reportedBy: ['A10'], accuses: ['A20'] },
  ],
  covers: [{ id: 'whole', name: 'Whole vehicle', months: 24, km: 100_000, covers: 'all parts' }],
  ...more,
});
