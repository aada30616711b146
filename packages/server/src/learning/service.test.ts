import { expect } from 'chai';
import { makeDueLessons } from './dueLessons.js';
import { makeLearningService } from './service.js';

describe('counting what trails taught, where the database does not answer', () => {
  it('is told, and ends neither the server nor what comes later', async () => {
    const due = makeDueLessons();
    const told: string[] = [];
    const broken = () => Promise.reject(new Error('the disk is full'));
    const learning = makeLearningService({
      due,
      store: { lastEntries: broken, orphaned: broken, stale: broken } as never,
      trails: {} as never,
      trailLines: { ofJob: broken },
      jobs: {} as never,
      plans: {} as never,
      failed: (what) => told.push(what),
    });
    due.trailChanged('t1');
    due.jobChanged('j1');
    await learning.settle();
    await learning.catchUp();
    expect(told.sort()).to.deep.equal([
      'what job j1 taught',
      'what trail t1 taught',
      'what trails taught while the server was not there',
    ]);
    await learning.close();
  });
});
