import type { NewSheet } from '@probe-trail/core/codes';
import type { JobEvent } from '@probe-trail/core/job';
import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { inBrowser } from '../testing/browser';
import type { Recorded } from './database';

const pause = (id: string): TrailEvent => ({ kind: 'paused', id, atMs: 1000, by: 'Tobi Lunde', reason: '' });
const onTrail = (trailId: string, id: string): Recorded => ({ kind: 'trailEvent', trailId, event: pause(id) });
const onJob = (jobId: string, id: string): Recorded => {
  const event: JobEvent = { kind: 'noted', id, atMs: 1000, by: 'Tobi Lunde', text: id, isSideFinding: false };
  return { kind: 'jobEvent', jobId, event };
};
const ofSheet = (jobId: string, sheetId: string): Recorded => {
  const sheet: NewSheet = { sheetId, source: 'hand', moment: 'asFound', takenAtMs: 900, units: [], codes: [] };
  return { kind: 'sheet', jobId, takenBy: 'Tobi Lunde', sheet };
};
const nameOf = (recorded: Recorded) => (recorded.kind === 'sheet' ? recorded.sheet.sheetId : recorded.event.id);

describe('the outbox', () => {
  inBrowser();
  const opened = async () => {
    const { outbox } = await import('./outbox');
    const { device } = await import('./database');
    await device.waiting.clear();
    const names = (rows: readonly { readonly recorded: Recorded }[]) => rows.map(({ recorded }) => nameOf(recorded));
    /** What is sent together, one request after the other. */
    const requests = async () => {
      const all: string[] = [];
      for (let rows = await outbox.next(); rows.length > 0; rows = await outbox.next()) {
        all.push(names(rows).join(' '));
        await outbox.remove(rows);
      }
      return all;
    };
    return { outbox, device, names, requests };
  };

  it('sends what has waited longest, with the rest of its queue', async () => {
    const { outbox, requests } = await opened();
    await outbox.add([onTrail('t', 'a')]);
    await outbox.add([onJob('j', 'b')]);
    await outbox.add([onTrail('t', 'c'), onJob('j', 'd')]);
    expect(await requests()).to.deep.equal(['a c', 'b d']);
  });

  it('sends a sheet alone, after what was recorded before it and before what came after', async () => {
    const { outbox, requests } = await opened();
    await outbox.add([onJob('j', 'a'), onJob('j', 'b'), ofSheet('j', 's1'), ofSheet('j', 's2'), onJob('j', 'c')]);
    expect(await requests()).to.deep.equal(['a b', 's1', 's2', 'c']);
  });

  it('keeps what was refused, with the reason', async () => {
    const { outbox, device, names } = await opened();
    await outbox.add([onJob('j', 'a')]);
    await outbox.refuse(await outbox.next(), 'The vehicle was returned.');
    const refused = await device.refused.toArray();
    expect([names(refused), refused[0]?.message, await outbox.count()]).to.deep.equal([
      ['a'],
      'The vehicle was returned.',
      0,
    ]);
  });
});

describe('a device of an earlier version', () => {
  inBrowser();

  it('still has what waited on its trails, in order, and no answer that lacks what is shown today', async () => {
    const { Dexie } = await import('dexie');
    const { DeviceDatabase } = await import('./database');
    const name = 'of-before';
    const old = new Dexie(name);
    old.version(1).stores({ waiting: '++seq, trailId', refused: 'seq, trailId' });
    old.version(2).stores({ logs: 'trailId', answers: 'url, atMs', photos: 'photoId' });
    old.version(3).stores({ layouts: 'shape, atMs' });
    await old.table('waiting').bulkAdd([
      { trailId: 't', event: pause('a') },
      { trailId: 't', event: pause('b') },
    ]);
    await old.table('refused').put({ seq: 7, trailId: 't', event: pause('c'), message: 'It did not fit.' });
    await old.table('answers').put({ url: 'vehicles/fg-04', data: {}, atMs: 1 });
    old.close();
    const device = new DeviceDatabase(name);
    const waiting = await device.waiting.where({ queue: 'trail/t' }).sortBy('seq');
    expect(waiting.map(({ recorded }) => recorded)).to.deep.equal([onTrail('t', 'a'), onTrail('t', 'b')]);
    expect((await device.refused.get(7))?.message).to.equal('It did not fit.');
    expect(await device.answers.count()).to.equal(0);
    device.close();
  });
});
