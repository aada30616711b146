import { expect } from 'chai';
import fc from 'fast-check';
import { type DriveSpec, judgeDrive } from '../spec/index.js';
import { type Channel, noValue, type Recording, readDrive } from './index.js';

const none = Number.NaN;

const channel = (key: string, unit: string, values: readonly number[]): Channel => ({
  key,
  name: key,
  unitName: 'A10',
  unit,
  values: Float64Array.from(values),
});

/** Ten rows a second, unless the times are given. */
const recordingOf = (channels: readonly Channel[], times?: readonly number[]): Recording => ({
  startedAtMs: 0,
  times: Float64Array.from(times ?? channels[0]?.values.map((_, row) => row * 100) ?? []),
  channels,
  marks: [],
});

const boost = (more: Partial<DriveSpec> = {}): DriveSpec => ({
  kind: 'drive',
  unit: 'kPa(g)',
  values: [
    { id: 'boost', name: 'Boost', key: 'A10.boost', unit: 'kPa(abs)' },
    { id: 'air', name: 'Air', key: 'A10.air', unit: 'kPa(abs)' },
    { id: 'speed', name: 'Speed', key: 'A20.speed', unit: 'km/h' },
  ],
  compares: { kind: 'formula', formula: 'boost - air', min: null, max: 50 },
  during: [{ of: 'speed', min: 20, max: null }],
  mayLastSeconds: 0.3,
  leastSeconds: 1,
  ...more,
});

const driveOf = (boosts: readonly number[], speeds: readonly number[] = boosts.map(() => 30)): Recording =>
  recordingOf([
    channel('A10.boost', 'kPa(abs)', boosts),
    channel(
      'A10.air',
      'kPa(abs)',
      boosts.map(() => 100),
    ),
    channel('A20.speed', 'km/h', speeds),
  ]);

function read(recording: Recording, spec: DriveSpec) {
  const found = readDrive(recording, spec, () => 0);
  if (!found.ok) throw new Error(found.problem);
  return found.value;
}

function judged(recording: Recording, spec: DriveSpec) {
  const verdict = judgeDrive(spec, read(recording, spec));
  return verdict.ok ? verdict.value : verdict.problem;
}

const repeated = (value: number, count: number): number[] => Array.from({ length: count }, () => value);

