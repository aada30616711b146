import { expect } from 'chai';
import { aCircuit, aResistor, aSplice, aWire, own } from '../../testing/aCircuit.js';
import type { Circuit, Component, PointAt } from '../document/circuit.js';
import type { Fault } from '../fault/fault.js';
import { plainSetting } from '../network/compile.js';
import { asItStands, type CircuitState } from '../network/state.js';
import type { Probing } from './measure.js';
import { PreparedCircuit } from './preparedCircuit.js';

const at = (point: string, side: PointAt['side'] = 'harness'): PointAt => ({ point, side });
const dialled = (dials: Readonly<Record<string, number>>, ...apart: string[]): CircuitState => ({
  dials: new Map(Object.entries(dials)),
  apart: new Set(apart),
});

const prepare = (circuit: Circuit, state: CircuitState = asItStands) =>
  new PreparedCircuit(circuit, { ...plainSetting, state });

function volts(
  circuit: Circuit,
  red: string,
  state?: CircuitState,
  fault?: Fault,
  by: 'meter' | 'testLight' = 'meter',
) {
  const probing: Probing = { kind: 'volts', red: at(red), black: at('body'), with: by };
  const reading = prepare(circuit, state).measure(probing, fault);
  if (reading.kind !== 'volts') throw new Error(`the meter shows ${reading.kind}`);
  return reading.volts;
}

function ohms(circuit: Circuit, red: PointAt, black: PointAt, state?: CircuitState, fault?: Fault) {
  const reading = prepare(circuit, state).measure({ kind: 'ohms', red, black }, fault);
  return reading.kind === 'ohms' ? reading.ohms : reading.kind;
}

const load = (point: string, value: number) => aResistor('LOAD', point, 'body', value);
const splices = (...ids: string[]) => ({ splices: ids.map(aSplice) });
const unit: Component = {
  ...own('A1'),
  kind: 'unit',
  at: { feed: 'BAT.plus', ground: 'body' },
  ohms: 100,
  wakesAtVolts: 6,
  sleepsBelowVolts: 5,
};

