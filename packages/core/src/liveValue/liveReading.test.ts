import { expect } from 'chai';
import { array, assert, constant, constantFrom, integer, oneof, property } from 'fast-check';
import { validate } from '../schema/index.js';
import {
  type LiveReading,
  type LiveSample,
  type LiveValue,
  liveSourceSchema,
  overWindow,
  sayWindow,
  staleMs,
  takeLive,
  traceOf,
} from './index.js';

/** A sample every 100 ms, the last one at `toMs`. */
const samplesOf = (values: readonly (number | null)[], toMs = 100_000): readonly LiveSample[] =>
  values.map((value, index) => ({ atMs: toMs - 100 * (values.length - 1 - index), value }));
const over = (take: LiveReading['take'], seconds: number) => ({ take, seconds });

/** The same by plain arithmetic over the list. */
function byHand(values: readonly (number | null)[], seconds: number, take: LiveReading['take']) {
  const newest = values.at(-1) ?? null;
  if (newest === null) return { kind: 'missing' };
  if (seconds === 0) return { kind: 'ready', value: newest, losses: 0 };
  const missing = seconds * 10 - (values.length - 1);
  if (missing > 0) return { kind: 'waits', seconds: Math.ceil(missing / 10) };
  const last = values.slice(-(seconds * 10 + 1));
  const there = last.filter((one) => one !== null);
  const wanted = {
    mean: there.reduce((sum, one) => sum + one, 0) / there.length,
    highest: Math.max(...there),
    lowest: Math.min(...there),
  };
  const losses = last.filter((one, at) => one === null && at > 0 && last[at - 1] !== null).length;
  return { kind: 'ready', value: wanted[take], losses };
}

describe('a window of a live value', () => {
  it('is what plain arithmetic over its last seconds says', () => {
    assert(
      property(
        array(oneof(constant(null), integer({ min: -500, max: 500 })), { minLength: 1, maxLength: 80 }),
        integer({ min: 0, max: 6 }),
        constantFrom('mean', 'highest', 'lowest'),
        (values, seconds, take) => {
          expect(overWindow(samplesOf(values), { take, seconds }, 100_000)).to.deep.equal(
            byHand(values, seconds, take),
          );
        },
      ),
    );
  });

  it('is never bridged over a time in which nothing came, and is none once the value has stopped coming', () => {
    const before = samplesOf(Array(50).fill(10), 80_000);
    const after = samplesOf(Array(21).fill(20), 100_000);
    expect(overWindow([...before, ...after], over('mean', 2), 100_000)).to.include({ kind: 'ready', value: 20 });
    expect(overWindow([...before, ...after], over('mean', 5), 100_000)).to.deep.equal({ kind: 'waits', seconds: 3 });
    expect(overWindow(after, over('mean', 1), 100_000 + staleMs)).to.include({ kind: 'ready' });
    expect(overWindow(after, over('mean', 1), 100_001 + staleMs)).to.deep.equal({ kind: 'missing' });
    expect(overWindow([], over('mean', 1), 0)).to.deep.equal({ kind: 'missing' });
  });

  it('is called by what it takes', () => {
    expect([over('mean', 0), over('mean', 3), over('highest', 10)].map(sayWindow)).to.deep.equal([
      'now',
      'mean of 3 s',
      'highest of 10 s',
    ]);
  });
});

describe('a reading that is taken from the vehicle', () => {
  const value: LiveValue = {
    id: 'boost',
    key: 'A10.boost',
    name: 'boost pressure',
    unitId: 'A10',
    unitName: 'engine control unit',
    identifier: '2A06',
    at: 0,
    bytes: 2,
    isSigned: false,
    scale: 0.25,
    offset: 0,
    unit: 'kPa(abs)',
    least: 0,
    most: 400,
    invalid: null,
    within: 2,
  };

  it('has its unit, as many digits as it can have, and what stands behind it', () => {
    const taken = takeLive(value, over('mean', 2), samplesOf([...Array(20).fill(98), 98.75, 99]), 100_000);
    expect(taken?.text).to.equal('98.083 kPa(abs)');
    expect(taken?.source).to.deep.include({ key: 'A10.boost', step: 0.25, within: 2, take: 'mean', seconds: 2 });
    expect(takeLive(value, over('highest', 2), samplesOf([...Array(20).fill(98), 99]), 100_000)?.text).to.equal(
      '99.00 kPa(abs)',
    );
    expect(takeLive(value, over('mean', 2), samplesOf([98]), 100_000)).to.equal(undefined);
  });

  it('keeps the last ten seconds, whatever came, in a form that is taken', () => {
    assert(
      property(
        array(oneof(constant(null), integer({ min: -500, max: 500 })), { minLength: 1, maxLength: 400 }),
        integer({ min: 0, max: 12_000 }),
        (values, laterMs) => {
          const samples = samplesOf(values);
          const trace = traceOf(samples, 100_000 + laterMs);
          const wanted = samples.filter(({ atMs }) => 100_000 + laterMs - atMs <= 10_000);
          expect(trace.values).to.deep.equal(wanted.map((sample) => sample.value));
          expect(trace.beforeMs).to.deep.equal(wanted.map(({ atMs }) => 100_000 + laterMs - atMs));
          const source = takeLive(value, over('mean', 0), [...samples, { atMs: 100_000 + laterMs, value: 1 }], 112_000);
          if (source) expect(validate(liveSourceSchema, source.source).ok).to.equal(true);
        },
      ),
    );
  });
});
