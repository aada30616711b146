import type { TrialCondition } from '../job/index.js';
import { convert, findUnit, type Quantity } from '../units/index.js';
import { type Channel, gapMs, lengthOf, noValue, type Recording } from './recording.js';
import { held } from './search.js';

/** What a drive was, as far as its recording shows it. */
export interface DriveFacts {
  readonly minutes: number;
  /** `undefined` where no speed was recorded, as for all below that needs it. */
  readonly kilometres: number | undefined;
  /** km/h */
  readonly topSpeed: number | undefined;
  /** How often it stood still after it had moved. */
  readonly stops: number | undefined;
  /** °C at the beginning, and the highest; `undefined` where it was not recorded. */
  readonly coolant: { readonly first: number; readonly highest: number } | undefined;
  /** The conditions of a trial that were reached without doubt. */
  readonly reached: readonly TrialCondition[];
}

// Below that an engine has stood; from there on a thermostat is open.
const [coldBelow, hotFrom] = [40, 85];
// A road on which one is “at speed”, for as long as one holds it there.
const [atSpeedFrom, atSpeedMs] = [70, 60_000];
// Traffic that stops and goes: so many stops, each within so long of the last.
const [stopsOfTraffic, stopEveryMs] = [4, 180_000];
// A wheel that turns is seen from here on; below it the sensor says nothing.
const [movesFrom, standsBelow] = [8, 2];

/** What a recording shows of its drive: how long, how far, how fast, and under which conditions. */
export function driveFacts(recording: Recording): DriveFacts {
  const speeds = speedsOf(recording);
  const coolant = coolantOf(recording);
  const stops = speeds && stopsIn(recording.times, speeds);
  const reached: readonly (readonly [TrialCondition, boolean])[] = [
    ['cold', coolant !== undefined && coolant.first < coldBelow],
    ['hot', coolant !== undefined && coolant.highest >= hotFrom],
    ['atSpeed', speeds !== undefined && longestFrom(recording.times, speeds, atSpeedFrom) >= atSpeedMs],
    ['stopAndGo', stops !== undefined && hasTraffic(stops)],
  ];
  return {
    minutes: lengthOf(recording) / 60_000,
    kilometres: speeds && distanceOf(recording.times, speeds),
    topSpeed: speeds && Math.max(0, highestOf(speeds)),
    stops: stops?.length,
    coolant,
    reached: reached.flatMap(([condition, isReached]) => (isReached ? [condition] : [])),
  };
}

/** Row by row the middle of all road speeds, in km/h; `NaN` where none is known. `undefined`: none was recorded. */
function speedsOf(recording: Recording): Float64Array | undefined {
  const speeds = channelsOf(recording, 'velocity').map((channel) => heldIn(recording, channel, 'km/h'));
  if (speeds.length === 0) return undefined;
  // Of four wheels one may stand still that should not: the middle does not notice.
  return recording.times.map((_, row) => {
    const known = speeds.flatMap((values) => values[row] ?? []).filter((value) => !Number.isNaN(value));
    return known.sort((a, b) => a - b)[Math.floor(known.length / 2)] ?? Number.NaN;
  });
}

const channelsOf = ({ channels }: Recording, quantity: Quantity): readonly Channel[] =>
  channels.filter(({ unit }) => findUnit(unit)?.base.quantity === quantity);

/** A channel in another unit of its quantity, each value held for as long as it stands; `NaN` where there is none. */
function heldIn(recording: Recording, { key, unit }: Channel, wanted: string): Float64Array {
  const [from, to] = [findUnit(unit), findUnit(wanted)];
  return (held(recording, key) ?? new Float64Array()).map((value) => {
    if (!from || !to || value === noValue || Number.isNaN(value)) return Number.NaN;
    const converted = convert(value, from, to);
    return converted.ok ? converted.value : Number.NaN;
  });
}

function coolantOf(recording: Recording): DriveFacts['coolant'] {
  const channel = channelsOf(recording, 'temperature').find(({ name }) => /coolant/i.test(name));
  if (!channel) return undefined;
  const known = heldIn(recording, channel, '°C').filter((value) => !Number.isNaN(value));
  const [first] = known;
  return first === undefined ? undefined : { first, highest: highestOf(known) };
}

const highestOf = (values: Float64Array): number =>
  values.reduce((highest, value) => (value > highest ? value : highest), Number.NEGATIVE_INFINITY);

const hourMs = 3_600_000;

/** km, by the speed at the beginning of each step; what was not recorded is not added. */
function distanceOf(times: Float64Array, speeds: Float64Array): number {
  let km = 0;
  for (let row = 1; row < times.length; row += 1) {
    const step = (times[row] ?? 0) - (times[row - 1] ?? 0);
    const speed = speeds[row - 1] ?? Number.NaN;
    if (step <= gapMs && !Number.isNaN(speed)) km += (speed * step) / hourMs;
  }
  return km;
}

/** When it stood still after it had moved. */
function stopsIn(times: Float64Array, speeds: Float64Array): readonly number[] {
  const stops: number[] = [];
  let hasMoved = false;
  for (const [row, speed] of speeds.entries()) {
    if (speed >= movesFrom) hasMoved = true;
    if (!hasMoved || !(speed < standsBelow)) continue;
    stops.push(times[row] ?? 0);
    hasMoved = false;
  }
  return stops;
}

const hasTraffic = (stops: readonly number[]): boolean =>
  stops.some((first, at) => {
    const last = stops[at + stopsOfTraffic - 1];
    return last !== undefined && last - first <= stopEveryMs * (stopsOfTraffic - 1);
  });

/** How long it was held at a speed or above without a break, in ms. */
function longestFrom(times: Float64Array, speeds: Float64Array, from: number): number {
  let [longest, since]: [number, number | undefined] = [0, undefined];
  for (const [row, speed] of speeds.entries()) {
    const now = times[row] ?? 0;
    if (!(speed >= from)) since = undefined;
    else {
      since ??= now;
      longest = Math.max(longest, now - since);
    }
  }
  return longest;
}
