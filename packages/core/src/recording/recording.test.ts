import { tableFromIPC } from 'apache-arrow';
import { expect } from 'chai';
import {
  array,
  assert,
  boolean,
  constant,
  constantFrom,
  integer,
  oneof,
  option,
  property,
  record,
  tuple,
} from 'fast-check';
import {
  betweenMarkers,
  type Channel,
  cellBetween,
  cellsOf,
  findStretches,
  gapMs,
  makePyramid,
  makeRecorder,
  noValue,
  type RecordedRows,
  type Recording,
  readRecording,
  recordingOf,
  recordingToCsv,
  rowAtTimes,
  rowMs,
  type Stretch,
  sumOf,
  valueAt,
  writeRecording,
} from './index.js';

const cell = oneof(
  { arbitrary: integer({ min: -20, max: 20 }), weight: 6 },
  { arbitrary: constant(Number.NaN), weight: 2 },
  { arbitrary: constant(noValue), weight: 1 },
);
const info = (key: string) => ({ key, name: `value ${key}`, unitName: 'engine control unit', unit: 'kPa(abs)' });
const channel = (key: string, values: readonly number[]): Channel => ({
  ...info(key),
  values: Float64Array.from(values),
});
/** A recording with a row every 100 ms. */
const recordingWith = (columns: Readonly<Record<string, readonly number[]>>): Recording => {
  const channels = Object.entries(columns).map(([key, values]) => channel(key, values));
  const times = Float64Array.from({ length: channels[0]?.values.length ?? 0 }, (_, row) => row * rowMs);
  return { startedAtMs: 1_760_000_000_000, times, channels, marks: [] };
};
const columns = (count: number) =>
  array(tuple(...Array.from({ length: count }, () => cell)), { maxLength: 120 }).map((rows) =>
    recordingWith(
      Object.fromEntries(
        Array.from({ length: count }, (_, at) => [`A10.v${at}`, rows.map((row) => row[at] ?? Number.NaN)]),
      ),
    ),
  );

describe('a recording as it is made', () => {
  it('has a row for every tenth of a second in which something came, the last of several standing', () => {
    assert(
      property(
        array(
          record({ wait: integer({ min: 0, max: 400 }), key: constantFrom('a', 'b', 'c'), value: option(integer()) }),
          {
            maxLength: 80,
          },
        ),
        (samples) => {
          const recorder = makeRecorder(['a', 'b'], 5000);
          const expected = new Map<number, Record<string, number>>();
          let atMs = 5000;
          for (const { wait, key, value } of samples) {
            atMs += wait;
            recorder.add(key, { atMs, value });
            if (key === 'c') continue;
            const time = Math.floor((atMs - 5000) / rowMs) * rowMs;
            expected.set(time, { ...expected.get(time), [key]: value ?? noValue });
          }
          const { times, columns } = recorder.rows(0, recorder.count());
          expect([...times]).to.deep.equal([...expected.keys()]);
          expect(recorder.count()).to.equal(expected.size);
          for (const [at, key] of ['a', 'b'].entries())
            expect([...(columns[at] ?? [])]).to.deep.equal([...expected.values()].map((row) => row[key] ?? Number.NaN));
        },
      ),
    );
  });

  it('is the same whether it was kept whole or in pieces', () => {
    assert(
      property(
        array(record({ wait: integer({ min: 0, max: 250 }), key: constantFrom('a', 'b'), isKept: boolean() }), {
          maxLength: 60,
        }),
        (samples) => {
          const recorder = makeRecorder(['a', 'b'], 0);
          const pieces: RecordedRows[] = [];
          let [kept, atMs] = [0, 0];
          samples.forEach(({ wait, key, isKept }, value) => {
            atMs += wait;
            recorder.add(key, { atMs, value });
            // The newest row may still change: it goes with the next piece.
            const to = recorder.count() - 1;
            if (!isKept || to <= kept) return;
            pieces.push(recorder.rows(kept, to));
            kept = to;
          });
          pieces.push(recorder.rows(kept, recorder.count()));
          const whole = recordingOf(0, [info('a'), info('b')], [recorder.rows(0, recorder.count())], []);
          expect(recordingOf(0, [info('a'), info('b')], pieces, [])).to.deep.equal(whole);
        },
      ),
    );
  });

  it('runs on where the clock jumps back, and has a gap where it jumps ahead', () => {
    const recorder = makeRecorder(['a'], 1000);
    for (const [atMs, value] of [
      [1000, 1],
      [1100, 2],
      [400, 3],
      [1200, 4],
      [60_000, 5],
    ] as const)
      recorder.add('a', { atMs, value });
    const { times, columns } = recorder.rows(0, recorder.count());
    expect([...times]).to.deep.equal([0, 100, 200, 59_000]);
    expect([...(columns[0] ?? [])]).to.deep.equal([1, 3, 4, 5]);
  });

  it('knows what a value was at a moment: the last that was read, unless that is long ago or there was none', () => {
    const recording = recordingWith({ a: [5, Number.NaN, noValue, Number.NaN, 7, ...Array(30).fill(Number.NaN)] });
    const at = (ms: number) => valueAt(recording, recording.channels[0]?.values ?? new Float64Array(), ms);
    expect([at(-1), at(0), at(150), at(200), at(350), at(400), at(400 + gapMs), at(501 + gapMs)]).to.deep.equal([
      undefined,
      5,
      5,
      undefined,
      undefined,
      7,
      7,
      undefined,
    ]);
  });
});

