import { expect } from 'chai';
import { array, assert, boolean, constant, constantFrom, double, integer, oneof, property, record } from 'fast-check';
import type { LiveValueInfo } from '../vehicle/index.js';
import {
  alikeOthers,
  apartFrom,
  decimalsOf,
  decodeValue,
  encodeValue,
  isPossible,
  liveValuesOf,
  makeLiveSeries,
  stretchesOf,
  thinned,
} from './index.js';

const value = (more: Partial<LiveValueInfo> = {}): LiveValueInfo => ({
  id: 'coolantTemperature',
  name: 'coolant temperature',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: -40,
  unit: '°C',
  least: -40,
  most: 150,
  invalid: 255,
  ...more,
});
const bytes = (...all: number[]) => Uint8Array.from(all);

describe('a live value', () => {
  it('is the number in its bytes times its scale, plus its offset', () => {
    expect(decodeValue(bytes(0x82), value())).to.equal(90);
    expect(decodeValue(bytes(0x0b, 0xb8), value({ bytes: 2, scale: 0.25, offset: 0 }))).to.equal(750);
    expect(
      decodeValue(bytes(0, 0xff, 0x9c), value({ at: 1, bytes: 2, isSigned: true, scale: 0.1, offset: 0 })),
    ).to.equal(-10);
    expect(decodeValue(bytes(0, 0, 0, 1), value({ bytes: 4, scale: 0.001, offset: 0 }))).to.equal(0.001);
  });

  it('is none where the unit says so, and where bytes are missing', () => {
    expect(decodeValue(bytes(255), value())).to.equal(undefined);
    expect(decodeValue(bytes(255), value({ invalid: null }))).to.equal(215);
    expect(decodeValue(bytes(1), value({ bytes: 2 }))).to.equal(undefined);
    expect(decodeValue(bytes(), value())).to.equal(undefined);
  });

  it('is shown beyond its range, and said to be', () => {
    expect([isPossible(-40, value()), isPossible(150, value()), isPossible(151, value())]).to.deep.equal([
      true,
      true,
      false,
    ]);
  });

  it('has as many decimals as one step of its bytes', () => {
    const decimals = [1, 0.5, 0.25, 0.1, 0.01, 0.001, 10, -0.1, 1 / 3].map((scale) => decimalsOf(value({ scale })));
    expect(decimals).to.deep.equal([0, 1, 2, 1, 2, 3, 0, 1, 4]);
  });

  it('comes back from its bytes within half a step, whatever it is', () => {
    const info = record({
      bytes: integer({ min: 1, max: 4 }),
      isSigned: boolean(),
      scale: constantFrom(1, 0.5, 0.25, 0.1, 0.01, 0.001, 2, -0.1),
      offset: constantFrom(0, -40, 100),
    });
    assert(
      property(info, double({ min: 0, max: 1, noNaN: true }), (more, share) => {
        const info = value({ ...more, invalid: null });
        const span = 2 ** (8 * info.bytes) - 1;
        const raw = Math.round(share * span) - (info.isSigned ? (span + 1) / 2 : 0);
        const number = raw * info.scale + info.offset;
        const back = decodeValue(Uint8Array.from(encodeValue(number, info)), info);
        expect(back).to.be.closeTo(number, Math.abs(info.scale) / 2 + 1e-6 * Math.abs(number));
      }),
    );
  });

  it('beyond what its bytes can say is held at the end', () => {
    expect(encodeValue(500, value())).to.deep.equal([255]);
    expect(encodeValue(-500, value())).to.deep.equal([0]);
    expect(encodeValue(-500, value({ isSigned: true, offset: 0 }))).to.deep.equal([0x80]);
  });

  it('is named by its unit and itself', () => {
    const unit = { id: 'A10', name: 'engine control unit', aliases: [], hangsOn: [] };
    const data = [{ identifier: '2A01', bytes: 1, values: [value()] }];
    expect(liveValuesOf({ units: [unit, { ...unit, id: 'A20', data }] })).to.deep.equal([
      { ...value(), key: 'A20.coolantTemperature', unitId: 'A20', unitName: 'engine control unit', identifier: '2A01' },
    ]);
  });
});

