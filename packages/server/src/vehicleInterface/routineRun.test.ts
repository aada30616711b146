import type { Line } from '@probe-trail/core/vehicle';
import type { RoutineLine } from '@probe-trail/core/vehicleInterface';
import { LinkLost } from '@probe-trail/vehicle/client';
import { expect } from 'chai';
import { smallLine } from '../testing/aJob.js';
import { aReachedVehicle } from '../testing/aReachedVehicle.js';
import { makeRoutineRuns } from './routineRun.js';
import type { ReachedVehicle } from './vehicleInterface.js';

const speed = {
  id: 'speed',
  name: 'road speed',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: 0,
  unit: 'km/h',
  least: 0,
  most: 200,
  invalid: null,
};
const line: Line = {
  ...smallLine(),
  units: smallLine().units.map((unit) =>
    unit.id === 'A40'
      ? {
          ...unit,
          data: [{ identifier: '2A20', bytes: 1, values: [speed] }],
          routines: [
            {
              id: 'selfTest',
              name: 'self-test of the ramp',
              identifier: '0301',
              onlyWhile: [{ value: 'A40.speed', min: null, max: 0 }],
              takesSeconds: 1,
              longestSeconds: 1,
              results: [
                { byte: 0, is: 'running', text: 'It runs.' },
                { byte: 1, is: 'passed', text: 'All is well.' },
                { byte: 2, is: 'failed', text: 'The valve leaks.' },
              ],
            },
          ],
        }
      : unit,
  ),
};

describe('a test that a unit runs by itself, for a technician', () => {
  const told: string[] = [];
  const reachedWith = (
    results: readonly number[],
    speeds: readonly number[] = [0],
    more: Partial<ReachedVehicle> = {},
  ) => {
    let [asked, read] = [0, 0];
    told.length = 0;
    return aReachedVehicle({
      readValues: async (_, values) => ({
        answer: 'answered',
        values: values.map(({ key }) => ({ key, value: speeds[Math.min(read++, speeds.length - 1)] ?? null })),
      }),
      startRoutine: async () => {
        told.push('start');
        return { answer: 'answered' };
      },
      routineResults: async () => ({
        answer: 'answered',
        result: Uint8Array.of(results[Math.min(asked++, results.length - 1)] ?? 0),
      }),
      endRoutine: async (_unit, _identifier, isOver) => {
        told.push(isOver ? 'close' : 'stop');
      },
      ...more,
    });
  };
  const runs = makeRoutineRuns(
    () => 7,
    () => undefined,
  );
  const on = (reached: ReachedVehicle, signal = new AbortController().signal) => ({
    ...{ vehicleId: 'fg-05', fleetNumber: 'FG-05', by: 'Tobi Lunde' },
    ...{ line, reached, signal },
  });
  const run = async (reached: ReachedVehicle, key = 'A40.selfTest') => {
    const lines: RoutineLine[] = [];
    for await (const one of runs.run({ routine: key }, on(reached))) lines.push(one);
    return lines.map((one) =>
      one.kind === 'ended'
        ? `${one.is}: ${one.text}`
        : 'text' in one
          ? one.text
          : 'because' in one
            ? one.because
            : one.message,
    );
  };

  it('runs to its end, and says how it came out', async () => {
    expect(await run(reachedWith([0, 2]))).to.deep.equal(['It runs.', 'failed: The valve leaks.']);
    expect(told).to.deep.equal(['start', 'close']);
    expect(await run(reachedWith([9]))).to.deep.equal(['unknown: The unit says 0x09, which is not known of it.']);
  });

  it('does not begin where a condition does not hold, and is stopped where it holds no more', async () => {
    expect(await run(reachedWith([0], [4]))).to.deep.equal(['road speed is 4 km/h, and must be at most 0 km/h.']);
    expect(told).to.deep.equal([]);
    expect(await run(reachedWith([0], [0, 3]))).to.deep.equal([
      'It runs.',
      'road speed is 3 km/h, and must be at most 0 km/h.',
    ]);
    expect(told).to.deep.equal(['start', 'stop']);
  });

  it('is stopped after its longest time', async () => {
    const said = await run(reachedWith([0]));
    expect(said.at(-1)).to.equal('It has run for 1 s, which is as long as it may.');
    expect(told).to.deep.equal(['start', 'stop']);
  });

  it('says what the unit does not do, and which routine there is none of', async () => {
    const silent = reachedWith([0], [0], {
      startRoutine: async () => ({ answer: 'unread', because: 'it is too hot' }),
    });
    expect(await run(silent)).to.deep.equal(['The door controller did not do it: it is too hot.']);
    expect(await run(reachedWith([1]), 'A40.none')).to.deep.equal(['Loper 35 has no routine A40.none.']);
  });

  it('is stopped by anybody, by whoever listens no longer, and where the way is lost', async () => {
    const reached = reachedWith([0]);
    const lines: RoutineLine[] = [];
    for await (const one of runs.run({ routine: 'A40.selfTest' }, on(reached))) {
      lines.push(one);
      if (one.kind === 'running') expect(runs.stop('fg-05', 'Hanna Creek stopped it.')).to.equal(1);
    }
    expect(lines.at(-1)).to.include({ kind: 'stopped', because: 'Hanna Creek stopped it.' });
    expect(told).to.deep.equal(['start', 'stop']);
    expect(runs.stop('fg-05', '')).to.equal(0);

    for await (const one of runs.run({ routine: 'A40.selfTest' }, on(reachedWith([0]))))
      if (one.kind === 'running') break;
    expect(told).to.deep.equal(['start', 'stop']);

    const lost = reachedWith([0], [0], {
      routineResults: async () => Promise.reject(new LinkLost('gone')),
      endRoutine: async () => Promise.reject(new LinkLost('gone')),
    });
    const failure = await run(lost).catch((error: unknown) => error);
    expect(failure).to.be.instanceOf(LinkLost);
  });

  it('is one at a time on a vehicle', async () => {
    const first = runs.run({ routine: 'A40.selfTest' }, on(reachedWith([0])));
    await first.next();
    expect(await run(reachedWith([1]))).to.deep.equal([
      'Tobi Lunde runs self-test of the ramp on FG-05: wait for it, or stop it.',
    ]);
    await first.return(undefined);
    expect(await run(reachedWith([1]))).to.deep.equal(['passed: All is well.']);
  });
});