describe('a recording as a file', () => {
  const marks = array(
    record({ atMs: integer({ min: 0, max: 9000 }), text: constantFrom('', 'it jerked', 'Loch „7“') }),
    {
      maxLength: 3,
    },
  );

  it('comes back as it was written', () => {
    assert(
      property(columns(3), marks, (recording, all) => {
        const whole = { ...recording, marks: all };
        const back = readRecording(writeRecording(whole));
        expect(back).to.deep.equal({ ok: true, value: whole });
      }),
    );
  });

  it('is a table that any reader of Arrow files understands', () => {
    const recording = recordingWith({ 'A10.boost': [98.5, Number.NaN, noValue, 101], 'A10.speed': [0, 1, 2, 3] });
    const table = tableFromIPC(writeRecording(recording));
    expect(table.schema.names).to.deep.equal(['time', 'A10.boost', 'A10.speed']);
    expect(table.toArray().map((row) => row?.toJSON())).to.deep.equal([
      { time: 0, 'A10.boost': 98.5, 'A10.speed': 0 },
      { time: 100, 'A10.boost': null, 'A10.speed': 1 },
      { time: 200, 'A10.boost': Number.NaN, 'A10.speed': 2 },
      { time: 300, 'A10.boost': 101, 'A10.speed': 3 },
    ]);
    expect(table.schema.fields[1]?.metadata.get('unit')).to.equal('kPa(abs)');
  });

  it('that is cut off anywhere, or is none, is refused with a sentence', () => {
    const bytes = writeRecording(recordingWith({ 'A10.boost': [98.5, 99, 100] }));
    for (let length = 0; length < bytes.length; length += 1) {
      const read = readRecording(bytes.slice(0, length));
      if (read.ok) expect(read.value.times.length, `cut at ${length}`).to.equal(3);
      else expect(read.problem).to.match(/^This|^The/);
    }
    expect(readRecording(bytes.slice(0, 40)).ok).to.equal(false);
    expect(readRecording(new TextEncoder().encode('time,boost\n0,98'))).to.deep.equal({
      ok: false,
      problem: 'This is no Arrow file, or it is cut off.',
    });
  });

  it('whose times run backwards is refused', () => {
    const recording = recordingWith({ 'A10.boost': [98.5, 99, 100] });
    const times = Float64Array.of(0, 200, 100);
    expect(readRecording(writeRecording({ ...recording, times }))).to.deep.equal({
      ok: false,
      problem: 'The times of this recording run backwards.',
    });
  });

  it('goes out as a table with seconds and units', () => {
    const recording = recordingWith({ 'A10.boost': [98.5, Number.NaN, noValue] });
    expect(recordingToCsv(recording)).to.equal('time in s,value A10.boost in kPa(abs)\r\n0,98.5\r\n0.1,\r\n0.2,');
  });
});

