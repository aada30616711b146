import { expect } from 'chai';
import { aCircuit, aSplice, aWire, own } from '../../testing/aCircuit.js';
import type { Circuit, Component } from '../document/circuit.js';
import { readCircuit } from '../document/circuitFile.js';
import { checkCircuit } from './checkCircuit.js';

const texts = (circuit: Circuit) => checkCircuit(circuit).map(({ text }) => text);
const lamp = (id: string, a: string, b: string): Component => ({
  ...own(id),
  kind: 'lamp',
  at: { a, b },
  ratedVolts: 12,
  ratedWatts: 21,
  coldOhms: 0.5,
});
const fuse = (id: string, b: string, ratedAmps: number): Component => ({
  ...own(id),
  kind: 'fuse',
  at: { a: 'BAT.plus', b },
  ratedAmps,
  ohms: 0.01,
});
const plug = { id: 'C1', name: 'lamp', pins: ['1', '2'], ohms: 0.002, joins: null };
const stud = { id: 'G1', name: 'ground', ohms: 0.001 };
const sound = (more: Partial<Circuit> = {}): Circuit => ({
  ...aCircuit([fuse('F', 'F.2', 5), lamp('E', 'C1.1', 'C1.2')], {
    connectors: [plug],
    studs: [stud],
    wires: [aWire('W1', 'F.2', 'C1.1'), aWire('W2', 'C1.2', 'G1')],
  }),
  ...more,
});

describe('a circuit', () => {
  it('that is sound has no findings', () => expect(texts(sound())).to.deep.equal([]));

  for (const [what, circuit, text] of [
    [
      'a wire to nowhere',
      sound({ wires: [aWire('W1', 'F.2', 'C1.1'), aWire('W2', 'C1.2', 'G1'), aWire('W3', 'C1.2', 'G9')] }),
      'Wire W3 leads to G9, and there is no such pin, splice or stud.',
    ],
    [
      'a wire from a point to itself',
      sound({ wires: [aWire('W1', 'F.2', 'C1.1'), aWire('W2', 'C1.2', 'G1'), aWire('W3', 'G1', 'G1')] }),
      'Wire W3 begins and ends at G1.',
    ],
    [
      'a pin that its other connector does not have',
      sound({
        connectors: [{ ...plug, id: 'X1', pins: ['1', '3'], joins: 'X2' }, { ...plug, id: 'X2', pins: ['1'] }, plug],
      }),
      'Connector X1 has pin 3, and X2, into which it is plugged, has none of that name.',
    ],
    ['a pin twice', sound({ connectors: [{ ...plug, pins: ['1', '2', '2'] }] }), 'Connector C1 has pin 2 twice.'],
    [
      'the same pin in two connectors',
      sound({ connectors: [plug, { ...plug, id: 'C1.1', pins: ['2'] }, { ...plug, pins: ['1.2'] }] }),
      '“C1.1.2” is the name of two points. Rename one of them.',
    ],
    [
      'two wires of one name',
      sound({ wires: [aWire('W1', 'F.2', 'C1.1'), aWire('W1', 'C1.2', 'G1')] }),
      '“W1” is the id of two things. Rename one of them.',
    ],
    [
      'a driver of a unit that is not there',
      sound({
        components: [
          ...sound().components,
          { ...own('Q'), kind: 'pullUp', at: { pin: 'C1.1', ground: 'body' }, of: 'A9', volts: 5, ohms: 1000 },
        ],
      }),
      'Q belongs to A9, and there is no such control unit.',
    ],
    [
      'a state that sets what has no dial',
      sound({ states: [{ what: 'ignition', is: 'on', sets: [{ id: 'E', to: 1 }], apart: [], together: [] }] }),
      '“ignition: on” sets E, and there is nothing of that name to be set.',
    ],
    [
      'a state that takes out what is not there',
      sound({ states: [{ what: 'C9', is: 'unplugged', sets: [], apart: ['C9'], together: [] }] }),
      '“C9: unplugged” takes out C9, and there is nothing of that name.',
    ],
    [
      'a place that leads nowhere',
      sound({ places: [{ name: 'battery +', point: 'BAT.top', side: 'harness' }] }),
      'Place “battery +” leads to BAT.top, and there is no such pin, splice or stud.',
    ],
    [
      'a load without ground',
      sound({ wires: [aWire('W1', 'F.2', 'C1.1')] }),
      'E: from C1.2 there is no way to the battery.',
    ],
    [
      'a load with both ends at ground',
      sound({ wires: [aWire('W1', 'G1', 'C1.1'), aWire('W2', 'C1.2', 'G1')] }),
      'E has no feed.',
    ],
    [
      'a load without a fuse',
      sound({ wires: [aWire('W1', 'BAT.plus', 'C1.1'), aWire('W2', 'C1.2', 'G1')] }),
      'No fuse stands between the battery and E.',
    ],
    [
      'a fuse that is too large for its wire',
      sound({ wires: [aWire('W1', 'F.2', 'C1.1', 0.1), aWire('W2', 'C1.2', 'G1')] }),
      'Fuse F with 5 A is too large for wire W1 of 0.1 mm²: 3 A at most.',
    ],
    [
      'no battery',
      sound({ components: [lamp('E', 'C1.1', 'C1.2')], wires: [aWire('W2', 'C1.2', 'G1')] }),
      'There is no battery: nothing in it has a voltage.',
    ],
    [
      'a relay that drops out before it has pulled in',
      sound({
        components: [
          ...sound().components,
          {
            ...own('K'),
            kind: 'relay',
            at: { coilA: 'F.2', coilB: 'G1', common: 'F.2', closes: 'K.87', opens: null },
            ...{ coilOhms: 85, pullInVolts: 3, dropOutVolts: 8, contactOhms: 0.01, hasDiode: false },
          },
        ],
      }),
      'Relay K drops out at 8 V; that must be less than the 3 V at which it pulls in.',
    ],
    [
      'a lamp that is warmer cold than hot',
      sound({
        components: [...sound().components.slice(0, 2), { ...lamp('E', 'C1.1', 'C1.2'), coldOhms: 9 } as Component],
      }),
      'Lamp E has 9 Ω cold; that must be less than the 6.86 Ω that it has hot.',
    ],
    [
      'a motor that takes more when it runs',
      sound({
        components: [
          ...sound().components,
          {
            ...own('M'),
            kind: 'motor',
            at: { a: 'F.2', b: 'G1' },
            ohms: 9,
            runningVolts: 12,
            runningAmps: 4,
            stands: 1,
          },
        ],
      }),
      'Motor M has 9 Ω when it stands; it takes 4 A while it runs, as if it had 3.00 Ω: a running motor takes less than a blocked one.',
    ],
    [
      'a curve that goes back',
      sound({
        components: [
          ...sound().components,
          {
            ...own('B'),
            kind: 'thermistor',
            at: { a: 'F.2', b: 'G1' },
            curve: [
              { celsius: 20, ohms: 1000 },
              { celsius: 10, ohms: 2000 },
            ],
            stands: 20,
          },
        ],
      }),
      'Row 2 of the curve of B is at 10 °C; rows must go up.',
    ],
  ] as const)
    it(`with ${what} is found to be wrong`, () => expect(texts(circuit)).to.include(text));

  it('with two batteries, a short across one, or 5,000 wires is checked and computed all the same', () => {
    const many = aCircuit([...Array.from({ length: 100 }, (_, at) => lamp(`E${at}`, `S${at * 50}`, 'body'))], {
      splices: Array.from({ length: 5000 }, (_, at) => aSplice(`S${at}`)),
      wires: Array.from({ length: 5000 }, (_, at) =>
        aWire(`W${at}`, at % 50 === 0 ? 'BAT.plus' : `S${at - 1}`, `S${at}`),
      ),
    });
    expect(checkCircuit(many).every(({ text }) => text.startsWith('No fuse'))).to.equal(true);
  });
});

