import { findEdges } from './edges.js';
import { smooth } from './humps.js';
import { greatestOf, type Measured, medianOf, noiseOf, type Signal } from './signal.js';

/** What the pressure in a cylinder says over its cycles of 720°, turned without ignition. 0° is the compression top. */
export interface CylinderReading {
  readonly cycles: number;
  readonly rpm: Measured;
  /** The pressure of the compression tower, and of the plateaus while the exhaust and the intake valves are open. */
  readonly tower: Measured;
  readonly exhaustPlateau: number;
  readonly intakePlateau: number;
  /** Degrees behind the compression top at which valves open and close; `null` where it cannot be seen. */
  readonly exhaustOpens: Measured | null;
  readonly intakeCloses: Measured | null;
  /** When each compression top was, in ms since the signal began. */
  readonly topsMs: readonly number[];
}

/** What the volume over the piston follows from. */
export interface CylinderShape {
  readonly compressionRatio: number;
  /** Length of the connecting rod by the radius of the crank. */
  readonly rodRatio: number;
}

const usualShape: CylinderShape = { compressionRatio: 10, rodRatio: 3.3 };
// The exponents that air has which is pressed together in an engine, by how much heat it gives to its walls.
const [leastExponent, mostExponent] = [1.22, 1.38];
const degreeStep = 0.5;
const cycleDegrees = 720;

/**
 * Cuts the pressure at its compression tops, lays the cycles over each other by degrees, and finds where the product p·Vⁿ begins and ends to be constant,
 * as it is while both valves are shut (polytropic change): that is where the exhaust valve opens and the intake valve closes.
 * @param signal absolute pressure
 * @returns a sentence where no whole cycle is seen
 */
export function readCylinder(signal: Signal, shape: CylinderShape = usualShape): CylinderReading | string {
  const edges = findEdges(signal);
  const tops = topsOf(signal, edges.times, edges.rising);
  if (tops.length < 2) return 'No whole cycle from one compression top to the next is seen in this capture.';
  const periodMs = ((tops.at(-1) ?? 0) - (tops[0] ?? 0)) / (tops.length - 1);
  if (periodMs / signal.stepMs < 720)
    return `Too few samples: ${(periodMs / signal.stepMs).toFixed(0)} for each cycle of 720°. One for each degree or more are needed.`;
  const cycle = meanCycle(signal, tops);
  const value = (degrees: number) => cycle[Math.round(degrees / degreeStep)] ?? Number.NaN;
  const between = (from: number, to: number) => medianOf(cycle.subarray(from / degreeStep, to / degreeStep));
  const logs = cycle.map((pressure) => Math.log(Math.max(1e-9, pressure)));
  const volumes = cycle.map((_, index) => Math.log(volumeAt(index * degreeStep, shape)));
  const intakePlateau = between(430, 520);
  if (intakePlateau <= 0) return 'The pressure goes to nothing or below: it must be the absolute one.';
  const noise = noiseOf(signal);
  return {
    cycles: tops.length - 1,
    rpm: {
      value: 120_000 / periodMs,
      uncertainty: ((120_000 / periodMs) * 2 * signal.stepMs) / periodMs / Math.sqrt(tops.length),
    },
    tower: { value: value(0), uncertainty: 2 * noise },
    exhaustPlateau: between(220, 330),
    intakePlateau,
    exhaustOpens: exhaustOpensAt(cycle, logs, volumes),
    intakeCloses: intakeClosesAt(cycle, logs, volumes),
    topsMs: tops,
  };
}

/** Volume over the piston as a share of that at the bottom, by the geometry of crank and rod. */
function volumeAt(degrees: number, { compressionRatio, rodRatio }: CylinderShape): number {
  const angle = (degrees * Math.PI) / 180;
  const path = 1 - Math.cos(angle) + rodRatio - Math.sqrt(rodRatio ** 2 - Math.sin(angle) ** 2);
  return (1 + ((compressionRatio - 1) * path) / 2) / compressionRatio;
}

/** Where each tower is highest: in the middle between the two points of equal height on its flanks, which noise moves little. */
function topsOf({ samples, stepMs }: Signal, times: Float64Array, rising: Uint8Array): readonly number[] {
  const tops: number[] = [];
  for (let at = 0; at + 1 < times.length; at += 1) {
    if (rising[at] !== 1) continue;
    const [from, to] = [Math.ceil((times[at] ?? 0) / stepMs), Math.floor((times[at + 1] ?? 0) / stepMs)];
    const smoothed = Float64Array.from(samples.subarray(from, to + 1));
    smooth(smoothed, Math.max(1, Math.round(smoothed.length / 20) | 1));
    const most = greatestOf(smoothed);
    const base = Math.min(smoothed[0] ?? 0, smoothed.at(-1) ?? 0);
    const middles = [0.5, 0.6, 0.7, 0.8].flatMap((share) => {
      const level = base + share * (most - base);
      const [up, down] = [smoothed.findIndex((one) => one >= level), smoothed.findLastIndex((one) => one >= level)];
      return up > 0 && down < smoothed.length - 1
        ? [(through(smoothed, up, level) + through(smoothed, down + 1, level)) / 2]
        : [];
    });
    if (middles.length > 0) tops.push((from + medianOf(middles)) * stepMs);
  }
  return tops;
}

function through(numbers: Float64Array, at: number, level: number): number {
  const [before, after] = [numbers[at - 1] ?? 0, numbers[at] ?? 0];
  return before === after ? at : at - 1 + (level - before) / (after - before);
}

