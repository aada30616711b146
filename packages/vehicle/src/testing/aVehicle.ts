import type { Line } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';

/** A line of three units on two buses. */
export const aLine: Line = {
  format: 'probe-trail-line',
  formatVersion: 1,
  id: 'loper-35',
  name: 'Loper 35',
  engines: ['TD24'],
  supplies: [
    { id: 'driveBus', kind: 'bus', name: 'drive bus' },
    { id: 'bodyBus', kind: 'bus', name: 'body bus' },
  ],
  units: [
    { id: 'A10', name: 'engine control unit', aliases: [], hangsOn: ['driveBus'], address: '1010' },
    { id: 'A20', name: 'brake control unit', aliases: [], hangsOn: ['driveBus'], address: '1020' },
    { id: 'A40', name: 'door control unit', aliases: [], hangsOn: ['bodyBus'], address: '1040' },
  ],
  parts: [],
  codes: [],
  covers: [],
};

export const aVin = 'ZZXLP35T0N0000106';

const aCode = (unitId: string, code: string, returns: Rig['codes'][number]['returns'], untilRepaired: string | null) =>
  ({ unitId, code, failureType: null, text: '', status: 8, returns, untilRepaired }) as const;

/** A rig with a code of each kind in the engine control unit. */
export const aRig = (more: Partial<Rig> = {}): Rig => ({
  fleetNumber: 'FG-06',
  msPerUnit: 1,
  silentUnitIds: [],
  silentUntilRepaired: null,
  fallsSilentAt: null,
  codes: [
    aCode('A10', 'P0118', 'atOnce', 'Sensor B11'),
    aCode('A10', 'P0480', 'moving', null),
    aCode('A10', 'P0217', 'never', null),
  ],
  ...more,
});