describe('data that should be a circuit', () => {
  const changed = (change: (data: Record<string, Record<string, unknown>[]>) => void): string => {
    const data = structuredClone(sound()) as unknown as Record<string, Record<string, unknown>[]>;
    change(data);
    const read = readCircuit(data);
    return read.ok ? 'read' : read.problem;
  };

  it('is read as it is', () => expect(readCircuit(sound())).to.deep.equal({ ok: true, value: sound() }));

  for (const [what, change, problem] of [
    [
      'another file',
      () => ({ format: 'probe-trail-plan' }),
      'This is no circuit: its format is not “probe-trail-circuit”.',
    ],
    [
      'a newer one',
      () => ({ ...sound(), formatVersion: 2 }),
      'This circuit has version 2 of the format; version 1 is known here.',
    ],
    ['no data', () => null, 'This is no circuit: its format is not “probe-trail-circuit”.'],
  ] as const)
    it(`says of ${what} what it is`, () => expect(readCircuit(change())).to.deep.equal({ ok: false, problem }));

  for (const [what, change, problem] of [
    ['a negative resistance', { ohms: -1 }, 'components[1].ohms is -1; it must be more than 0'],
    [
      'a resistance of nothing: a source without one makes loops that nothing limits',
      { ohms: 0 },
      'components[1].ohms is 0; it must be more than 0',
    ],
    ['no number', { ohms: Number.NaN }, 'components[1].ohms'],
    ['a text with a unit', { ohms: '10 mΩ' }, 'components[1].ohms is not a number: “10 mΩ”'],
    ['a number that is missing', { ohms: null }, 'components[1].ohms'],
    ['a kind that is not known', { kind: 'crystal' }, 'components[1].kind is crystal; it can be'],
  ] as const)
    it(`names the place of ${what}`, () =>
      expect(changed(({ components }) => Object.assign(components?.[1] ?? {}, change))).to.contain(problem));

  it('names the row of a curve that has no number in it', () => {
    const problem = changed(({ components }) => {
      const curve = [
        { celsius: 0, ohms: 5 },
        { celsius: 1, ohms: null },
      ];
      components?.push({
        kind: 'thermistor',
        id: 'B',
        name: '',
        at: { a: 'F.2', b: 'G1' },
        withinPercent: 0,
        curve,
        stands: 1,
      });
    });
    expect(problem).to.contain('components[3].curve[1].ohms');
  });

  it('names the wire that has no cross-section', () =>
    expect(changed(({ wires }) => Object.assign(wires?.[1] ?? {}, { mm2: 0 }))).to.equal(
      'wires[1].mm2 is 0; a wire has a cross-section',
    ));
});
