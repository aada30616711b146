import type { DetectorKind, Known } from '../captureSource/index.js';
import type { FactKind } from './fact.js';

const own = 'own';
const [asPart, asMean, asMost, asLength] = [
  { byHand: 'part' },
  { byHand: 'mean' },
  { byHand: 'most' },
  { byHand: 'length' },
] as const;

const count = (name: string) => ({ name, unit: '', ...asPart }) as const;
const part = (name: string, unit: string) => ({ name, unit, ...asPart }) as const;

/** More cylinders than that no engine of a bus has. */
export const mostCylinders = 16;
const cylinderFacts = Object.fromEntries(
  Array.from({ length: mostCylinders }, (_, at) => [
    `cylinder${at + 1}`,
    part(`${at + 1}. in the order in which they come`, '%'),
  ]),
) as Readonly<Record<`cylinder${number}`, FactKind>>;
const crankingFacts = Object.assign(
  { rpm: part('cranking speed', 'rpm'), weakest: part('weakest compression', '%') },
  cylinderFacts,
);

/** What a signal can be read as: what is asked for then, what it is read for, and the moments that it names. */
export const detectors = {
  motor: {
    name: 'current of a motor',
    asks: ['bars'],
    facts: {
      inrush: { name: 'peak of the inrush', unit: own, ...asMost },
      running: { name: 'mean while it runs', unit: own, ...asMean },
      stall: { name: 'mean while it is held', unit: own, ...asMean },
      ripple: part('humps of the ripple', 'Hz'),
      rpm: part('speed', 'rpm'),
      bars: count('bars of the commutator'),
      oddBar: part('height of the oddest bar', '%'),
    },
    events: ['on', 'inrush', 'running', 'held', 'off'],
  },
  coil: {
    name: 'current of a coil',
    asks: ['volts'],
    facts: {
      final: { name: 'final current', unit: own, ...asMean },
      dipDepth: part('depth of the dip', '%'),
      dipTime: { name: 'armature arrives after', unit: 'ms', ...asLength },
      resistance: part('resistance', 'Ω'),
      inductance: part('inductance', 'mH'),
    },
    events: ['on', 'armature arrives'],
  },
  teeth: {
    name: 'toothed ring',
    asks: ['teeth', 'gapTeeth'],
    facts: {
      teethSeen: count('teeth seen'),
      teethPerTurn: count('teeth a turn'),
      rpm: part('speed', 'rpm'),
      missing: count('places where teeth are missing'),
      odd: count('places that are not like the others'),
    },
    events: [],
  },
  control: {
    name: 'control signal, PWM',
    asks: ['isLowActive'],
    facts: {
      level: { name: 'level', unit: own, ...asMean },
      given: part('given share', '%'),
      frequency: part('frequency', 'Hz'),
      dutyTrend: part('change of the share', '%'),
    },
    events: [],
  },
  supply: {
    name: 'supply under a load',
    asks: [],
    facts: {
      rest: { name: 'while the load is off', unit: own, ...asPart },
      loaded: { name: 'while the load is on', unit: own, ...asPart },
      sag: { name: 'sag under the load', unit: own, ...asPart },
    },
    events: [],
  },
  turning: {
    name: 'pulses of something that turns',
    asks: ['eventsPerTurn'],
    facts: {
      rpm: part('speed', 'rpm'),
      rpmTrend: part('change of the speed', 'rpm'),
    },
    events: [],
  },
  cranking: {
    name: 'cranking current, compressions',
    asks: ['cylinders'],
    facts: crankingFacts,
    events: ['first counted', 'let go'],
  },
  cylinder: {
    name: 'absolute pressure in a cylinder',
    asks: ['compressionRatio'],
    facts: {
      rpm: part('speed', 'rpm'),
      tower: { name: 'compression tower', unit: own, ...asMost },
      exhaustPlateau: { name: 'exhaust plateau', unit: own, ...asMean },
      intakePlateau: { name: 'intake plateau', unit: own, ...asMean },
      exhaustOpens: part('exhaust opens, degrees behind the top', '°'),
      intakeCloses: part('intake closes, degrees behind the top', '°'),
    },
    events: [],
  },
  sent: {
    name: 'SENT line',
    asks: ['nibbles'],
    facts: {
      tick: part('tick', 'µs'),
      frames: count('frames'),
      wrong: count('frames with a wrong checksum'),
      broken: count('frames that were broken off'),
      first: count('first value, in the last frame'),
      second: count('second value, in the last frame'),
    },
    events: [],
  },
  can: {
    name: 'CAN line',
    asks: ['isLowActive'],
    facts: {
      bit: part('bit time', 'µs'),
      frames: count('frames'),
      broken: count('frames that were broken off or wrong'),
      errorFlags: count('of them by an error flag'),
      checksums: count('of them with a wrong checksum'),
      unacknowledged: count('frames that nobody acknowledged'),
    },
    events: [],
  },
  canPair: { name: 'CAN pair, its levels', asks: ['isLowActive'], facts: {}, events: [] },
  lin: {
    name: 'LIN line',
    asks: [],
    facts: {
      bit: part('bit time', 'µs'),
      frames: count('frames'),
      silent: count('frames to which nobody answered'),
      wrong: count('frames with a wrong checksum'),
    },
    events: [],
  },
  dropouts: {
    name: 'level that drops out',
    asks: [],
    facts: {
      dropouts: count('times it dropped out'),
      lone: count('times it did so alone'),
      longest: { name: 'longest of them', unit: 'ms', ...asLength },
    },
    events: [],
  },
  bursts: {
    name: 'bursts of pulses',
    asks: [],
    facts: {
      bursts: count('bursts'),
      edges: count('edges in the first'),
      length: { name: 'length of the first', unit: 'ms', ...asLength },
    },
    events: [],
  },
} as const satisfies Readonly<Record<DetectorKind, DetectorTable>>;

interface DetectorTable {
  readonly name: string;
  readonly asks: readonly (keyof Known)[];
  readonly facts: Readonly<Record<string, FactKind>>;
  /** Moments between which something can be measured, by the words on their flags. */
  readonly events: readonly string[];
}

/** What is measured of a part of a signal without knowing what it is. */
export const plainFacts = {
  mean: { name: 'mean', unit: own, ...asPart },
  rms: { name: 'RMS, total', unit: own, ...asPart },
  min: { name: 'least', unit: own, ...asPart },
  max: { name: 'greatest', unit: own, ...asPart },
  peakToPeak: { name: 'peak to peak', unit: own, ...asPart },
  area: { name: 'area', unit: 'own·s', ...asPart },
  slope: { name: 'slope', unit: 'own/s', ...asPart },
  length: { name: 'time from the one to the other', unit: 'ms', ...asPart },
  frequency: part('frequency', 'Hz'),
  period: part('period', 'ms'),
  duty: part('duty, high', '%'),
  dutyTrend: part('change of the duty', '%'),
  count: count('times it rises'),
  rise: part('rise time, 10 to 90 %', 'ms'),
  fall: part('fall time, 90 to 10 %', 'ms'),
} as const satisfies Readonly<Record<string, FactKind>>;

export type PlainFact = keyof typeof plainFacts;
