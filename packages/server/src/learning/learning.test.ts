import { fileURLToPath } from 'node:url';
import type { LearnedPlan, Lesson, PlanFound, PlanLessons } from '@probe-trail/core/learning';
import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { loadDemo } from '../demo/loadDemo.js';
import { appendTo, jobEvent, proveOnJob, takeInVehicle } from '../testing/aJob.js';
import { aServer, releaseSmallPlan, smallWalk, type TestServer } from '../testing/aServer.js';
import { makeLearningStore } from './store.js';

const demoFolder = fileURLToPath(new URL('../../../../demo', import.meta.url));

/** The sums of a version, in an order that does not depend on when what was counted. */
const inOrder = ({ counts, readings }: Lesson) => ({
  counts: counts.map((one) => JSON.stringify(one)).sort(),
  readings: readings.map((one) => JSON.stringify(one)).sort(),
});

describe('what the bay found', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const walk = (trailId: string, ...more: object[]) =>
    server.ask('POST', `/api/trails/${trailId}/events`, { events: [...smallWalk(trailId), ...more] });
  const learned = async () =>
    (await server.ask('GET', '/api/lessons/cranking/versions/1')).body as unknown as PlanLessons;
  const sumsOf = async (planId: string, version: number) =>
    inOrder(await makeLearningStore(server.database).ofVersion(planId, version));
  const forgetAll = () =>
    server.database.orm.batch([
      server.database.orm.run(sql`DELETE FROM lesson`),
      server.database.orm.run(sql`DELETE FROM learned_count`),
      server.database.orm.run(sql`DELETE FROM learned_reading`),
    ]);

  it('counts trails, proven causes, readings and minutes as they come', async () => {
    await releaseSmallPlan(server);
    await takeInVehicle(server);
    expect(await learned()).to.deep.include({ trails: 0, proven: 0, steps: [], readings: [] });
    await walk('a');
    await proveOnJob(server, 'j2', 'b');
    const now = await learned();
    expect(now).to.deep.include({ trails: 2, concluded: 2, proven: 1, noFault: 0 });
    expect(now.causes.map(({ suspectId, proven }) => [suspectId, proven])).to.deep.equal([
      ['battery', 1],
      ['cable', 0],
    ]);
    expect(now.readings[0]?.values).to.deep.equal([
      { value: 11.6, count: 2, sound: 0 },
      { value: 12.7, count: 1, sound: 1 },
    ]);
    expect(now.steps[0]?.minutes).to.deep.include({ count: 2, median: 0 });
    expect((await server.ask('GET', '/api/lessons')).body as unknown as LearnedPlan[]).to.deep.equal([
      {
        planId: 'cranking',
        title: 'Slow cranking after standing',
        versions: [1],
        trails: 2,
        concluded: 2,
        proven: 1,
        wrong: 0,
        readings: 3,
        tooClose: 0,
      },
    ]);
    expect((await server.ask('GET', '/api/lessons/found')).body as unknown as PlanFound[]).to.deep.equal([
      { planId: 'cranking', uses: 2, found: [{ title: 'Battery is flat', count: 1 }] },
    ]);
  });

  it('takes a proof back as soon as something speaks against it', async () => {
    await releaseSmallPlan(server);
    await takeInVehicle(server);
    await proveOnJob(server, 'j2', 'b');
    expect((await learned()).proven).to.equal(1);
    const { events } = (await server.ask('GET', '/api/jobs/j2')).body as unknown as {
      events: readonly { id: string; kind: string }[];
    };
    const repairId = events.find(({ kind }) => kind === 'repaired')?.id ?? '';
    await appendTo(server.ask, 'j2', jobEvent({ kind: 'repairFailed', repairId, because: 'it came back' }));
    const now = await learned();
    expect([now.proven, now.causes.find(({ suspectId }) => suspectId === 'battery')?.wrong]).to.deep.equal([0, 1]);
  });

  it('counts nothing of a trail that was voided', async () => {
    await releaseSmallPlan(server);
    await walk('a');
    expect((await learned()).trails).to.equal(1);
    const administrator = await server.as('administrator');
    expect((await administrator('POST', '/api/trails/a/void', { entryId: 'a0', reason: 'wrong bus' })).status).to.equal(
      200,
    );
    expect(await learned()).to.deep.include({ trails: 0, readings: [] });
  });

  it('says that there is no such version', async () => {
    expect((await server.ask('GET', '/api/lessons/cranking/versions/1')).status).to.equal(404);
  });

  it('is the same when it is computed anew from all entries: of the demo world, changed in between', async function () {
    this.timeout(60_000);
    await server.database.client.executeMultiple('DELETE FROM session; DELETE FROM person;');
    await loadDemo(server.services, demoFolder, Date.now());
    const { learning, trailStore } = server.services;
    await learning.settle();
    const trails = (await trailStore.list()).filter(({ planId }) => planId !== null);
    const versions = [...new Map(trails.map(({ planId, planVersion }) => [planId, planVersion])).entries()];
    // Entries are taken off, one trail after the other, so that the sums are changed, and not only made.
    for (const { trailId } of trails.slice(0, 6)) {
      const { events } = await server.services.trails.log(trailId);
      const last = events.findLast(({ kind }) => kind === 'concluded' || kind === 'outcomeTaken');
      const entryId = (last ?? events[0])?.id ?? '';
      const by = { id: `${trailId}-void`, atMs: Date.now(), by: 'Ines Marrow' };
      await server.services.trails.voidEntry(trailId, { kind: 'entryVoided', entryId, reason: 'other bus', ...by });
      await learning.settle();
    }
    const all = () => Promise.all(versions.map(([planId, version]) => sumsOf(planId ?? '', version ?? 0)));
    const grown = await all();
    expect(grown.flatMap(({ counts }) => counts).length).to.be.greaterThan(50);
    await forgetAll();
    expect((await all()).flatMap(({ counts }) => counts)).to.deep.equal([]);
    await learning.catchUp();
    expect(await all()).to.deep.equal(grown);
  });

  it('finds at the start what came while nobody counted', async () => {
    await releaseSmallPlan(server);
    await walk('a');
    await walk('b');
    await server.services.learning.settle();
    const grown = await sumsOf('cranking', 1);
    const { orm } = server.database;
    await orm.run(sql`UPDATE lesson SET trail_seq = 1, revision = 0 WHERE trail_id = 'a'`);
    await orm.run(sql`DELETE FROM trail WHERE trail_id = 'b'`);
    server = await server.restart();
    await server.services.learning.catchUp();
    expect((await learned()).trails).to.equal(1);
    expect(await sumsOf('cranking', 1)).not.to.deep.equal(grown);
  });
});
