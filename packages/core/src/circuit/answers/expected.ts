import { seeded } from '../../signalModel/index.js';
import type { Circuit } from '../document/circuit.js';
import type { Fault } from '../fault/fault.js';
import type { MeterReading, Probing } from '../meter/measure.js';
import { PreparedCircuit } from '../meter/preparedCircuit.js';
import type { Setting } from '../network/compile.js';

/** What a meter should show, when all is well and with each fault. */
export interface Expected {
  readonly healthy: MeterReading;
  /** Between what the healthy reading lies as parts are within their tolerance; in the unit of the reading. `undefined`: it has none. */
  readonly band: Band | undefined;
  /** What it shows on each of the circuits that were drawn, the healthy one first; nothing where one shows no number. */
  readonly drawn: readonly number[];
  readonly withFaults: readonly { readonly fault: Fault; readonly reading: MeterReading }[];
}

export interface Band {
  readonly least: number;
  readonly most: number;
}

/** Of a spread of tolerances so many circuits are drawn. */
const usualDraws = 40;

/** What should I see? @param seed the same seed draws the same circuits */
export function expectedReading(
  circuit: Circuit,
  setting: Setting,
  probing: Probing,
  faults: readonly Fault[],
  { seed, draws = usualDraws }: { readonly seed: number; readonly draws?: number },
): Expected {
  const prepared = new PreparedCircuit(circuit, setting);
  const healthy = prepared.measure(probing);
  const withFaults = faults.map((fault) => ({ fault, reading: prepared.measure(probing, fault) }));
  const random = seeded(seed);
  const values = [numberOf(healthy)];
  for (let draw = 0; draw < draws; draw += 1) {
    const drawn = { ...setting, ohmsShares: drawnShares(circuit, random) };
    values.push(numberOf(new PreparedCircuit(circuit, drawn, prepared).measure(probing)));
  }
  const known = values.filter((value) => value !== undefined);
  const drawn = known.length < values.length ? [] : known;
  const band = drawn.length === 0 ? undefined : { least: Math.min(...drawn), most: Math.max(...drawn) };
  return { healthy, band, drawn, withFaults };
}

/** The number that a reading shows, in its base unit; OL is without end. `undefined`: it shows none. */
export function numberOf(reading: MeterReading): number | undefined {
  switch (reading.kind) {
    case 'volts':
      return reading.volts;
    case 'ohms':
      return reading.ohms;
    case 'amps':
      return reading.amps;
    case 'overload':
      return Number.POSITIVE_INFINITY;
    case 'notKnown':
    case 'chatters':
    case 'doesNotSettle':
      return undefined;
  }
}

/** For each component a resistance somewhere within its tolerance, each as likely as the other. */
function drawnShares(circuit: Circuit, random: () => number): ReadonlyMap<string, number> {
  return new Map(
    circuit.components.map(({ id, withinPercent }) => [id, 1 + (withinPercent / 100) * (2 * random() - 1)] as const),
  );
}
