import { expect } from 'chai';
import { sql } from 'drizzle-orm';
import { StoreFailure } from '../db/storeFailure.js';
import { aServer, releaseSmallPlan, smallPlan, smallWalk, type TestServer, testPassword } from '../testing/aServer.js';
import { askTrails } from '../testing/askTrails.js';
import { makeAppendQueue } from './appendQueue.js';
import type { Append } from './store.js';

describe('trails over HTTP', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
    await releaseSmallPlan(server);
  });
  afterEach(() => server.stop());

  const { append, log, lines } = askTrails(() => server);

  it('starts a trail with its first event and keeps the rest in order', async () => {
    expect((await append(smallWalk().slice(0, 1))).body).to.deep.equal({ eventCount: 1 });
    expect((await append(smallWalk().slice(1))).body).to.deep.equal({ eventCount: 4 });
    expect(await log()).to.deep.equal(smallWalk());
  });

  it('goes on with a trail of which an entry does not fit any more, as an earlier version took it', async () => {
    await append(smallWalk().slice(0, 2));
    const [, reading] = smallWalk();
    const old = { ...reading, id: 'old', entry: { kind: 'chosen', optionId: 'gone' } };
    await server.database.orm.run(
      sql`INSERT INTO trail_event (trail_id, seq, event_id, event) VALUES ('t1', 2, 'old', ${JSON.stringify(old)})`,
    );
    server = await server.restart();
    expect((await append(smallWalk().slice(2))).body).to.deep.equal({ eventCount: 5 });
    expect((await log()).map(({ id }) => id)).to.deep.equal(['e0', 'e1', 'old', 'e2', 'e3']);
  });

  it('lists where each trail stands', async () => {
    await append(smallWalk().slice(0, 2));
    expect((await lines())[0]).to.include({
      trailId: 't1',
      fleetNumber: 'FG-07',
      atStep: 'Battery at rest',
      concludedWith: null,
    });
    await append(smallWalk());
    expect((await lines())[0]).to.include({ atStep: null, concludedWith: 'Battery is flat', lastEventAtMs: 1003 });
  });

  it('keeps every event once, however often it is sent', async () => {
    await Promise.all([append(smallWalk()), append(smallWalk()), append(smallWalk().slice(0, 2))]);
    expect((await append(smallWalk())).body).to.deep.equal({ eventCount: 4 });
    expect(await log()).to.deep.equal(smallWalk());
  });

  it('refuses an event that does not fit, with the sentence of the reducer, and adds nothing of that request', async () => {
    await append(smallWalk().slice(0, 1));
    const [, reading, outcome] = smallWalk();
    const answer = await append([{ ...reading }, { ...outcome, outcomeId: 'good' }]);
    expect([answer.status, answer.body.code]).to.deep.equal([409, 'EVENT_MISFIT']);
    expect(answer.body.detail).to.include('do not lead to the outcome “good”');
    expect(await log()).to.have.length(1);
    expect((await append(smallWalk())).status).to.equal(200);
  });

  it('refuses an entry for good: a copy that comes late, when it would fit, stays out', async () => {
    const [opened, reading, outcome] = smallWalk();
    await append([opened as object]);
    expect((await append([outcome as object])).status).to.equal(409);
    await append([reading as object]);
    const late = await append([outcome as object]);
    expect([late.status, late.body.detail]).to.deep.equal([
      409,
      'It was refused when it came first. Nothing was saved.',
    ]);
    expect(await log()).to.have.length(2);
  });

  it('refuses a trail on a plan or a version that is not released', async () => {
    await server.ask('POST', '/api/plans/cranking/draft');
    const [opened] = smallWalk();
    expect((await append([{ ...opened, planVersion: 2 }])).body.detail).to.include('not released');
    expect((await append([{ ...opened, planId: 'gone' }])).body.code).to.equal('PLAN_NOT_FOUND');
  });

  it('says that a trail without opening is not there', async () => {
    expect((await append(smallWalk().slice(1))).body.code).to.equal('TRAIL_NOT_FOUND');
    expect((await server.ask('GET', '/api/trails/gone')).body.code).to.equal('TRAIL_NOT_FOUND');
  });

  it('refuses an event that is not one', async () => {
    const answer = await append([{ ...smallWalk()[0], atMs: 'yesterday' }]);
    expect([answer.status, answer.body.code]).to.deep.equal([400, 'REQUEST_INVALID']);
    expect(answer.body.detail).to.include('atMs');
  });

  it('goes on where it was after a restart', async () => {
    await append(smallWalk().slice(0, 2));
    server = await server.restart();
    expect((await append(smallWalk().slice(2))).body).to.deep.equal({ eventCount: 4 });
    expect(await log()).to.deep.equal(smallWalk());
  });

  it('a newer version of the plan leaves a running trail alone', async () => {
    await append(smallWalk().slice(0, 2));
    const { etag } = await server.ask('POST', '/api/plans/cranking/draft');
    const changed = await server.ask(
      'PUT',
      '/api/plans/cranking/draft',
      { document: smallPlan({ title: 'Two' }) },
      { 'if-match': etag },
    );
    await server.ask('POST', '/api/plans/cranking/draft/release', { notes: '' }, { 'if-match': changed.etag });
    expect((await append(smallWalk())).status).to.equal(200);
    expect((await lines())[0]?.planVersion).to.equal(1);
  });

  describe('followed live', () => {
    const follow = (seen: number) => {
      const control = new AbortController();
      return { control, live: server.services.trails.follow('t1', seen, control.signal) };
    };

    it('gives what is there and then what comes, each once and in order', async () => {
      await append(smallWalk().slice(0, 2));
      const { control, live } = follow(1);
      expect((await live.next()).value).to.deep.equal(smallWalk().slice(1, 2));
      const coming = live.next();
      await append(smallWalk().slice(2, 3));
      expect((await coming).value).to.deep.equal(smallWalk().slice(2, 3));
      await append(smallWalk());
      expect((await live.next()).value).to.deep.equal(smallWalk().slice(3));
      const ending = live.next();
      control.abort();
      expect((await ending).done).to.equal(true);
    });

    it('waits for a trail that is only beginning', async () => {
      const { control, live } = follow(0);
      const coming = live.next();
      await append(smallWalk().slice(0, 1));
      expect((await coming).value).to.deep.equal(smallWalk().slice(0, 1));
      control.abort();
    });

    it('is sent as server-sent events, to whoever is signed in, and ends when the server stops', async () => {
      await append(smallWalk());
      expect((await server.asNobody('GET', '/api/trails/t1/live?seen=0')).status).to.equal(401);
      const { cookie } = await server.asNobody('POST', '/api/session', {
        name: 'Ines Marrow',
        password: testPassword,
      });
      const address = await server.app.listen({ port: 0, host: '127.0.0.1' });
      const answer = await fetch(`${address}/api/trails/t1/live?seen=3`, {
        headers: { cookie },
      });
      expect(answer.headers.get('content-type')).to.equal('text/event-stream');
      const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
      let said = '';
      while (!said.includes('data:')) said += (await reader?.read())?.value ?? '';
      expect(said).to.equal(`: open\n\ndata: ${JSON.stringify(smallWalk().slice(3))}\n\n`);
      await server.app.close();
      expect((await reader?.read())?.done).to.equal(true);
    });
  });

  it('answers 200 walks at once, each whole', async () => {
    const ids = Array.from({ length: 200 }, (_, index) => `many-${index}`);
    const answers = await Promise.all(ids.map((id) => append(smallWalk(id), id)));
    expect(answers.every(({ status }) => status === 200)).to.equal(true);
    for (const id of ids.slice(0, 10)) expect(await log(id)).to.deep.equal(smallWalk(id));
  });
});

