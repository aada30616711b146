import type { LiveValue } from '@probe-trail/core/liveValue';
import { recordingOf } from '@probe-trail/core/recording';
import { expect } from 'chai';
import type { KeptRecording } from '../device/database';
import { inBrowser } from '../testing/browser';
import { sayLength } from './sayLength';
import { moved, withinWhole, zoomed } from './useView';

const kept = (nth: number, isSent: boolean): KeptRecording => ({
  recordingId: `r${nth}`,
  jobId: 'j1',
  info: { kind: 'drive', name: 'Drive', startedAtMs: nth, lengthMs: 1000, channels: [], markCount: 0, byteCount: 3 },
  file: new Blob([Uint8Array.of(1, 2, 3)]),
  isSent,
});

const value = (key: string): LiveValue => ({
  key,
  id: key,
  name: key,
  unitId: 'A10',
  unitName: 'engine control unit',
  identifier: '2A01',
  at: 0,
  bytes: 1,
  isSigned: false,
  scale: 1,
  offset: 0,
  unit: 'km/h',
  least: 0,
  most: 200,
  invalid: null,
});

describe('recordings on this device', () => {
  inBrowser();
  const opened = async () => {
    const [{ device }, keeping, runs] = await Promise.all([
      import('../device/database'),
      import('./keepOnDevice'),
      import('./driveRun'),
    ]);
    await Promise.all([device.recordings.clear(), device.pieces.clear(), device.runs.clear()]);
    return { device, ...keeping, ...runs };
  };

  it('are the ten newest that the server has too, and all that it does not have', async () => {
    const { device, keepOnDevice } = await opened();
    await keepOnDevice(kept(0, false));
    for (let nth = 1; nth <= 13; nth += 1) await keepOnDevice(kept(nth, true));
    const names = (await device.recordings.toArray()).map(({ info }) => info.startedAtMs).sort((a, b) => a - b);
    expect(names).to.deep.equal([0, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13]);
  });

  it('are put away piece by piece, each row once, however the pieces overlap in time', async () => {
    const { device, beginRun, noteRun, putAway } = await opened();
    const values = [value('A10.speed')];
    const run = beginRun(values);
    await noteRun(run, 'j1', 'Drive', values);
    const add = (from: number, to: number) => {
      for (let nth = from; nth < to; nth += 1)
        run.recorder.add('A10.speed', { atMs: run.startedAtMs + 100 * nth, value: nth });
    };
    add(0, 20);
    const first = putAway(run);
    add(20, 30);
    const second = putAway(run);
    add(30, 31);
    await Promise.all([first, second, putAway(run, true)]);
    const pieces = await device.pieces.where({ runId: run.runId }).sortBy('seq');
    const whole = recordingOf(run.startedAtMs, [], pieces, []);
    expect([...whole.times]).to.deep.equal(Array.from({ length: 31 }, (_, nth) => 100 * nth));
    run.letGo();
  });

  it('of what was seen hold every sample in its order, and are none where nothing was seen', async () => {
    const { recordingOfSeen } = await opened();
    const values = [value('A10.speed'), value('A10.boost')];
    const samples = { 'A10.speed': [1000, 1200], 'A10.boost': [1100] } as Record<string, number[]>;
    const seen = recordingOfSeen(values, (key) => (samples[key] ?? []).map((atMs) => ({ atMs, value: atMs })));
    expect([...(seen?.times ?? [])]).to.deep.equal([0, 100, 200]);
    expect(seen?.channels.map((channel) => [...channel.values])).to.deep.equal([
      [1000, Number.NaN, 1200],
      [Number.NaN, 1100, Number.NaN],
    ]);
    expect(recordingOfSeen(values, () => [])).to.equal(undefined);
  });
});

describe('what is seen of a recording', () => {
  it('lies within it, and keeps what the pointer is on where it is', () => {
    expect(withinWhole({ fromMs: -500, toMs: 1500 }, 10_000)).to.deep.equal({ fromMs: 0, toMs: 2000 });
    expect(withinWhole({ fromMs: 9000, toMs: 12_000 }, 10_000)).to.deep.equal({ fromMs: 7000, toMs: 10_000 });
    expect(withinWhole({ fromMs: -1e6, toMs: 1e6 }, 10_000)).to.deep.equal({ fromMs: 0, toMs: 10_000 });
    const near = withinWhole({ fromMs: 5000, toMs: 5001 }, 10_000);
    expect(near.toMs - near.fromMs).to.equal(500);
    const closer = zoomed({ fromMs: 0, toMs: 1000 }, 250, 0.5);
    expect([closer, (250 - closer.fromMs) / (closer.toMs - closer.fromMs)]).to.deep.equal([
      { fromMs: 125, toMs: 625 },
      0.25,
    ]);
    expect(moved({ fromMs: 0, toMs: 1000 }, 200)).to.deep.equal({ fromMs: 200, toMs: 1200 });
  });

  it('is said by its length', () => {
    expect([1234, 59_940, 65_000, 3_725_000, -5].map(sayLength)).to.deep.equal([
      '1.2 s',
      '59.9 s',
      '1 min 05 s',
      '1 h 02 min',
      '0.0 s',
    ]);
  });
});
