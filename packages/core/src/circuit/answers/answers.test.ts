import { readFileSync } from 'node:fs';
import { expect } from 'chai';
import { aCircuit, aResistor, aSplice, aWire, own } from '../../testing/aCircuit.js';
import { type Fault, faultId } from '../fault/fault.js';
import { type Circuit, readCircuit } from '../index.js';
import { PreparedCircuit } from '../meter/preparedCircuit.js';
import { plainSetting } from '../network/compile.js';
import { asItStands, stateWhile } from '../network/state.js';
import { bridgeReport } from './bridge.js';
import { deadTable, sharedCauses } from './commonCause.js';
import { expectedReading } from './expected.js';
import { nextMeasurements } from './nextMeasurement.js';

function demoBus(): Circuit {
  const file = new URL('../../../../../demo/circuits/loper-35.circuit.json', import.meta.url);
  const read = readCircuit(JSON.parse(readFileSync(file, 'utf8')));
  if (!read.ok) throw new Error(read.problem);
  return read.value;
}
const bus = demoBus();
const busWhile = (...states: string[]) =>
  stateWhile(
    bus,
    states.map((state) => ({ what: state.split(': ')[0] ?? '', is: state.split(': ')[1] ?? '' })),
  );
const harness = (point: string) => ({ point, side: 'harness' as const });
const dead = (...ids: string[]) => ids.map((of) => ({ of, isAlive: false }));
const alive = (...ids: string[]) => ids.map((of) => ({ of, isAlive: true }));

describe('what dead consumers share', () => {
  const first = (state: ReturnType<typeof busWhile>, ...seen: ReturnType<typeof dead>) => {
    const [best] = sharedCauses(deadTable(bus, state), seen).causes;
    return best ? [best.fault, ...best.alike].map(faultId) : [];
  };

  it('is a fuse for the lamps behind it', () => {
    const found = first(busWhile('ignition: on', 'loads: on'), ...dead('E72t', 'E73'), ...alive('E71t', 'E1L'));
    expect(found).to.include('open F23');
    expect(found).to.not.include('open F21');
  });

  it('is a ground stud for what comes back there', () => {
    const state = busWhile('ignition: on', 'loads: on', 'saloon lamps: on');
    const found = first(state, ...dead('A40', 'A41', 'R52'), ...alive('A10', 'A45', 'E41'));
    expect(found).to.include('open G7');
  });

  it('is the relay behind a row of fuses that are dead to a test light', () => {
    const found = first(
      busWhile('ignition: on'),
      ...dead('F44.2', 'F46.2', 'F47.2', 'F49.2'),
      ...alive('F5.2', 'F12.2', 'F40.2'),
    );
    expect(found).to.include.members(['open K2relay/closes', 'open K2relay/coil', 'open K2.85']);
    expect(found.some((id) => id.includes('K1'))).to.equal(false);
  });

  it('says what is not fed at all in this state', () => {
    const { notFed } = sharedCauses(deadTable(bus, busWhile('ignition: off')), [
      ...dead('A10', 'E71t'),
      ...alive('A40'),
    ]);
    expect(notFed).to.deep.equal(['A10', 'E71t']);
  });

  it('says what speaks against a cause that explains most', () => {
    const state = busWhile('ignition: on', 'loads: on');
    const table = deadTable(bus, state);
    const { causes } = sharedCauses(table, [...dead('E71t', 'E72t', 'E73'), ...alive('E1L')]);
    expect(causes[0]?.explains).to.have.members(['E71t', 'E72t', 'E73']);
    expect(causes[0]?.contradictedBy).to.deep.equal([]);
    const torn = sharedCauses(table, [...dead('E72t'), ...alive('E73')]).causes;
    expect(torn[0]?.contradictedBy).to.deep.equal([]);
    expect(
      torn.find(({ fault, alike }) => [fault, ...alike].map(faultId).includes('open F23'))?.contradictedBy,
    ).to.deep.equal(['E73']);
  });

  it('finds each fuse, relay contact and stud of the bus again from what it leaves dead', function () {
    this.timeout(120_000);
    const state = busWhile('ignition: on', 'loads: on', 'saloon lamps: on');
    const prepared = new PreparedCircuit(bus, { ...plainSetting, state });
    const table = deadTable(bus, state);
    const consumers = [
      'E71t',
      'E72t',
      'E73',
      'E1L',
      'E1R',
      'E41',
      'E45',
      'R52',
      'A10',
      'A20',
      'A22',
      'A30',
      'A40',
      'A41',
      'A45',
      'A50',
    ];
    for (const of of [
      'F12',
      'F20',
      'F21',
      'F22',
      'F23',
      'F40',
      'F44',
      'F45',
      'F47',
      'K2relay/closes',
      'G3',
      'G4',
      'G7',
    ]) {
      const seen = seenWith(prepared, of, consumers);
      if (seen.every(({ isAlive }) => isAlive)) throw new Error(`${of} leaves nothing dead`);
      const [best] = sharedCauses(table, seen).causes;
      expect(best && [best.fault, ...best.alike].map(faultId), of).to.include(`open ${of}`);
    }
  });
});

