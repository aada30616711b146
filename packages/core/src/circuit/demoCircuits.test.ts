import { readdirSync, readFileSync } from 'node:fs';
import { expect } from 'chai';
import { type Plan, readPlanFile } from '../plan/index.js';
import { validate } from '../schema/index.js';
import { lineSchema } from '../vehicle/index.js';
import {
  type Circuit,
  checkCircuit,
  type MeterReading,
  PreparedCircuit,
  plainSetting,
  readCircuit,
  stateWhile,
} from './index.js';

const demo = new URL('../../../../demo/', import.meta.url);
const json = (path: string): unknown => JSON.parse(readFileSync(new URL(path, demo), 'utf8'));

function circuitOf(id: string): Circuit {
  const read = readCircuit(json(`circuits/${id}.circuit.json`));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}

function planOf(id: string): Plan {
  const read = readPlanFile(readFileSync(new URL(`plans/${id}.plan.json`, demo), 'utf8'));
  if (!read.ok) throw new Error(`${id} is no plan`);
  return read.value.plan;
}

const bus = circuitOf('loper-35');

/** What a meter shows while the vehicle is in these states, `what: is`. */
function measure(states: readonly string[], kind: 'volts' | 'ohms', red: string, black: string): MeterReading {
  const vehicle = states.map((state) => {
    const [what = '', is = ''] = state.split(': ');
    return { what, is };
  });
  const at = (name: string) =>
    bus.places.find((place) => place.name === name) ?? { point: name, side: 'harness' as const };
  const prepared = new PreparedCircuit(bus, { ...plainSetting, state: stateWhile(bus, vehicle) });
  const leads = { red: at(red), black: at(black) };
  return prepared.measure(kind === 'volts' ? { kind, ...leads, with: 'meter' } : { kind, ...leads });
}

const off = ['ignition: off', 'engine: off'];
const on = ['ignition: on', 'engine: off'];
const fan = [...on, 'fan command: 90 %'];

