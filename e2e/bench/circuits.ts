import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import {
  type Circuit,
  circuitToSpice,
  type Fault,
  faultsOf,
  nextMeasurements,
  PreparedCircuit,
  plainSetting,
  readCircuit,
  stateWhile,
} from '@probe-trail/core/circuit';
import { atLeast, atMost, type Measured, medianMs } from './measured.js';

const demoFile = new URL('../../demo/circuits/loper-35.circuit.json', import.meta.url);

/** How quickly circuits are solved: a made one of 200 nodes, and the whole demo bus. */
export async function circuitRates(): Promise<readonly Measured[]> {
  const bus = read(JSON.parse(readFileSync(demoFile, 'utf8')));
  const lit = stateWhile(bus, [
    { what: 'ignition', is: 'on' },
    { what: 'loads', is: 'on' },
    { what: 'saloon lamps', is: 'on' },
  ]);
  const setting = { ...plainSetting, state: lit };
  return [...plainRates(madeOf200()), faultRate(bus, setting), pairs(bus), againstNgspice(bus, setting)];
}

function read(data: unknown): Circuit {
  const circuit = readCircuit(data);
  if (!circuit.ok) throw new Error(circuit.problem);
  return circuit.value;
}

/** A battery with ten fused branches of six loads, each with its wires and its plug: 200 nodes. */
function madeOf200(): Circuit {
  const branches = Array.from({ length: 10 }, (_, at) => `B${at}`);
  const loads = branches.flatMap((rail) => Array.from({ length: 4 }, (_, at) => ({ rail, id: `${rail}L${at}` })));
  const own = (id: string) => ({ id, name: id, withinPercent: 5 });
  return read({
    ...{ format: 'probe-trail-circuit', formatVersion: 1, id: 'made', name: 'Made of 200 nodes', lines: [] },
    components: [
      { ...own('BAT'), kind: 'battery', at: { plus: 'BAT.plus', minus: 'body' }, volts: 12.6, ohms: 0.01 },
      ...branches.map((rail) => ({
        ...own(`F${rail}`),
        kind: 'fuse',
        at: { a: 'BAT.plus', b: rail },
        ratedAmps: 30,
        ohms: 0.002,
      })),
      ...loads.map(({ id }, at) =>
        at % 2 === 0
          ? { ...own(id), kind: 'heater', at: { a: `C${id}.1`, b: `C${id}.2` }, ohms: 6 }
          : {
              ...own(id),
              kind: 'lamp',
              at: { a: `C${id}.1`, b: `C${id}.2` },
              ratedVolts: 12,
              ratedWatts: 21,
              coldOhms: 0.5,
            },
      ),
    ],
    connectors: loads.map(({ id }) => ({ id: `C${id}`, name: id, pins: ['1', '2'], ohms: 0.002, joins: null })),
    splices: branches.map((id) => ({ id, name: id })),
    studs: branches.map((id) => ({ id: `G${id}`, name: id, ohms: 0.001 })),
    wires: loads.flatMap(({ rail, id }) => [wire(`${id}f`, rail, `C${id}.1`), wire(`${id}g`, `C${id}.2`, `G${rail}`)]),
    states: [],
    places: [],
  });
}

const wire = (id: string, from: string, to: string) => ({
  ...{ id, from, to, colour: 'black', tracer: '', mm2: 1.5, metres: 3, twistedWith: null },
});

function measureAll(prepared: PreparedCircuit, of: string, faults: readonly Fault[]): void {
  for (const fault of faults) prepared.measure(amps(of), fault);
}

const amps = (of: string) => ({ kind: 'amps', of }) as const;

function plainRates(circuit: Circuit): readonly Measured[] {
  const cold = medianMs(() => new PreparedCircuit(circuit).measure(amps('B0L0')), 30);
  const prepared = new PreparedCircuit(circuit);
  const faults = faultsOf(circuit);
  const each = medianMs(() => measureAll(prepared, 'B0L0', faults)) / faults.length;
  return [
    atMost('a circuit of 200 nodes, cold', cold, 3, 'ms'),
    atMost('a fault of a circuit of 200 nodes', each, 0.3, 'ms'),
  ];
}

function faultRate(bus: Circuit, setting: typeof plainSetting): Measured {
  const faults = faultsOf(bus);
  const first = new PreparedCircuit(bus, setting);
  first.measure(amps('E71t'));
  let count = 0;
  const ms = msOf(() => {
    for (let draw = 0; draw < 3; draw += 1) {
      const ohmsShares = new Map(bus.components.map(({ id }, at) => [id, 1 + 0.001 * ((at + draw) % 7)] as const));
      const drawn = new PreparedCircuit(bus, { ...setting, ohmsShares }, first);
      measureAll(drawn, 'E71t', faults);
      count += faults.length;
    }
  });
  return atLeast('faults and draws of the whole demo bus, a second', (count / ms) * 1000, 3000, '/s');
}

function pairs(bus: Circuit): Measured {
  const suspects = faultsOf(bus)
    .filter((_, at) => at % 38 === 0)
    .slice(0, 40)
    .map((fault) => ({ fault, weight: 1 }));
  const points = bus.wires.slice(0, 60).map(({ to }) => ({ at: { point: to, side: 'harness' as const }, minutes: 2 }));
  const states = ['off', 'on'].flatMap((ignition) =>
    ['off', 'on', 'unknown'].map((loads) => ({
      name: `${ignition} ${loads}`,
      minutes: 1,
      state: stateWhile(bus, [
        { what: 'ignition', is: ignition },
        { what: 'loads', is: loads },
      ]),
    })),
  );
  const ms = medianMs(() => nextMeasurements(bus, suspects, points, states), 3, 1);
  return atMost('the best next pair of 40 suspects, 60 points and 6 states', ms, 1000, 'ms');
}

/** How many solutions this gives in the time in which a process of ngspice gives one. */
function againstNgspice(bus: Circuit, setting: typeof plainSetting): Measured {
  const netlist = circuitToSpice(bus, setting);
  if (typeof netlist !== 'string') throw new Error('the demo bus does not settle');
  const folder = mkdtempSync(join(tmpdir(), 'circuit-bench-'));
  const file = join(folder, 'bus.cir');
  writeFileSync(file, netlist);
  const theirs = medianMs(() => spawnSync('ngspice', ['-b', file]), 5, 1);
  rmSync(folder, { recursive: true });
  const prepared = new PreparedCircuit(bus, setting);
  const faults = faultsOf(bus).slice(0, 400);
  prepared.measure(amps('E71t'));
  const own = medianMs(() => measureAll(prepared, 'E71t', faults), 3, 1) / faults.length;
  const what = 'solutions of the demo bus in the time of one by a process of ngspice';
  return atLeast(what, theirs / own, 20, '×');
}

function msOf(work: () => unknown): number {
  const begin = performance.now();
  work();
  return performance.now() - begin;
}