describe('a drive against its limits', () => {
  it('is in spec where it is outside for no longer than it may be', () => {
    const recording = driveOf([...repeated(140, 10), ...repeated(170, 3), ...repeated(140, 10)]);
    const { verdict, reading } = judged(recording, boost()) as Exclude<ReturnType<typeof judged>, { kind: string }>;
    expect(verdict.kind).to.equal('inSpec');
    expect(reading).to.deep.include({ value: 40, unit: 'kPa(g)' });
  });
  it('is out of spec where it is outside for longer, and shows the whole stretch', () => {
    const recording = driveOf([...repeated(140, 10), 160, ...repeated(170, 3), 155, ...repeated(140, 10)]);
    const { levels } = read(recording, boost());
    expect(levels[0]?.highest).to.deep.equal({ value: 60, uncertainty: 0, fromMs: 1000, toMs: 1500 });
    expect(judged(recording, boost())).to.nested.include({
      'verdict.kind': 'outOfSpec',
      'verdict.zone.id': 'above',
      'verdict.note': 'Held for 0.5 s, from 0:01 of the drive.',
    });
  });
  it('counts only while the conditions hold, and refuses a drive that is too short', () => {
    const boosts = [...repeated(140, 10), ...repeated(190, 10), ...repeated(140, 4)];
    const speeds = [...repeated(30, 10), ...repeated(5, 10), ...repeated(30, 4)];
    expect(judged(driveOf(boosts, speeds), boost())).to.nested.include({ 'verdict.kind': 'inSpec' });
    expect(judged(driveOf(boosts, speeds), boost({ leastSeconds: 2 }))).to.deep.equal({
      kind: 'tooShort',
      seconds: 1.4,
      leastSeconds: 2,
    });
  });
  it('is refused where the conditions never held: nothing is known of it then', () => {
    const still = driveOf(repeated(190, 50), repeated(0, 50));
    expect(judged(still, boost())).to.deep.equal({ kind: 'tooShort', seconds: 0, leastSeconds: 1 });
    expect(judged(driveOf(repeated(noValue, 50), repeated(0, 50)), boost())).to.include({ kind: 'tooShort' });
  });
  it('has no value where it flickers so that no value is held', () => {
    const flickers = driveOf(Array.from({ length: 60 }, (_, row) => (row % 4 < 2 ? 140 : noValue)));
    expect(judged(flickers, boost())).to.nested.include({ 'verdict.zone.id': 'noValue', 'verdict.kind': 'outOfSpec' });
  });
  it('judges a drive that was short, where it was outside already', () => {
    expect(judged(driveOf(repeated(190, 5)), boost({ leastSeconds: 60 }))).to.nested.include({
      'verdict.kind': 'outOfSpec',
    });
  });
  it('is out of spec without a value for longer than it may be, and passes over what was not read', () => {
    const gone = driveOf([...repeated(140, 10), ...repeated(noValue, 4), ...repeated(140, 10)]);
    expect(judged(gone, boost())).to.nested.include({
      'verdict.kind': 'outOfSpec',
      'verdict.zone.id': 'noValue',
      'verdict.note': 'It had no value for 0.4 s, from 0:01 of the drive.',
    });
    const unread = driveOf([...repeated(140, 10), ...repeated(none, 4), ...repeated(140, 10)]);
    expect(judged(unread, boost())).to.nested.include({ 'verdict.kind': 'inSpec' });
  });
  it('is too close to call where the sensors are no better', () => {
    const found = readDrive(driveOf(repeated(149.5, 20)), boost(), () => 1);
    if (!found.ok) throw new Error(found.problem);
    expect(found.value.levels[0]?.highest?.uncertainty).to.be.closeTo(Math.SQRT2, 1e-6);
    expect(judgeDrive(boost(), found.value)).to.nested.include({ 'value.verdict.kind': 'tooCloseToCall' });
  });
  it('says which values a recording lacks, and which unit does not fit', () => {
    const found = readDrive(recordingOf([channel('A10.boost', 'kPa(abs)', [1])]), boost(), () => 0);
    expect(found).to.deep.include({ problem: 'This recording lacks “Air” (A10.air), “Speed” (A20.speed).' });
    const gauge = recordingOf([channel('A10.boost', 'kPa(g)', [1])]);
    expect(readDrive(gauge, boost(), () => 0)).to.deep.include({
      problem: '“A10.boost” was recorded in kPa(g), and the limits take it in kPa(abs).',
    });
  });
  it('takes what was recorded in another unit of the same kind', () => {
    const psi = recordingOf([
      channel('A10.boost', 'psi(abs)', repeated(21.7557, 20)),
      channel('A10.air', 'bar(abs)', repeated(1, 20)),
      channel('A20.speed', 'mph', repeated(30, 20)),
    ]);
    expect(read(psi, boost()).levels[0]?.highest?.value).to.be.closeTo(50, 0.01);
  });
  it('does not fit limits that it was not read for', () => {
    const driven = read(driveOf(repeated(140, 20)), boost());
    expect(judgeDrive(boost({ mayLastSeconds: 2 }), driven)).to.deep.include({ problem: { kind: 'otherLimits' } });
  });
  it('keeps what was compared around the worst stretch', () => {
    const { trace } = read(driveOf([...repeated(140, 300), ...repeated(170, 5), ...repeated(140, 300)]), boost());
    expect([trace.ms[0], trace.ms.at(-1)]).to.deep.equal([25_000, 35_400]);
    expect(trace.lines[0]?.values).to.include(70);
  });
});

const wheels: DriveSpec = {
  kind: 'drive',
  unit: 'km/h',
  values: ['fl', 'fr', 'rl', 'rr'].map((id) => ({ id, name: id, key: `A20.${id}`, unit: 'km/h' })),
  compares: { kind: 'alike', of: ['fl', 'fr', 'rl', 'rr'], spread: 3 },
  during: [{ of: 'fl', min: 10, max: null }],
  mayLastSeconds: 0.2,
  leastSeconds: 1,
};