/** For each kind of component a circuit around it, and what stands at a point by hand. */
const table: readonly (readonly [
  what: string,
  circuit: Circuit,
  point: string,
  volts: number,
  dials?: CircuitState,
])[] = [
  ['a resistor', aCircuit([aResistor('R1', 'BAT.plus', 'P', 1000), load('P', 2000)], splices('P')), 'P', 8],
  [
    'a heater',
    aCircuit([{ ...own('H'), kind: 'heater', at: { a: 'BAT.plus', b: 'P' }, ohms: 3 }, load('P', 1)], splices('P')),
    'P',
    3,
  ],
  [
    'a fuse',
    aCircuit(
      [{ ...own('F'), kind: 'fuse', at: { a: 'BAT.plus', b: 'P' }, ratedAmps: 10, ohms: 1 }, load('P', 5)],
      splices('P'),
    ),
    'P',
    10,
  ],
  ...([0, 1] as const).map(
    (isClosed) =>
      [
        `a switch at ${isClosed}`,
        aCircuit(
          [{ ...own('S'), kind: 'switch', at: { a: 'BAT.plus', b: 'P' }, ohms: 1, stands: 0 }, load('P', 11)],
          splices('P'),
        ),
        'P',
        isClosed ? 11 : 0,
        dialled({ S: isClosed }),
      ] as const,
  ),
  [
    'a potentiometer, half way between a quarter and three quarters',
    aCircuit([
      {
        ...own('B'),
        kind: 'potentiometer',
        tracks: [{ top: 'BAT.plus', bottom: 'body', wiper: 'B.w', ohms: 1000, from: 0.25, to: 0.75 }],
        at: {},
        stands: 0.5,
      },
    ]),
    'B.w',
    6,
  ],
  [
    'a thermistor between two rows: the logarithm goes in a straight line',
    aCircuit(
      [
        {
          ...own('B'),
          kind: 'thermistor',
          at: { a: 'P', b: 'body' },
          curve: [
            { celsius: 0, ohms: 4000 },
            { celsius: 20, ohms: 1000 },
          ],
          stands: 10,
        },
        aResistor('R', 'BAT.plus', 'P', 2000),
      ],
      splices('P'),
    ),
    'P',
    6,
  ],
  [
    'a lamp across the battery',
    aCircuit([
      { ...own('E'), kind: 'lamp', at: { a: 'BAT.plus', b: 'body' }, ratedVolts: 12, ratedWatts: 24, coldOhms: 0.5 },
    ]),
    'BAT.plus',
    12,
  ],
  [
    'a motor that runs',
    aCircuit(
      [
        {
          ...own('M'),
          kind: 'motor',
          at: { a: 'P', b: 'body' },
          ohms: 0.5,
          runningVolts: 12,
          runningAmps: 4,
          stands: 1,
        },
        aResistor('R', 'BAT.plus', 'P', 1),
      ],
      splices('P'),
    ),
    'P',
    9,
  ],
  [
    'a motor that is blocked',
    aCircuit(
      [
        {
          ...own('M'),
          kind: 'motor',
          at: { a: 'P', b: 'body' },
          ohms: 0.5,
          runningVolts: 12,
          runningAmps: 4,
          stands: 1,
        },
        aResistor('R', 'BAT.plus', 'P', 1),
      ],
      splices('P'),
    ),
    'P',
    4,
    dialled({ M: 0 }),
  ],
  [
    'a coil, whose diode blocks',
    aCircuit(
      [
        { ...own('Y'), kind: 'coil', at: { a: 'P', b: 'body' }, ohms: 10, hasDiode: true },
        aResistor('R', 'BAT.plus', 'P', 2),
      ],
      splices('P'),
    ),
    'P',
    10,
  ],
  [
    'a diode the wrong way',
    aCircuit(
      [
        {
          ...own('D'),
          kind: 'diode',
          at: { anode: 'P', cathode: 'BAT.plus' },
          saturationAmps: 1e-14,
          emission: 1,
          ohms: 0.1,
        },
        load('P', 1000),
      ],
      splices('P'),
    ),
    'P',
    0,
  ],
  [
    'a sensor that gives a share of its supply',
    aCircuit([
      {
        ...own('B'),
        kind: 'ratioSensor',
        at: { supply: 'BAT.plus', ground: 'body', signal: 'B.s' },
        ohms: 100,
        supplyOhms: 1000,
        stands: 0.25,
      },
    ]),
    'B.s',
    3,
  ],
  [
    'a sensor that takes a current',
    aCircuit(
      [
        { ...own('B'), kind: 'loopSensor', at: { plus: 'BAT.plus', minus: 'P' }, ohms: 100, stands: 0.01 },
        load('P', 100),
      ],
      splices('P'),
    ),
    'P',
    1,
  ],
  ...([0, 1] as const).map(
    (isOn) =>
      [
        `an open collector at ${isOn}`,
        aCircuit(
          [
            { ...own('B'), kind: 'openCollector', at: { pin: 'P', ground: 'body' }, ohms: 10, stands: isOn },
            aResistor('R', 'BAT.plus', 'P', 110),
          ],
          splices('P'),
        ),
        'P',
        isOn ? 1 : 12,
      ] as const,
  ),
  [
    'a pull-up of a unit that is awake',
    aCircuit(
      [
        unit,
        { ...own('U'), kind: 'pullUp', at: { pin: 'P', ground: 'body' }, of: 'A1', volts: 5, ohms: 1000 },
        load('P', 4000),
      ],
      splices('P'),
    ),
    'P',
    4,
  ],
  [
    'a pull-up of a unit that is not there',
    aCircuit(
      [
        unit,
        { ...own('U'), kind: 'pullUp', at: { pin: 'P', ground: 'body' }, of: 'A1', volts: 5, ohms: 1000 },
        load('P', 4000),
      ],
      splices('P'),
    ),
    'P',
    0,
    dialled({}, 'A1'),
  ],
  [
    'a pull-down',
    aCircuit(
      [
        { ...own('U'), kind: 'pullDown', at: { pin: 'P', ground: 'body' }, ohms: 1000 },
        aResistor('R', 'BAT.plus', 'P', 2000),
      ],
      splices('P'),
    ),
    'P',
    4,
  ],
  [
    'a high side at its limit',
    aCircuit(
      [
        {
          ...own('Q'),
          kind: 'highSide',
          at: { feed: 'BAT.plus', out: 'P' },
          ...{ of: null, ohms: 0.1, limitAmps: 2, stands: 1, follows: null },
        },
        load('P', 1),
      ],
      splices('P'),
    ),
    'P',
    2,
  ],
  [
    'a low side that drives for 30 % of the time: the mean',
    aCircuit(
      [
        {
          ...own('Q'),
          kind: 'lowSide',
          at: { out: 'P', ground: 'body' },
          ...{ of: null, ohms: 1, limitAmps: 5, stands: 0.3, follows: null },
        },
        aResistor('R', 'BAT.plus', 'P', 11),
      ],
      splices('P'),
    ),
    'P',
    0.3 * 1 + 0.7 * 12,
  ],
  ...([1, -1] as const).map(
    (way) =>
      [
        `an H-bridge at ${way}`,
        aCircuit(
          [
            {
              ...own('Q'),
              kind: 'hBridge',
              at: { feed: 'BAT.plus', ground: 'body', one: 'P', other: 'N' },
              ...{ of: null, ohms: 1, limitAmps: 50, stands: way },
            },
            aResistor('R', 'P', 'N', 4),
          ],
          splices('P', 'N'),
        ),
        'P',
        way === 1 ? 10 : 2,
      ] as const,
  ),
  ...(
    [
      [100, 5],
      [10, 0.5],
    ] as const
  ).map(
    ([resistance, expected]) =>
      [
        `a sensor supply at ${resistance} Ω`,
        aCircuit(
          [
            {
              ...own('Q'),
              kind: 'sensorSupply',
              at: { out: 'P', ground: 'body' },
              ...{ of: null, volts: 5, ohms: 1e-6, limitAmps: 0.05 },
            },
            load('P', resistance),
          ],
          splices('P'),
        ),
        'P',
        expected,
      ] as const,
  ),
  [
    'bus pins that nobody drives, with one end of the bus',
    aCircuit(
      [
        {
          ...own('Q'),
          kind: 'busPins',
          at: { high: 'P', low: 'N', ground: 'body' },
          ...{ of: null, volts: 2.5, ohms: 30_000, terminationOhms: 120 },
        },
      ],
      splices('P', 'N'),
    ),
    'P',
    // The meter pulls it down a little: 15 kΩ hold it.
    2.5 / (1 + 15_015 / 1e7),
  ],
];