/** What is seen of consumers while something is open: by what they take of what they take when all is well. */
function seenWith(prepared: PreparedCircuit, of: string, consumers: readonly string[]) {
  return consumers.map((id) => {
    const amps = (fault?: Fault) => {
      const reading = prepared.measure({ kind: 'amps', of: id }, fault);
      return reading.kind === 'amps' ? Math.abs(reading.amps) : 0;
    };
    return { of: id, isAlive: amps({ kind: 'open', of }) > 0.72 * amps() };
  });
}

describe('what one should see', () => {
  const divider = aCircuit(
    [
      { ...aResistor('R1', 'BAT.plus', 'P', 1000), withinPercent: 10 },
      { ...aResistor('R2', 'P', 'body', 2000), withinPercent: 10 },
    ],
    { splices: [aSplice('P')] },
  );
  const atP = { kind: 'volts', red: harness('P'), black: harness('body'), with: 'meter' } as const;

  it('lies within what the tolerances of parts allow, and comes near its ends', () => {
    const { healthy, band } = expectedReading(divider, plainSetting, atP, [], { seed: 3, draws: 400 });
    expect(healthy.kind === 'volts' && healthy.volts).to.be.closeTo(8, 0.001);
    // 12 V · 1.8 / (1.1 + 1.8) to 12 V · 2.2 / (0.9 + 2.2).
    expect(band?.least).to.be.within(7.447, 7.55);
    expect(band?.most).to.be.within(8.42, 8.517);
  });

  it('is the same for the same seed', () => {
    const band = (seed: number) => expectedReading(divider, plainSetting, atP, [], { seed }).band;
    expect(band(5)).to.deep.equal(band(5));
    expect(band(5)).to.not.deep.equal(band(6));
  });

  it('is said for each fault', () => {
    const { withFaults } = expectedReading(
      divider,
      plainSetting,
      atP,
      [
        { kind: 'open', of: 'R1' },
        { kind: 'open', of: 'R2' },
      ],
      { seed: 1 },
    );
    const volts = withFaults.map(({ reading }) => (reading.kind === 'volts' ? reading.volts : Number.NaN));
    expect(volts[0]).to.be.closeTo(0, 1e-9);
    expect(volts[1]).to.be.closeTo(12, 0.01);
  });
});

