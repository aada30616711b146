import { expect } from 'chai';
import fc from 'fast-check';
import { type Channel, type DriveFacts, driveFacts, noValue, type Recording, rowMs } from './index.js';

const channel = (name: string, unit: string, values: readonly number[]): Channel => ({
  key: name,
  name,
  unit,
  unitName: '',
  values: Float64Array.from(values),
});
const drive = (...channels: readonly Channel[]): Recording => ({
  startedAtMs: 0,
  times: Float64Array.from({ length: channels[0]?.values.length ?? 0 }, (_, row) => row * rowMs),
  channels,
  marks: [],
});
const rowsOf = (seconds: number, value: number): number[] => Array.from({ length: seconds * 10 }, () => value);
const speedFacts = (...values: readonly (readonly number[])[]): DriveFacts =>
  driveFacts(drive(channel('wheel speed', 'km/h', values.flat())));

describe('what a recorded drive was', () => {
  it('is how long, how far and how fast', () => {
    // 72 km/h for 100 s are 2 km.
    const facts = speedFacts(rowsOf(100, 72), rowsOf(20, 0));
    expect(facts.minutes).to.be.closeTo(2, 0.01);
    expect(facts.kilometres).to.be.closeTo(2, 1e-9);
    expect([facts.topSpeed, facts.stops, facts.coolant]).to.deep.equal([72, 1, undefined]);
  });

  it('is the same in miles, and by the wheels that turn', () => {
    const inMiles = driveFacts(drive(channel('road speed', 'mph', rowsOf(100, 45))));
    expect(inMiles.topSpeed).to.be.closeTo(72.42, 0.01);
    const wheels = ['a', 'b', 'c'].map((name) => channel(name, 'km/h', rowsOf(10, 36)));
    const stuck = driveFacts(drive(channel('d', 'km/h', rowsOf(10, 0)), ...wheels));
    expect(stuck.topSpeed).to.equal(36);
  });

  it('does not add what was not recorded, nor take an engine speed for one on the road', () => {
    const gap = [...rowsOf(10, 36), ...rowsOf(100, Number.NaN), ...rowsOf(10, noValue), ...rowsOf(10, 36)];
    // What was read last stands for 1.5 s.
    expect(speedFacts(gap).kilometres).to.be.closeTo((36 * (10 + 10 + 1.4)) / 3600, 0.001);
    const engine = driveFacts(drive(channel('engine speed', 'rpm', rowsOf(10, 3000))));
    expect([engine.kilometres, engine.topSpeed, engine.stops]).to.deep.equal([undefined, undefined, undefined]);
  });

  const conditions = [
    [
      'cold and then hot',
      ['cold', 'hot'],
      [channel('coolant temperature', '°C', [...rowsOf(5, 12), ...rowsOf(5, 91)])],
    ],
    ['lukewarm', [], [channel('coolant temperature', '°C', rowsOf(5, 60))]],
    ['hot in Fahrenheit', ['hot'], [channel('Coolant', '°F', rowsOf(5, 200))]],
    ['hot, of the outside air', [], [channel('intake air temperature', '°C', rowsOf(5, 91))]],
    ['fast for a minute', ['atSpeed'], [channel('speed', 'km/h', rowsOf(62, 80))]],
    ['fast for a moment', [], [channel('speed', 'km/h', [...rowsOf(50, 80), ...rowsOf(2, 60), ...rowsOf(50, 80)])]],
    [
      'stop and go',
      ['stopAndGo'],
      [
        channel(
          'speed',
          'km/h',
          [0, 1, 2, 3].flatMap(() => [...rowsOf(20, 25), ...rowsOf(10, 0)]),
        ),
      ],
    ],
    [
      'three stops',
      [],
      [
        channel(
          'speed',
          'km/h',
          [0, 1, 2].flatMap(() => [...rowsOf(20, 25), ...rowsOf(10, 0)]),
        ),
      ],
    ],
  ] as const;
  for (const [said, reached, channels] of conditions)
    it(`reached, ${said}: ${reached.join(', ') || 'nothing'}`, () =>
      expect(driveFacts(drive(...channels)).reached).to.deep.equal(reached));

  it('counts stops as somebody does who writes down when it moves and when it stands', () => {
    const speed = fc.constantFrom(0, 1, 3, 5, 9, 40);
    fc.assert(
      fc.property(fc.array(speed, { minLength: 1, maxLength: 80 }), (speeds) => {
        // Moving is written as M, standing as S, what is between neither: each M that a S follows is one stop.
        const written = speeds.map((value) => (value >= 8 ? 'M' : value < 2 ? 'S' : '')).join('');
        expect(speedFacts(speeds).stops).to.equal([...written.matchAll(/M+S/g)].length);
      }),
    );
  });
});