describe('what is drawn of a channel', () => {
  const least = (values: readonly number[]) => (values.length === 0 ? Number.NaN : Math.min(...values));
  const most = (values: readonly number[]) => (values.length === 0 ? Number.NaN : Math.max(...values));

  it('is between any two rows what looking at each of them says', () => {
    assert(
      property(
        array(cell, { maxLength: 300 }),
        integer({ min: 0, max: 300 }),
        integer({ min: 0, max: 300 }),
        (all, a, b) => {
          const [from, to] = [Math.min(a, b, all.length), Math.min(Math.max(a, b), all.length)];
          const rows = all.slice(from, to);
          const there = rows.filter(Number.isFinite);
          expect(cellBetween(makePyramid(Float64Array.from(all)), from, to)).to.deep.equal({
            least: least(there),
            most: most(there),
            hasNone: rows.includes(noValue),
          });
        },
      ),
    );
  });

  it('loses no peak, in however few cells', () => {
    assert(
      property(columns(1), integer({ min: 1, max: 40 }), (recording, count) => {
        const values = recording.channels[0]?.values ?? new Float64Array();
        const cells = cellsOf(
          makePyramid(values),
          rowAtTimes(recording.times),
          0,
          recording.times.length * rowMs,
          count,
        );
        expect(cells).to.have.length(count);
        const there = [...values].filter(Number.isFinite);
        expect(least(cells.map((one) => one.least).filter(Number.isFinite))).to.deep.equal(least(there));
        expect(most(cells.map((one) => one.most).filter(Number.isFinite))).to.deep.equal(most(there));
        expect(cells.some(({ hasNone }) => hasNone)).to.equal(values.includes(noValue));
      }),
    );
  });
});

/** What a value was at each row, held for as long as a gap may be: by looking back from each row. */
const heldAt = ({ times }: Recording, values: Float64Array) =>
  [...times].map((atMs, row) => {
    for (let back = row; back >= 0 && atMs - (times[back] ?? 0) <= gapMs; back -= 1) {
      const value = values[back] ?? Number.NaN;
      if (!Number.isNaN(value)) return value;
    }
    return Number.NaN;
  });

/** Stretches by walking over what was said for each row. */
function byHand(times: Float64Array, said: readonly (boolean | undefined)[]): readonly Stretch[] {
  const found: { fromMs: number; toMs: number }[] = [];
  let isOpen = false;
  said.forEach((one, row) => {
    const atMs = times[row] ?? 0;
    const last = found.at(-1);
    if (isOpen && last && (one === false || atMs - last.toMs > gapMs)) isOpen = false;
    if (one !== true) return;
    if (isOpen && last) last.toMs = atMs;
    else found.push({ fromMs: atMs, toMs: atMs });
    isOpen = true;
  });
  return found;
}

