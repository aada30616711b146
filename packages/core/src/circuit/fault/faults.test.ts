import { expect } from 'chai';
import { aCircuit, aResistor, aSplice, aWire, own } from '../../testing/aCircuit.js';
import type { Circuit, Component } from '../document/circuit.js';
import { PreparedCircuit } from '../meter/preparedCircuit.js';
import { type Fault, faultId } from './fault.js';
import { faultsOf } from './faultsOf.js';
import { sayFault } from './sayFault.js';

const at = (point: string) => ({ point, side: 'harness' as const });

/** A battery, a fuse, a switch, a plug, a lamp, and a wire to ground with its stud; a unit that pulls a pin up. */
const lampCircuit: Circuit = aCircuit(
  [
    { ...own('F'), kind: 'fuse', at: { a: 'BAT.plus', b: 'F.2' }, ratedAmps: 5, ohms: 0.02 },
    { ...own('S'), kind: 'switch', at: { a: 'F.2', b: 'S.2' }, ohms: 0.01, stands: 1 },
    { ...own('E'), kind: 'heater', at: { a: 'C1.1', b: 'C1.2' }, ohms: 6 },
    {
      ...own('A1'),
      kind: 'unit',
      at: { feed: 'BAT.plus', ground: 'body' },
      ohms: 100,
      wakesAtVolts: 6,
      sleepsBelowVolts: 5,
    },
    { ...own('U'), kind: 'pullUp', at: { pin: 'P', ground: 'body' }, of: 'A1', volts: 5, ohms: 1000 },
    aResistor('R', 'P', 'body', 1000),
  ],
  {
    connectors: [{ id: 'C1', name: 'lamp', pins: ['1', '2'], ohms: 0.002, joins: null }],
    studs: [{ id: 'G1', name: 'ground', ohms: 0.001 }],
    splices: [aSplice('P')],
    wires: [aWire('W1', 'S.2', 'C1.1'), aWire('W2', 'C1.2', 'G1')],
  },
);

const wire = 1 / 58;
const around = 0.02 + 0.01 + wire + 0.002 + 6 + 0.002 + wire + 0.001;

const prepared = new PreparedCircuit(lampCircuit);
const volts = (point: string, fault?: Fault) => {
  const reading = prepared.measure({ kind: 'volts', red: at(point), black: at('body'), with: 'meter' }, fault);
  if (reading.kind !== 'volts') throw new Error(`the meter shows ${reading.kind}`);
  return reading.volts;
};
const amps = (fault?: Fault) => {
  const reading = prepared.measure({ kind: 'amps', of: 'E' }, fault);
  return reading.kind === 'amps' ? reading.amps : Number.NaN;
};

describe('a fault', () => {
  it('of none is the circuit as it is', () => expect(amps()).to.be.closeTo(12 / around, 1e-9));

  for (const [what, fault, point, expected] of [
    ['an open wire', { kind: 'open', of: 'W1' }, 'C1.1', 0],
    ['an open ground', { kind: 'open', of: 'G1' }, 'C1.2', 12],
    ['an open contact', { kind: 'open', of: 'C1.2' }, 'C1.1', 12],
    ['half an ohm in the ground', { kind: 'series', of: 'G1', ohms: 0.5 }, 'G1', (12 * 0.501) / (around + 0.5)],
    ['a contact that carries half an amp', { kind: 'worn', of: 'C1.1', amps: 0.5 }, 'C1.2', 0.5 * (0.001 + wire)],
    ['a short to ground behind the fuse, which blows', { kind: 'toGround', at: at('C1.1'), ohms: 0.05 }, 'F.2', 0],
    ['a leak to ground', { kind: 'toGround', at: at('P'), ohms: 1000 }, 'P', (5 * 500) / 1500],
    ['a short to feed', { kind: 'toFeed', at: at('P'), ohms: 0.05 }, 'P', 12],
    ['a fuse that is too small', { kind: 'wrongFuse', of: 'F', ratedAmps: 1 }, 'F.2', 0],
    ['a switch that is stuck closed', { kind: 'stuckClosed', of: 'S', ohms: 0.01 }, 'S.2', 12 - (12 * 0.03) / around],
    ['a resistance that is twice as large', { kind: 'drift', of: 'R', share: 2 }, 'P', (5 * 2000) / 3000],
    [
      'a weak battery',
      { kind: 'weak', of: 'BAT', volts: 10, ohms: 0.1 },
      'BAT.plus',
      10 / (1 + 0.1 / around + 0.1 / 100),
    ],
    ['a dead unit', { kind: 'dead', of: 'A1' }, 'P', 0],
  ] as const)
    it(`such as ${what} is seen`, () => expect(volts(point, fault)).to.be.closeTo(expected, 0.005));

  it('between two pins is a short of the load, which blows the fuse', () => {
    const fault: Fault = { kind: 'between', at: at('C1.1'), and: at('C1.2'), ohms: 0.05 };
    expect(amps(fault)).to.be.closeTo(0, 1e-9);
  });

  it('of a size of nothing changes nothing', () => {
    for (const fault of [
      { kind: 'series', of: 'W1', ohms: 0 },
      { kind: 'drift', of: 'E', share: 1 },
      { kind: 'toGround', at: at('C1.1'), ohms: 1e15 },
      { kind: 'worn', of: 'C1.1', amps: 100 },
    ] as const)
      expect(amps(fault), fault.kind).to.be.closeTo(amps(), 1e-9);
  });

  it('at a place that the circuit does not have is said to be nowhere', () => {
    const probing = { kind: 'amps', of: 'E' } as const;
    expect(prepared.measure(probing, { kind: 'open', of: 'W9' })).to.deep.equal({ kind: 'notKnown', place: 'W9' });
    expect(prepared.measure(probing, { kind: 'toFeed', at: at('C9.1'), ohms: 1 })).to.deep.equal({
      kind: 'notKnown',
      place: 'C9.1',
    });
  });
});