describe('what a meter shows at each kind of component', () => {
  for (const [what, circuit, point, expected, state] of table)
    it(what, () => expect(volts(circuit, point, state)).to.be.closeTo(expected, 2e-4 * Math.max(1, expected)));

  it('has a table with every kind', () => {
    const kinds = new Set(table.flatMap(([, { components }]) => components.map(({ kind }) => kind)));
    // A relay and a light-emitting diode have tests of their own.
    expect([...kinds]).to.have.length(22);
  });

  it('a lamp takes its rated power at its rated voltage, and more than ten times that when it is cold', () => {
    const lamp = aCircuit([
      { ...own('E'), kind: 'lamp', at: { a: 'BAT.plus', b: 'body' }, ratedVolts: 12, ratedWatts: 24, coldOhms: 0.5 },
    ]);
    expect(prepare(lamp).measure({ kind: 'amps', of: 'E' })).to.deep.include({ kind: 'amps', pulses: undefined });
    const reading = prepare(lamp).measure({ kind: 'amps', of: 'E' });
    expect(reading.kind === 'amps' && reading.amps).to.be.closeTo(2, 1e-6);
    // The battery is no way round it for ohms, as it is apart here.
    expect(ohms(lamp, at('BAT.plus'), at('body'), dialled({}, 'BAT'))).to.be.closeTo(0.5, 1e-9);
  });

  it('a light-emitting diode has its forward voltage behind a resistor', () => {
    const led = aCircuit(
      [
        { ...own('H'), kind: 'led', at: { anode: 'P', cathode: 'body' }, saturationAmps: 1e-18, emission: 2, ohms: 5 },
        aResistor('R', 'BAT.plus', 'P', 680),
      ],
      splices('P'),
    );
    const across = volts(led, 'P');
    const current = (12 - across) / 680;
    const slope = (2 * 1.380649e-23 * 293.15) / 1.602176634e-19;
    expect(across).to.be.closeTo(slope * Math.log(current / 1e-18 + 1) + 5 * current, 1e-4);
  });
});