describe('a search in a recording', () => {
  const valuesOf = (recording: Recording) => recording.channels.map(({ values }) => heldAt(recording, values));

  it('finds where one value differs from another, as looking at each row does', () => {
    assert(
      property(columns(2), integer({ min: 0, max: 20 }), (recording, moreThan) => {
        const [a = [], b = []] = valuesOf(recording);
        const said = a.map((one, row) => {
          const other = b[row] ?? Number.NaN;
          return Number.isFinite(one) && Number.isFinite(other) ? Math.abs(one - other) > moreThan : undefined;
        });
        const question = { kind: 'differs', a: 'A10.v0', b: 'A10.v1', moreThan } as const;
        expect(findStretches(recording, question)).to.deep.equal(byHand(recording.times, said));
      }),
    );
  });

  it('finds where a value is outside, and where it drops out alone', () => {
    assert(
      property(columns(3), integer({ min: -20, max: 0 }), integer({ min: 0, max: 20 }), (recording, min, max) => {
        const all = valuesOf(recording);
        const outside = (all[0] ?? []).map((one) => (Number.isFinite(one) ? one < min || one > max : undefined));
        expect(findStretches(recording, { kind: 'outside', a: 'A10.v0', min, max })).to.deep.equal(
          byHand(recording.times, outside),
        );
        const alone = [...recording.times].map((_, row) => {
          const at = all.map((values) => values[row] ?? Number.NaN);
          return at.some(Number.isNaN) ? undefined : at[0] === noValue && at[1] !== noValue && at[2] !== noValue;
        });
        const question = { kind: 'dropsOutAlone', a: 'A10.v0', others: ['A10.v1', 'A10.v2'] } as const;
        expect(findStretches(recording, question)).to.deep.equal(byHand(recording.times, alone));
      }),
    );
  });

  it('finds where a value is stuck while another moves', () => {
    const still = [1, 2, ...Array(50).fill(3), 4, 5];
    const moving = still.map((_, row) => row);
    const parked = still.map(() => 0);
    const recording = recordingWith({ a: still, moving, parked });
    const stuck = (forMs: number, whileMoves: string | null) =>
      findStretches(recording, { kind: 'stuck', a: 'a', forMs, whileMoves });
    const found = [{ fromMs: 200, toMs: 5100 }];
    expect([stuck(4000, 'moving'), stuck(4000, null), stuck(5000, 'moving'), stuck(4000, 'parked')]).to.deep.equal([
      found,
      found,
      [],
      [],
    ]);
    expect(stuck(4000, 'unknown')).to.deep.equal([]);
  });

  it('goes on over a moment that was not read, and not over a gap', () => {
    const short = recordingWith({ a: [9, Number.NaN, 9, 9] });
    expect(findStretches(short, { kind: 'outside', a: 'a', min: null, max: 5 })).to.deep.equal([
      { fromMs: 0, toMs: 300 },
    ]);
    const recording = { ...recordingWith({ a: [9, 9, 9, 9] }), times: Float64Array.of(0, 100, 5000, 5100) };
    expect(findStretches(recording, { kind: 'outside', a: 'a', min: null, max: 5 })).to.deep.equal([
      { fromMs: 0, toMs: 100 },
      { fromMs: 5000, toMs: 5100 },
    ]);
  });

  it('finds nothing of channels that the recording does not have', () => {
    const recording = recordingWith({ a: [1, 2] });
    expect(findStretches(recording, { kind: 'differs', a: 'a', b: 'x', moreThan: 0 })).to.deep.equal([]);
    expect(findStretches(recording, { kind: 'dropsOutAlone', a: 'a', others: ['x'] })).to.deep.equal([]);
  });

  it('is summed up: how often, which share, the longest', () => {
    const found = [
      { fromMs: 0, toMs: 100 },
      { fromMs: 500, toMs: 1400 },
    ];
    expect(sumOf(found, 10_000)).to.deep.equal({ count: 2, share: 0.1, longestMs: 900 });
    expect(sumOf([], 0)).to.deep.equal({ count: 0, share: 0, longestMs: 0 });
  });
});

describe('two markers in a recording', () => {
  it('have between them what plain arithmetic says, in either order', () => {
    assert(
      property(columns(1), integer({ min: 0, max: 12_000 }), integer({ min: 0, max: 12_000 }), (recording, a, b) => {
        const [only] = recording.channels;
        if (!only) return;
        const rows = [...recording.times].flatMap((atMs, row) => {
          const value = only.values[row] ?? Number.NaN;
          return atMs >= Math.min(a, b) && atMs <= Math.max(a, b) && Number.isFinite(value) ? [{ atMs, value }] : [];
        });
        const told = betweenMarkers(recording, only, a, b);
        const [first, last] = [rows[0], rows.at(-1)];
        if (!first || !last) return void expect(told).to.equal(undefined);
        const values = rows.map(({ value }) => value);
        expect(told).to.deep.include({
          count: rows.length,
          least: Math.min(...values),
          most: Math.max(...values),
          difference: last.value - first.value,
        });
        expect(told?.mean).to.be.closeTo(values.reduce((sum, value) => sum + value, 0) / values.length, 1e-9);
        if (last.atMs > first.atMs)
          expect(told?.rate).to.be.closeTo((last.value - first.value) / ((last.atMs - first.atMs) / 1000), 1e-9);
      }),
    );
  });
});