describe('alike things over a drive', () => {
  const wheelsOf = (rr: readonly number[]) =>
    recordingOf(
      ['fl', 'fr', 'rl']
        .map((id) =>
          channel(
            `A20.${id}`,
            'km/h',
            rr.map(() => 50),
          ),
        )
        .concat(channel('A20.rr', 'km/h', rr)),
    );

  it('are alike', () =>
    expect(judged(wheelsOf(repeated(51, 20)), wheels)).to.nested.include({
      'verdict.kind': 'inSpec',
      'verdict.note': 'The furthest from the median is rr with 1.000 km/h.',
    }));
  it('name the odd one that drops out alone', () =>
    expect(
      judged(wheelsOf([...repeated(50, 10), ...repeated(noValue, 5), ...repeated(50, 10)]), wheels),
    ).to.nested.include({
      'verdict.zone.id': 'rr',
      'verdict.note': 'rr had no value for 0.5 s, from 0:01 of the drive, while others like it had one.',
    }));
  it('name the odd one that reads less', () =>
    expect(judged(wheelsOf([...repeated(50, 10), ...repeated(20, 5), ...repeated(50, 10)]), wheels)).to.nested.include({
      'verdict.zone.id': 'rr',
      'reading.value': -30,
    }));
  it('name the one that flickers', () =>
    expect(
      judged(wheelsOf(Array.from({ length: 40 }, (_, row) => (row % 4 < 2 ? 50 : noValue))), wheels),
    ).to.nested.include({ 'verdict.zone.id': 'rr', 'verdict.note': 'rr had no value.' }));
  it('do not count while one of them is not read', () =>
    expect(judged(wheelsOf(repeated(none, 40)), wheels)).to.deep.equal({
      kind: 'tooShort',
      seconds: 0,
      leastSeconds: 1,
    }));
  it('name none where several differ', () => {
    const recording = recordingOf([
      channel('A20.fl', 'km/h', repeated(50, 20)),
      channel('A20.fr', 'km/h', repeated(60, 20)),
      channel('A20.rl', 'km/h', repeated(40, 20)),
      channel('A20.rr', 'km/h', repeated(50, 20)),
    ]);
    expect(judged(recording, wheels)).to.nested.include({ 'verdict.zone.id': 'several' });
  });
});

describe('the level that was held', () => {
  /** Each window that is longer than the time, looked through by itself. */
  function bruteForce(values: readonly number[], ends: readonly number[], times: readonly number[], heldMs: number) {
    let best = Number.NEGATIVE_INFINITY;
    for (let first = 0; first < values.length; first += 1)
      for (let last = first; last < values.length; last += 1) {
        const isJoined = times.slice(first + 1, last + 1).every((time, at) => ends[first + at] === time);
        if (!isJoined || (ends[last] ?? 0) - (times[first] ?? 0) <= heldMs) continue;
        best = Math.max(best, Math.min(...values.slice(first, last + 1)));
      }
    return best;
  }

  const rows = fc.array(
    fc.record({ value: fc.integer({ min: 100, max: 160 }), stepMs: fc.constantFrom(100, 200, 400, 5000) }),
    { minLength: 1, maxLength: 40 },
  );

  it('is that of looking through all windows, with gaps and whatever the rows', () =>
    fc.assert(
      fc.property(rows, fc.integer({ min: 0, max: 8 }), (drawn, tenths) => {
        const times = drawn.map((_, row) => drawn.slice(0, row).reduce((sum, { stepMs }) => sum + stepMs, 0));
        const values = drawn.map(({ value }) => value);
        const ends = times.map((time, row) => {
          const next = times[row + 1];
          return next === undefined || next - time > 1500 ? time + 100 : next;
        });
        const spec = boost({
          values: [{ id: 'boost', name: '', key: 'A10.boost', unit: 'kPa(abs)' }],
          unit: 'kPa(abs)',
          compares: { kind: 'formula', formula: 'boost', min: null, max: 130 },
          during: [],
          mayLastSeconds: tenths / 10,
        });
        const { levels } = read(recordingOf([channel('A10.boost', 'kPa(abs)', values)], times), spec);
        const turned = values.map((value) => -value);
        const highest = bruteForce(values, ends, times, tenths * 100);
        const lowest = -bruteForce(turned, ends, times, tenths * 100);
        expect(levels[0]?.highest?.value ?? Number.NEGATIVE_INFINITY).to.equal(highest);
        expect(levels[0]?.lowest?.value ?? Number.POSITIVE_INFINITY).to.equal(lowest);
      }),
      { numRuns: 400 },
    ));
});