describe('what a live value was', () => {
  const sample = oneof(constant(null), integer({ min: -1000, max: 1000 }));

  it('is counted over all that came, though only the last are kept', () => {
    assert(
      property(array(sample, { maxLength: 60 }), integer({ min: 1, max: 20 }), (values, most) => {
        const series = makeLiveSeries(most);
        values.forEach((one, index) => {
          series.add({ atMs: index, value: one });
        });
        const there = values.filter((one) => one !== null);
        const statistics = series.statistics();
        expect(statistics?.count ?? 0).to.equal(there.length);
        if (statistics) {
          expect([statistics.least, statistics.most]).to.deep.equal([Math.min(...there), Math.max(...there)]);
          expect(statistics.mean).to.be.closeTo(there.reduce((sum, one) => sum + one, 0) / there.length, 1e-9);
        }
        const kept = values.map((one, index) => ({ atMs: index, value: one })).slice(-most);
        expect(series.since(Number.NEGATIVE_INFINITY)).to.deep.equal(kept);
        expect(series.newest()).to.deep.equal(kept.at(-1));
        expect(series.losses()).to.equal(
          values.filter((one, at) => one === null && at > 0 && values[at - 1] !== null).length,
        );
      }),
    );
  });

  it('begins anew when it is set back; its samples stay', () => {
    const series = makeLiveSeries(10);
    series.add({ atMs: 1, value: 5 });
    series.add({ atMs: 2, value: null });
    series.reset();
    expect([series.statistics(), series.losses(), series.since(0).length]).to.deep.equal([undefined, 0, 2]);
    series.add({ atMs: 3, value: 7 });
    expect(series.statistics()).to.deep.equal({ count: 1, least: 7, mean: 7, most: 7 });
  });

  it('is never bridged where it was missing, or where nothing came', () => {
    const at = (atMs: number, one: number | null) => ({ atMs, value: one });
    const stretches = stretchesOf([at(0, 1), at(100, 2), at(200, null), at(300, 3), at(2000, 4), at(2100, 5)], 1500);
    expect(stretches.map((points) => points.map((point) => point.value))).to.deep.equal([[1, 2], [3], [4, 5]]);
  });

  it('looks the same with fewer points: no least and no greatest is lost', () => {
    assert(
      property(
        array(integer({ min: -50, max: 50 }), { minLength: 1, maxLength: 200 }),
        integer({ min: 1, max: 40 }),
        (values, cellMs) => {
          const points = values.map((one, index) => ({ atMs: index, value: one }));
          const kept = thinned(points, cellMs);
          const numbers = kept.map((point) => point.value);
          expect([Math.min(...numbers), Math.max(...numbers)]).to.deep.equal([
            Math.min(...values),
            Math.max(...values),
          ]);
          expect(kept.length).to.be.at.most(2 * Math.ceil(values.length / cellMs) + 2);
          expect(kept.map(({ atMs }) => atMs)).to.deep.equal([...kept.map(({ atMs }) => atMs)].sort((a, b) => a - b));
        },
      ),
    );
  });
});

describe('values that are alike', () => {
  const named = (key: string, name: string, unit = 'km/h') => ({
    ...value({ name, unit }),
    key,
    unitId: 'A20',
    unitName: 'brake control unit',
    identifier: '2B01',
  });
  const wheels = ['front left', 'front right', 'rear left'].map((place) => named(place, `wheel speed, ${place}`));

  it('are those named alike up to the comma, of one quantity, three at least', () => {
    const others = alikeOthers([
      ...wheels,
      named('speed', 'wheel speed, of the gearbox', 'rpm'),
      named('track1', 'accelerator pedal, track 1', 'V'),
      named('track2', 'accelerator pedal, track 2', 'V'),
    ]);
    expect([...others]).to.deep.equal([
      ['front left', ['front right', 'rear left']],
      ['front right', ['front left', 'rear left']],
      ['rear left', ['front left', 'front right']],
    ]);
  });

  it('are told apart by the median of the others, which one wrong value hardly moves', () => {
    expect(apartFrom(30, [50, 50.1, 49.9])).to.equal(-20);
    expect(apartFrom(50, [30, 50.1, 49.9])).to.be.closeTo(0.1, 1e-9);
    expect(apartFrom(50, [49, 52])).to.equal(-0.5);
    expect(apartFrom(50, [49])).to.equal(undefined);
  });
});