describe('the faults of a circuit', () => {
  it('have each a name of their own', () => {
    const ids = faultsOf(lampCircuit).map(faultId);
    expect(new Set(ids).size).to.equal(ids.length);
  });

  it('are said so that somebody finds them', () => {
    const said = faultsOf(lampCircuit).map((fault) => sayFault(lampCircuit, fault));
    expect(said).to.include.members([
      'wire W1, S.2 to C1.1, brown: is open',
      'pin 2 of C1, lamp: is open',
      'pin 1 of C1, lamp: worn, lets 0.5 A through at most',
      'C1.1 and C1.2: joined with 0.05 Ω',
      'F: is blown',
      'F: has 2.5 A',
      'ground: 0.5 Ω too much',
      'Battery: weak',
      'A1: does not come on',
      'E: 50 % of what it should be',
    ]);
    expect(new Set(said).size).to.equal(said.length);
  });

  it('are all at places that it has', () => {
    for (const fault of faultsOf(lampCircuit))
      expect(prepared.measure({ kind: 'amps', of: 'E' }, fault).kind, faultId(fault)).to.equal('amps');
  });

  it('of each kind can be told from the healthy circuit somewhere', () => {
    const points = ['BAT.plus', 'F.2', 'S.2', 'C1.1', 'C1.2', 'G1', 'P'];
    const silent = faultsOf(lampCircuit).filter((fault) =>
      points.every((point) => Math.abs(volts(point, fault) - volts(point)) < 1e-4),
    );
    // What is at ground already, a switch that is closed already, and a fuse that is still large enough.
    const expected = ['toGround G1 0.05', 'toGround G1 1000', 'wrongFuse F 2.5', 'stuckClosed S 0.01'];
    expect(silent.map(faultId)).to.deep.equal(expected);
  });

  it('of a coil that is open lets its relay go, although its voltage stands at it', () => {
    const relay: Component = {
      ...own('K'),
      kind: 'relay',
      at: { coilA: 'BAT.plus', coilB: 'body', common: 'BAT.plus', closes: 'K.87', opens: null },
      ...{ coilOhms: 85, pullInVolts: 8, dropOutVolts: 3, contactOhms: 0.01, hasDiode: false },
    };
    const circuit = new PreparedCircuit(aCircuit([relay, aResistor('L', 'K.87', 'body', 10)]));
    const probing = { kind: 'volts', red: at('K.87'), black: at('body'), with: 'meter' } as const;
    const volts = (fault?: Fault) => {
      const reading = circuit.measure(probing, fault);
      return reading.kind === 'volts' ? reading.volts : Number.NaN;
    };
    expect(volts()).to.be.closeTo(12, 0.02);
    expect(volts({ kind: 'open', of: 'K/coil' })).to.be.closeTo(0, 1e-9);
  });

  it('of a relay are those of its coil and of each of its contacts', () => {
    const relay: Component = {
      ...own('K'),
      kind: 'relay',
      at: { coilA: 'K.86', coilB: 'K.85', common: 'K.30', closes: 'K.87', opens: null },
      ...{ coilOhms: 85, pullInVolts: 8, dropOutVolts: 3, contactOhms: 0.01, hasDiode: false },
    };
    const ids = faultsOf(aCircuit([relay]))
      .map(faultId)
      .filter((id) => id.includes('K/'));
    expect(ids).to.deep.equal(['open K/coil', 'open K/closes', 'stuckClosed K/closes 0.01', 'worn K/closes 0.5']);
  });
});
