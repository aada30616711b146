import type { Zone, ZonesSpec } from './spec.js';

/** Limits with their physical meaning for a case that every workshop meets; the numbers are a beginning, to be moved. */
export interface TypicalZones {
  readonly id: string;
  readonly name: string;
  readonly spec: ZonesSpec;
}

const zone = (id: string, name: string, meaning: string, ok = false): Zone => ({ id, name, meaning, ok });
const inSpec = zone('inSpec', 'in spec', '', true);

const zones = (unit: string, cuts: readonly number[], ...all: readonly Zone[]): ZonesSpec => ({
  kind: 'zones',
  unit,
  cuts,
  zones: all,
});

export const typicalZones: readonly TypicalZones[] = [
  {
    id: 'pullUp',
    name: 'Signal wire with a 5 V pull-up',
    spec: zones(
      'V',
      [0.2, 0.8, 4.2, 4.8],
      zone('toGround', 'to ground', 'The signal is shorted to ground, in the wire or in the sensor.'),
      zone('low', 'low', 'Something draws the signal down: a leak to ground, or the sensor reads too low.'),
      inSpec,
      zone('high', 'high', 'Resistance in the circuit, or the sensor reads too high.'),
      zone('open', 'open', 'Nothing draws the pull-up down: wire, plug, sensor or its ground is open.'),
    ),
  },
  {
    id: 'supply',
    name: 'Supply under load, 12 V',
    spec: zones(
      'V',
      [1, 11.5, 15],
      zone('none', 'no supply', 'The feed is open: fuse, relay or wire.'),
      zone('weak', 'weak', 'Resistance in the feed, or the battery is low.'),
      inSpec,
      zone('over', 'too high', 'The alternator charges too high, or the reading is not to this ground.'),
    ),
  },
  {
    id: 'groundDrop',
    name: 'Drop of a ground under load',
    spec: zones(
      'V',
      [0.2, 2],
      zone('inSpec', 'in spec', '', true),
      zone('resistance', 'resistance', 'Resistance in the ground: stud, plug or wire.'),
      zone('open', 'open', 'The ground is open: the load pulls its own ground up.'),
    ),
  },
  {
    id: 'winding',
    name: 'Resistance of a winding',
    spec: zones(
      'Ω',
      [2, 10, 20, 10_000],
      zone('short', 'short', 'The winding is shorted.'),
      zone('turns', 'too low', 'Turns are shorted among themselves.'),
      inSpec,
      zone('high', 'too high', 'A bad joint, or the winding is hot.'),
      zone('open', 'open', 'The winding is broken.'),
    ),
  },
  {
    id: 'twoTracks',
    name: 'Two tracks, the first twice the second',
    spec: zones(
      '%',
      [195, 205],
      zone('low', 'first too low', 'Track 1 reads too low, or track 2 too high.'),
      inSpec,
      zone('high', 'first too high', 'Track 1 reads too high, or track 2 too low.'),
    ),
  },
];
