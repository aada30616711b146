import { type Band, type Circuit, expectedReading, type Fault, faultsOf, numberOf } from '../circuit/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { zoneIndexAt, zonesOf } from '../spec/index.js';
import { convert, unitOf } from '../units/index.js';
import type { CircuitAsk } from './askOfStep.js';

/** What a circuit says of a reading and of its limits, in the unit of the limits. */
export interface ReadingByCircuit {
  readonly healthy: number;
  /** Between what it lies on healthy vehicles, as parts are within their tolerance. */
  readonly band: Band;
  /** Of healthy vehicles the share that the limits fail, 0 to 1. */
  readonly failedShare: number;
  /** Faults that put it out of spec. */
  readonly found: readonly FaultSeen[];
  /** Faults that move it away from what healthy vehicles show, and leave it in spec: the limits are too wide for them. */
  readonly missed: readonly FaultSeen[];
}

export interface FaultSeen {
  readonly fault: Fault;
  /** What it would show; without end where the meter shows OL. */
  readonly value: number;
}

// What moves a reading by less beyond what healthy vehicles show is not seen on a meter.
const seenShare = 0.03;

/** @returns a sentence where the circuit has no reading */
export function readingByCircuit(
  circuit: Circuit,
  { probing, setting, spec }: CircuitAsk,
): Result<ReadingByCircuit, string> {
  const faults = faultsOf(circuit);
  const { healthy, drawn, withFaults } = expectedReading(circuit, setting, probing, faults, { seed: 1 });
  const own = unitOf(probing.kind === 'ohms' ? 'Ω' : 'V');
  const inUnit = (value: number): number => {
    const converted = Number.isFinite(value) ? convert(value, own, unitOf(spec.unit)) : ok(value);
    return converted.ok ? converted.value : Number.NaN;
  };
  const number = numberOf(healthy);
  if (number === undefined || drawn.length === 0) return failed('The circuit has no reading there.');
  if (healthy.kind === 'volts' && !healthy.isConnected) return failed('Nothing joins the two points in this state.');
  const values = drawn.map(inUnit);
  if (values.some(Number.isNaN)) return failed(`What the circuit says cannot be shown in ${spec.unit}.`);
  const line = zonesOf(spec);
  const isInSpec = (value: number) => line.zones[zoneIndexAt(line, value)]?.ok === true;
  const band = { least: Math.min(...values), most: Math.max(...values) };
  const margin = seenShare * Math.max(Math.abs(band.least), Math.abs(band.most), leastOf(probing.kind, inUnit));
  const moved = withFaults.flatMap(({ fault, reading }): readonly FaultSeen[] => {
    const shown = numberOf(reading);
    const value = shown === undefined ? Number.NaN : inUnit(shown);
    return value < band.least - margin || value > band.most + margin ? [{ fault, value }] : [];
  });
  return ok({
    ...{ healthy: inUnit(number), band },
    failedShare: values.filter((value) => !isInSpec(value)).length / values.length,
    found: moved.filter(({ value }) => !isInSpec(value)),
    missed: moved.filter(({ value }) => isInSpec(value)),
  });
}

/** About nothing at all a meter shows a little all the same: a share of this. */
const leastOf = (kind: CircuitAsk['probing']['kind'], inUnit: (value: number) => number): number =>
  Math.abs(inUnit(kind === 'ohms' ? 10 : 1));