describe('the circuit of the demo bus', () => {
  it('has nothing wrong with it but the starter, which has no fuse', () =>
    expect(checkCircuit(bus).map(({ text }) => text)).to.deep.equal([
      'No fuse stands between the battery and Starter M10 (M10mot).',
    ]));

  it('has every feed and ground of its vehicle line, and each unit hangs on them there too', () => {
    const line = validate(lineSchema, json('lines/loper-35.line.json'));
    if (!line.ok) throw new Error('the line is not one');
    const names = new Set([...bus.components, ...bus.studs].map(({ id }) => id));
    const missing = line.value.supplies.filter(({ id, kind }) => kind !== 'bus' && id !== 'ref5a' && !names.has(id));
    expect(missing.map(({ id }) => id)).to.deep.equal([]);
    const units = line.value.units.filter(({ id }) => !names.has(id));
    expect(units.map(({ id }) => id)).to.deep.equal([]);
  });

  it('has the pins and wires of all part cards of the demo plans', () => {
    const connectors = new Map(bus.connectors.map(({ id, pins }) => [id, pins] as const));
    for (const file of readdirSync(new URL('plans/', demo)))
      for (const card of planOf(file.replace('.plan.json', '')).partCards)
        for (const { id, pins } of card.connectors) {
          const known = connectors.get(id);
          if (!known) continue;
          for (const { pin, wire } of pins) {
            expect(known, `${file} ${id}`).to.include(pin);
            const wires = bus.wires.filter(({ from, to }) => [from, to].includes(`${id}.${pin}`));
            const fits = wires.some(({ colour, tracer }) => colour === wire.colour && tracer === wire.tracer);
            expect(fits || wires.length === 0, `${file}: ${id}.${pin} is ${wire.colour}/${wire.tracer}`).to.equal(true);
          }
        }
  });

  for (const { plan, step, reading, states, kind, red, black } of [
    { plan: 'radiator-fan', step: 'rest', states: off, kind: 'volts', red: 'battery +', black: 'battery −' },
    {
      plan: 'radiator-fan',
      step: 'fuse31',
      states: [...off, 'relay K7: pulled out'],
      kind: 'volts',
      red: 'K7.30',
      black: 'battery −',
    },
    { plan: 'radiator-fan', step: 'fuse31Load', states: fan, kind: 'volts', red: 'K7.30', black: 'battery −' },
    {
      plan: 'radiator-fan',
      step: 'coilOhms',
      states: [...off, 'relay K7: pulled out'],
      kind: 'ohms',
      red: 'relay pin 86',
      black: 'relay pin 85',
    },
    {
      plan: 'radiator-fan',
      step: 'coilFeed',
      states: [...on, 'relay K7: pulled out'],
      kind: 'volts',
      red: 'K7.86',
      black: 'battery −',
    },
    { plan: 'radiator-fan', step: 'coilControl', states: fan, kind: 'volts', red: 'K7.85', black: 'battery −' },
    { plan: 'radiator-fan', step: 'output', states: fan, kind: 'volts', red: 'K7.87', black: 'battery −' },
    {
      plan: 'radiator-fan',
      step: 'feed',
      states: [...fan, 'C52: unplugged'],
      kind: 'volts',
      red: 'C52.1',
      black: 'battery −',
    },
    {
      plan: 'radiator-fan',
      step: 'groundDrop',
      states: [...off, 'C52: unplugged'],
      kind: 'volts',
      red: 'C52.2',
      black: 'battery −',
    },
    { plan: 'radiator-fan', step: 'motorVolts', states: fan, kind: 'volts', red: 'C53.1', black: 'C53.2' },
    { plan: 'coolant-temperature', step: 'signal', states: on, kind: 'volts', red: 'C31.2', black: 'C31.1' },
    {
      plan: 'coolant-temperature',
      step: 'unplug',
      states: [...on, 'C31: unplugged'],
      kind: 'volts',
      red: 'C31.2',
      black: 'battery −',
    },
    { plan: 'coolant-temperature', step: 'groundDrop', states: on, kind: 'volts', red: 'C31.1', black: 'battery −' },
    {
      plan: 'coolant-temperature',
      step: 'wireOhms',
      states: [...off, 'C31: unplugged', 'C10: unplugged'],
      kind: 'ohms',
      red: 'C31.2',
      black: 'C10.33',
    },
    { plan: 'accelerator-pedal', step: 'supply', states: on, kind: 'volts', red: 'C44.1', black: 'C44.2' },
    {
      plan: 'accelerator-pedal',
      step: 'ratio',
      reading: 't1',
      states: on,
      kind: 'volts',
      red: 'C44.3',
      black: 'C44.2',
    },
    {
      plan: 'accelerator-pedal',
      step: 'ratio',
      reading: 't2',
      states: on,
      kind: 'volts',
      red: 'C44.4',
      black: 'C44.2',
    },
    {
      plan: 'boarding-ramp',
      step: 'coilVolts',
      states: [...on, 'ramp: lifting'],
      kind: 'volts',
      red: 'K41.1',
      black: 'K41.2',
    },
    {
      plan: 'boarding-ramp',
      step: 'coilAtUnit',
      states: [...on, 'ramp: lifting'],
      kind: 'volts',
      red: 'C43.4',
      black: 'C43.2',
    },
    {
      plan: 'boarding-ramp',
      step: 'contacts',
      states: [...on, 'ramp: lifting'],
      kind: 'volts',
      red: 'K41.A',
      black: 'K41.B',
    },
    {
      plan: 'rear-lamps',
      step: 'feedVolts',
      states: [...on, 'loads: on'],
      kind: 'volts',
      red: 'C71.2',
      black: 'C71.1',
    },
    {
      plan: 'passenger-door',
      step: 'edgePlug',
      states: [...off, 'C46: unplugged'],
      kind: 'ohms',
      red: 'part of C46',
      black: '',
    },
    {
      plan: 'passenger-door',
      step: 'limitWire',
      states: [...off, 'C47: unplugged', 'C48: unplugged'],
      kind: 'ohms',
      red: 'C47.1',
      black: 'C48.4',
    },
    { plan: 'slow-cranking', step: 'rest', states: off, kind: 'volts', red: 'battery +', black: 'battery −' },
    {
      plan: 'slow-cranking',
      step: 'charge',
      states: ['ignition: on', 'engine: running', 'loads: on'],
      kind: 'volts',
      red: 'battery +',
      black: 'battery −',
    },
  ] as readonly Row[])
    it(`shows in step ${step} of ${plan}${reading ? `, ${reading},` : ''} what is in spec there`, () => {
      const found = planOf(plan).steps.find(({ id }) => id === step);
      const { spec } = found?.readings.find(({ id }) => !reading || id === reading) ?? {};
      if (spec?.kind !== 'zones') return;
      const shown = red.startsWith('part of ') ? partOf(red.slice(8), states) : measure(states, kind, red, black);
      const factor = spec.unit === 'kΩ' ? 1000 : 1;
      const value = (shown.kind === 'volts' ? shown.volts : shown.kind === 'ohms' ? shown.ohms : Number.NaN) / factor;
      const zone = spec.zones[spec.cuts.filter((cut) => value > cut).length];
      expect(zone?.ok, `${value} ${spec.unit} is “${zone?.name}”`).to.equal(true);
    });

  it('lets the ramp pump lift with 90 to 140 A and loses what it may in its cables', () => {
    const lifting = [...on, 'ramp: lifting'];
    const volts = (red: string, black: string) => {
      const shown = measure(lifting, 'volts', red, black);
      return shown.kind === 'volts' ? shown.volts : Number.NaN;
    };
    expect(volts('battery +', 'M41.1')).to.be.within(0.1, 0.6);
    expect(volts('M41.2', 'battery −')).to.be.within(0.05, 0.4);
    expect(volts('battery +', 'battery −')).to.be.above(10.5);
  });
});

interface Row {
  readonly plan: string;
  readonly step: string;
  readonly reading?: string;
  readonly states: readonly string[];
  readonly kind: 'volts' | 'ohms';
  readonly red: string;
  readonly black: string;
}

function partOf(connectorId: string, states: readonly string[]): MeterReading {
  const state = stateWhile(
    bus,
    states.map((one) => ({ what: one.split(': ')[0] ?? '', is: one.split(': ')[1] ?? '' })),
  );
  const at = (pin: string) => ({ point: `${connectorId}.${pin}`, side: 'part' as const });
  return new PreparedCircuit(bus, { ...plainSetting, state }).measure({ kind: 'ohms', red: at('1'), black: at('2') });
}