/** The mean of all whole cycles, in equal steps of degrees. */
function meanCycle({ samples, stepMs }: Signal, tops: readonly number[]): Float64Array {
  const points = cycleDegrees / degreeStep;
  const cycle = new Float64Array(points);
  for (let index = 0; index + 1 < tops.length; index += 1) {
    const [from, to] = [tops[index] ?? 0, tops[index + 1] ?? 0];
    // The mean of what lies within half a step, so that no sample is left out.
    const width = (to - from) / points / stepMs;
    for (let point = 0; point < points; point += 1) {
      const middle = (from + ((to - from) * point) / points) / stepMs;
      const [first, last] = [Math.ceil(middle - width / 2), Math.floor(middle + width / 2)];
      let [sum, count] = [0, 0];
      for (let at = Math.max(0, first); at <= last; at += 1) {
        sum += samples[at] ?? 0;
        count += 1;
      }
      const near = samples[Math.round(middle)] ?? 0;
      cycle[point] = (cycle[point] ?? 0) + (count > 0 ? sum / count : near) / (tops.length - 1);
    }
  }
  return cycle;
}

const at = (degrees: number): number => Math.round(degrees / degreeStep);

/**
 * Up to where p·Vⁿ is constant, and from the pressure there on it comes to that of the exhaust by an exponential: the place and the quickness at
 * which both fit best together (least squares over the same points for all places).
 */
function exhaustOpensAt(cycle: Float64Array, logs: Float64Array, volumes: Float64Array): Measured | null {
  const [from, to] = [at(60), at(215)];
  return bestPlace(at(95), at(185), (place) => {
    const shut = fitShut(logs, volumes, from, place);
    const start = Math.exp(shut.valueAt(volumes[place] ?? 0));
    let least = Number.POSITIVE_INFINITY;
    for (const quickness of [2, 3, 4, 5, 6, 8, 12]) {
      const come = (index: number) => -Math.expm1(((place - index) * degreeStep) / quickness);
      least = Math.min(least, offFrom(cycle, start, come, place, to));
    }
    return shut.off + least / start ** 2;
  });
}

/**
 * Up to where the pressure differs from that of the intake by how quickly the piston moves the air through the valve, and from the pressure there
 * on p·Vⁿ is constant.
 */
function intakeClosesAt(cycle: Float64Array, logs: Float64Array, volumes: Float64Array): Measured | null {
  const [from, to] = [at(520), at(690)];
  return bestPlace(at(545), at(665), (place) => {
    const shut = fitShut(logs, volumes, place, to);
    const end = Math.exp(shut.valueAt(volumes[place] ?? 0));
    const quickness = (index: number) => (volumes[index + 1] ?? 0) - (volumes[index - 1] ?? 0);
    return shut.off + offFrom(cycle, end, (index) => quickness(index) - quickness(place), from, place) / end ** 2;
  });
}

/** The place with the least misfit, between its neighbours by a parabola; as uncertain as the parabola is wide where the misfit doubles by noise. */
function bestPlace(from: number, to: number, misfit: (place: number) => number): Measured | null {
  const misfits = Float64Array.from({ length: to - from }, (_, index) => misfit(from + index));
  const least = misfits.indexOf(Math.min(...misfits));
  if (least <= 0 || least >= misfits.length - 1) return null;
  const [before, here, after] = [misfits[least - 1] ?? 0, misfits[least] ?? 0, misfits[least + 1] ?? 0];
  const bend = before - 2 * here + after;
  const place = from + least + (bend > 0 ? (0.5 * (before - after)) / bend : 0);
  const ofOne = here / (to - from);
  return { value: place * degreeStep, uncertainty: degreeStep * (1 + (bend > 0 ? 4 * Math.sqrt(ofOne / bend) : 4)) };
}

/** By how much points lie off what fits best of a start and a shape that is nothing there: the sum of squares. */
function offFrom(
  points: Float64Array,
  start: number,
  shape: (index: number) => number,
  from: number,
  to: number,
): number {
  let [xx, xy, yy] = [0, 0, 0];
  for (let index = from; index < to; index += 1) {
    const [x, y] = [shape(index), (points[index] ?? 0) - start];
    xx += x * x;
    xy += x * y;
    yy += y * y;
  }
  return Math.max(0, yy - (xx > 0 ? (xy * xy) / xx : 0));
}

/** What fits best of p·Vⁿ = constant with an exponent that air has, in logarithms, and by how much points lie off it. */
function fitShut(logs: Float64Array, volumes: Float64Array, from: number, to: number) {
  const { xx, xy, yy, meanX, meanY } = momentsOf(logs, volumes, from, to);
  const slope = -Math.min(mostExponent, Math.max(leastExponent, xx > 0 ? -xy / xx : leastExponent));
  return {
    off: Math.max(0, yy - 2 * slope * xy + slope * slope * xx),
    valueAt: (volume: number) => meanY + slope * (volume - meanX),
  };
}

/** Sums of squares and products about their means. */
function momentsOf(points: Float64Array, shape: Float64Array, from: number, to: number) {
  const count = to - from;
  let [sumX, sumY, sumXX, sumXY, sumYY] = [0, 0, 0, 0, 0];
  for (let index = from; index < to; index += 1) {
    const [x, y] = [shape[index] ?? 0, points[index] ?? 0];
    sumX += x;
    sumY += y;
    sumXX += x * x;
    sumXY += x * y;
    sumYY += y * y;
  }
  const [meanX, meanY] = [sumX / count, sumY / count];
  return { xx: sumXX - sumX * meanX, xy: sumXY - sumX * meanY, yy: sumYY - sumY * meanY, meanX, meanY };
}