describe('where to measure next', () => {
  // A chain of four wires from the battery to a load: which of them is open?
  const chain = aCircuit([aResistor('L', 'P4', 'body', 10)], {
    splices: ['P1', 'P2', 'P3', 'P4'].map(aSplice),
    wires: ['BAT.plus', 'P1', 'P2', 'P3'].map((from, at) => aWire(`W${at + 1}`, from, `P${at + 1}`)),
  });
  const suspects = ['W1', 'W2', 'W3', 'W4'].map((of) => ({ fault: { kind: 'open', of } as const, weight: 1 }));
  const reach = (...points: readonly (readonly [string, number])[]) =>
    points.map(([point, minutes]) => ({ at: harness(point), minutes }));
  const states = [{ name: 'as it stands', state: asItStands, minutes: 0 }];

  it('is the middle of a chain when every point takes as long', () => {
    const [best] = nextMeasurements(chain, suspects, reach(['P1', 1], ['P2', 1], ['P3', 1], ['body', 0.5]), states);
    expect([best?.red.point, best?.black.point]).to.deep.equal(['P2', 'body']);
    expect(best?.bits).to.be.closeTo(1, 1e-9);
    expect(best?.groups.map(({ faults }) => faults.map(faultId))).to.deep.equal([
      ['open W1', 'open W2'],
      ['open W3', 'open W4'],
    ]);
  });

  it('is nearer when the middle is hard to reach', () => {
    const [best] = nextMeasurements(chain, suspects, reach(['P1', 1], ['P2', 30], ['P3', 2], ['body', 0.1]), states);
    expect(best?.red.point).to.equal('P1');
  });

  it('looks where a weight says that it is', () => {
    const weighted = suspects.map((one, at) => ({ ...one, weight: at === 3 ? 20 : 1 }));
    const [best] = nextMeasurements(chain, weighted, reach(['P1', 1], ['P2', 1], ['P3', 1], ['body', 1]), states);
    expect(best?.red.point).to.equal('P3');
  });

  it('is nowhere where nothing can be told', () => {
    expect(nextMeasurements(chain, suspects.slice(0, 1), reach(['P1', 1], ['body', 1]), states)).to.deep.equal([]);
    expect(nextMeasurements(chain, suspects, reach(['BAT.plus', 1], ['body', 1]), states)).to.deep.equal([]);
  });
});

describe('a bridge between two points', () => {
  it('over an open relay contact runs what is behind it, and says the fuse for it', () => {
    const report = bridgeReport(
      bus,
      busWhile('ignition: on', 'relay K7: pulled out'),
      harness('K7.30'),
      harness('K7.87'),
    );
    if ('kind' in report) throw new Error(report.kind);
    expect(report.wakes).to.include('A34');
    expect(report.wakes).to.not.include('M12');
    expect(report.blows).to.deep.equal([]);
    expect(report.fuseAmps).to.equal(1);
  });

  it('from feed to ground blows a fuse and is too much for the wires', () => {
    const report = bridgeReport(bus, busWhile('ignition: on'), harness('C48.1'), harness('C48.2'));
    if ('kind' in report) throw new Error(report.kind);
    expect(report.blows).to.deep.equal(['F40']);
    const unfused = bridgeReport(bus, busWhile('ignition: on'), harness('BAT.plus'), harness('BAT.minus'));
    if ('kind' in unfused) throw new Error(unfused.kind);
    expect(unfused.amps).to.be.above(500);
    expect(unfused.fuseAmps).to.equal(undefined);
  });

  it('that feeds 12 V into a 5 V input says what is pushed', () => {
    const report = bridgeReport(bus, busWhile('ignition: on'), harness('C44.1'), harness('S12'));
    if ('kind' in report) throw new Error(report.kind);
    expect(report.strains).to.include('A10ref');
  });

  it('at a place that is not there says so', () =>
    expect(bridgeReport(bus, asItStands, harness('C99.1'), harness('G1'))).to.deep.equal({
      kind: 'notKnown',
      place: 'C99.1',
    }));

  it('between two points that are one changes nothing', () => {
    const report = bridgeReport(bus, busWhile('ignition: on'), harness('S12'), harness('S12'));
    expect(report).to.deep.include({ amps: 0, wakes: [], puts: [], blows: [] });
  });

  it('puts out what it shorts', () => {
    const lamp = aCircuit(
      [
        aResistor('R', 'BAT.plus', 'P', 10),
        { ...own('E'), kind: 'lamp', at: { a: 'P', b: 'body' }, ratedVolts: 12, ratedWatts: 5, coldOhms: 2.5 },
      ],
      { splices: [aSplice('P')] },
    );
    const report = bridgeReport(lamp, asItStands, harness('P'), harness('body'));
    expect(report).to.deep.include({ puts: ['E'], wakes: [], fuseAmps: 2 });
  });
});