describe('the append queue', () => {
  const anAppend = (seq: number) =>
    ({ rows: [{ seq }], line: {}, remarks: [], log: { isLost: false } }) as unknown as Append;

  it('writes what arrives together in one transaction', async () => {
    const groups: number[] = [];
    const queue = makeAppendQueue({ write: async (group) => void groups.push(group.length) });
    await Promise.all([queue.add(anAppend(1)), queue.add(anAppend(2)), queue.add(anAppend(3))]);
    await queue.add(anAppend(4));
    expect(groups).to.deep.equal([3, 1]);
  });

  it('tries the members of a group alone when one of them can never be stored: it holds nobody else up', async () => {
    const written: number[] = [];
    const queue = makeAppendQueue({
      write: async (group) => {
        const places = group.flatMap(({ rows }) => rows.map(({ seq }) => seq));
        if (places.includes(2)) throw new Error('not to be stored');
        written.push(...places);
      },
    });
    const answers = await Promise.allSettled([1, 2, 3].map((seq) => queue.add(anAppend(seq))));
    expect(answers.map(({ status }) => status)).to.deep.equal(['fulfilled', 'rejected', 'fulfilled']);
    const [, refused] = answers;
    expect(refused?.status === 'rejected' && refused.reason.code).to.equal('ENTRY_UNSTORABLE');
    expect(written).to.deep.equal([1, 3]);
  });

  it('stores nothing that follows an entry which is not on the disk', async () => {
    const log = { isLost: false };
    const queue = makeAppendQueue({
      write: async (group) => {
        if (group.some(({ rows }) => rows[0]?.seq === 1)) throw new Error('not to be stored');
      },
    });
    const adding = [1, 2].map((seq) => queue.add({ ...anAppend(seq), log }));
    const answers = await Promise.allSettled(adding);
    expect(answers.map(({ status }) => status)).to.deep.equal(['rejected', 'rejected']);
    expect((await Promise.allSettled([queue.add({ ...anAppend(3), log })]))[0]?.status).to.equal('rejected');
  });

  it('acknowledges nothing of a group that could not be written, and goes on with the next', async () => {
    let full = true;
    const queue = makeAppendQueue({
      write: async () => {
        if (full) throw new StoreFailure('full', new Error('disk full'));
      },
    });
    const answers = await Promise.allSettled([queue.add(anAppend(1)), queue.add(anAppend(2))]);
    expect(answers.map(({ status }) => status)).to.deep.equal(['rejected', 'rejected']);
    full = false;
    await queue.add(anAppend(3));
    await queue.drained();
  });
});