describe('a relay', () => {
  const relay = (more: Partial<Extract<Component, { kind: 'relay' }>> = {}): Component => ({
    ...own('K'),
    kind: 'relay',
    at: { coilA: 'C', coilB: 'body', common: 'BAT.plus', closes: 'NO', opens: 'NC' },
    ...{ coilOhms: 100, pullInVolts: 8, dropOutVolts: 3, contactOhms: 0.01, hasDiode: true },
    ...more,
  });
  const circuit = (series: number) =>
    aCircuit(
      [
        relay(),
        aResistor('R', 'BAT.plus', 'C', series),
        aResistor('L1', 'NO', 'body', 10),
        aResistor('L2', 'NC', 'body', 10),
      ],
      splices('C', 'NO', 'NC'),
    );

  for (const { series, isIn } of [
    { series: 1, isIn: true },
    { series: 49, isIn: true },
    { series: 51, isIn: false },
    { series: 1000, isIn: false },
  ])
    it(`is ${isIn ? 'pulled in' : 'released'} with ${series} Ω before its coil`, () => {
      expect(volts(circuit(series), 'NO')).to.be.closeTo(isIn ? 12 : 0, 0.02);
      expect(volts(circuit(series), 'NC')).to.be.closeTo(isIn ? 0 : 12, 0.02);
    });

  it('is released for ohms, and its diode and its coil are measured together', () => {
    expect(ohms(circuit(1), at('BAT.plus'), at('NC'), dialled({}, 'BAT'))).to.be.closeTo(0.01, 1e-6);
    expect(ohms(circuit(1e6), at('C'), at('body'), dialled({}, 'R', 'BAT'))).to.be.closeTo(100, 1e-3);
    // The other way round the diode carries nearly nothing at the millivolts that are left of 1 V behind 1 kΩ.
    expect(ohms(circuit(1e6), at('body'), at('C'), dialled({}, 'R', 'BAT'))).to.be.closeTo(100, 0.1);
  });

  it('that takes its own feed away chatters, and is named', () => {
    const buzzer = aCircuit(
      [relay({ at: { coilA: 'C', coilB: 'body', common: 'BAT.plus', closes: null, opens: 'C' } })],
      splices('C'),
    );
    const reading = prepare(buzzer).measure({ kind: 'volts', red: at('C'), black: at('body'), with: 'meter' });
    expect(reading).to.deep.equal({ kind: 'chatters', ids: ['K'] });
  });
});

describe('a meter', () => {
  const divider = aCircuit(
    [aResistor('R1', 'BAT.plus', 'P', 1e7), aResistor('R2', 'P', 'body', 1e7)],
    splices('P', 'Q'),
  );

  it('of 10 MΩ pulls down what has little behind it', () => expect(volts(divider, 'P')).to.be.closeTo(4, 1e-6));

  it('shows 0 V and says that nothing is connected where nothing is', () => {
    const loose = aCircuit([aResistor('R1', 'P', 'Q', 1000)], splices('P', 'Q'));
    const reading = prepare(loose).measure({ kind: 'volts', red: at('P'), black: at('body'), with: 'meter' });
    expect(reading).to.deep.include({ kind: 'volts', isConnected: false });
    expect(reading.kind === 'volts' && Math.abs(reading.volts)).to.be.below(1e-9);
  });

  it('shows a feed behind a bad contact, and a test light does not', () => {
    const bad = aCircuit([aResistor('R', 'BAT.plus', 'P', 2000)], splices('P'));
    expect(volts(bad, 'P')).to.be.closeTo(12, 0.01);
    expect(volts(bad, 'P', asItStands, undefined, 'testLight')).to.be.below(0.5);
  });

  it('says what else it measures when there is a way round', () => {
    const two = aCircuit([aResistor('R1', 'P', 'body', 100), aResistor('R2', 'P', 'body', 300)], splices('P'));
    const reading = prepare(two).measure({ kind: 'ohms', red: at('P'), black: at('body') });
    expect(reading.kind === 'ohms' && reading.through).to.deep.equal(['R1', 'R2']);
    expect(reading.kind === 'ohms' && reading.ohms).to.be.closeTo(75, 1e-9);
  });

  it('shows OL from 100 MΩ on', () => {
    const high = (value: number) => aCircuit([aResistor('R1', 'P', 'body', value)], splices('P'));
    expect(ohms(high(9.9e7), at('P'), at('body'))).to.be.closeTo(9.9e7, 100);
    expect(ohms(high(1.01e8), at('P'), at('body'))).to.equal('overload');
    expect(ohms(aCircuit([], splices('P')), at('P'), at('body'))).to.equal('notKnown');
  });

  it('says of what it does not know that it does not', () => {
    const reading = prepare(divider).measure({ kind: 'volts', red: at('C9.9'), black: at('body'), with: 'meter' });
    expect(reading).to.deep.equal({ kind: 'notKnown', place: 'C9.9' });
  });

  it('shows a diode in one direction by the millivolts that an ohmmeter has', () => {
    const diode = aCircuit(
      [
        {
          ...own('D'),
          kind: 'diode',
          at: { anode: 'P', cathode: 'Q' },
          saturationAmps: 1e-9,
          emission: 1.8,
          ohms: 0.05,
        },
      ],
      splices('P', 'Q'),
    );
    const forward = ohms(diode, at('P'), at('Q'));
    expect(forward).to.be.within(500, 5000);
    expect(ohms(diode, at('Q'), at('P'))).to.equal('overload');
  });

  it('measures through two connectors that join each other, and not when one of them is off', () => {
    const joined = (first: string | null, second: string | null) =>
      aCircuit([aResistor('R', 'P', 'body', 10)], {
        splices: [aSplice('P')],
        connectors: [
          { id: 'X1', name: 'plug', pins: ['1'], ohms: 2, joins: first },
          { id: 'X2', name: 'socket', pins: ['1'], ohms: 2, joins: second },
        ],
        wires: [aWire('W1', 'BAT.plus', 'X1.1', 1, 1e-6), aWire('W2', 'X2.1', 'P', 1, 1e-6)],
      });
    for (const circuit of [joined('X2', null), joined(null, 'X1'), joined('X2', 'X1')]) {
      expect(volts(circuit, 'P')).to.be.closeTo(10, 1e-3);
      for (const off of ['X1', 'X2']) {
        expect(volts(circuit, 'P', dialled({}, off)), off).to.be.closeTo(0, 1e-3);
        expect(volts(circuit, 'X1.1', dialled({}, off))).to.be.closeTo(12, 1e-3);
      }
    }
  });

  it('leaves a part whole that has the name of its connector', () => {
    const relay = aCircuit([aResistor('K1', 'K1.1', 'K1.2', 85)], {
      connectors: [{ id: 'K1', name: 'socket', pins: ['1', '2'], ohms: 0.001, joins: null }],
    });
    expect(ohms(relay, at('K1.1', 'part'), at('K1.2', 'part'), dialled({}, 'K1'))).to.be.closeTo(85, 1e-9);
    expect(ohms(relay, at('K1.1'), at('K1.2'), dialled({}, 'K1'))).to.equal('overload');
  });

  it('measures the part alone once its connector is off, and the harness alone on the other side', () => {
    const plugged = aCircuit([aResistor('R1', 'C1.1', 'C1.2', 100), aResistor('R2', 'S', 'body', 50)], {
      splices: [aSplice('S')],
      connectors: [{ id: 'C1', name: 'plug', pins: ['1', '2'], ohms: 0.01, joins: null }],
      wires: [aWire('W1', 'C1.1', 'S'), aWire('W2', 'C1.2', 'body')],
    });
    const off = dialled({}, 'C1');
    expect(ohms(plugged, at('C1.1', 'part'), at('C1.2', 'part'), off)).to.be.closeTo(100, 1e-9);
    expect(ohms(plugged, at('C1.1'), at('C1.2'), off)).to.be.closeTo(50 + 2 / 58, 1e-6);
    // Plugged in, both are beside each other.
    const both = 1 / (1 / 100.02 + 1 / (50 + 2 / 58));
    expect(ohms(plugged, at('C1.1'), at('C1.2'))).to.be.closeTo(both, 1e-6);
  });
});
