import { expect } from 'chai';
import { aJobEventBody, takeInVehicle } from '../testing/aJob.js';
import { aServer, releaseSmallPlan, smallPlan, smallWalk, type TestServer, testPassword } from '../testing/aServer.js';

describe('a hostile or careless body', () => {
  let server: TestServer;
  let cookie: string;
  before(async () => {
    server = await aServer();
    await releaseSmallPlan(server);
    await takeInVehicle(server);
    cookie = (await server.asNobody('POST', '/api/session', { name: 'Ines Marrow', password: testPassword })).cookie;
  });
  after(() => server.stop());

  const send = async (method: 'POST' | 'PUT', url: string, payload: string) => {
    const headers = { cookie, 'content-type': 'application/json' };
    const answer = await server.app.inject({ method, url, payload, headers });
    return {
      status: answer.statusCode,
      size: answer.body.length,
      body: answer.json() as { code: string; detail: string },
    };
  };
  const opened = (more: object) => JSON.stringify({ events: [{ ...smallWalk('h')[0], ...more }] });
  const note = (text: string) =>
    JSON.stringify({ events: [aJobEventBody({ kind: 'noted', text, isSideFinding: false })] });

  for (const [what, method, url, payload] of [
    ['half a character in a complaint', 'POST', '/api/trails/h/events', opened({ complaint: 'bus \ud83d' })],
    ['half a character in a note', 'POST', '/api/jobs/j1/events', note('cut \udc00 here')],
    ['half a character in a name of a field', 'POST', '/api/jobs/j1/events', '{"events":[{"\\ud800":1}]}'],
    ['NUL in a note', 'POST', '/api/jobs/j1/events', note('a\u0000b')],
    ['an escape sequence in a note', 'POST', '/api/jobs/j1/events', note('\u001b[31mred')],
    ['half a character in a card', 'PUT', '/api/library/cards/x', '{"card":{"id":"x","name":"\\udfff"}}'],
  ] as const)
    it(`with ${what} is refused with a sentence, and the server goes on`, async () => {
      const { status, body } = await send(method, url, payload);
      expect([status, body.code]).to.deep.equal([400, 'REQUEST_INVALID']);
      expect(body.detail).to.match(/half a character|control character/);
      expect((await server.ask('GET', '/api/trails')).status).to.equal(200);
    });

  for (const [what, method, url, payload] of [
    ['a time after the calendar', 'POST', '/api/trails/h/events', opened({ atMs: 2 ** 53 })],
    ['a time one beyond what a date can be', 'POST', '/api/trails/h/events', opened({ atMs: 8.64e15 + 1 })],
    ['a time that is not finite', 'POST', '/api/trails/h/events', opened({}).replace('"atMs":1000', '"atMs":1e400')],
    ['a time before 1970', 'POST', '/api/trails/h/events', opened({ atMs: -1 })],
    ['a number as text', 'POST', '/api/trails/h/events', opened({ atMs: 'NaN' })],
    ['an id that every object has', 'POST', '/api/trails/h/events', opened({ id: 'constructor' })],
    ['an id that is a way back', 'POST', '/api/trails/h/events', opened({ id: '..' })],
    ['a field that every object has', 'POST', '/api/trails/h/events', '{"events":[],"__proto__":{"x":1}}'],
    ['20,000 empty events', 'POST', '/api/trails/h/events', JSON.stringify({ events: Array(20_000).fill({}) })],
    [
      'empty steps',
      'POST',
      '/api/plans',
      JSON.stringify({ document: { ...smallPlan(), steps: Array(5000).fill({}) } }),
    ],
    ['things 100,000 deep', 'POST', '/api/trails/h/events', `${'['.repeat(100_000)}${']'.repeat(100_000)}`],
    ['a field of a long name', 'POST', '/api/session', JSON.stringify({ ['x'.repeat(20_000)]: 1 })],
    ['no JSON, and much of it', 'POST', '/api/trails/h/events', 'x'.repeat(200_000)],
  ] as const)
    it(`with ${what} is refused in few words`, async () => {
      const { status, size } = await send(method, url, payload);
      expect(status).to.equal(400);
      expect(size).to.be.lessThan(1500);
    });

  it('is refused by its size, where its route takes only small ones', async () => {
    const { status, body } = await send('POST', '/api/vehicles', JSON.stringify({ plate: 'x'.repeat(40_000) }));
    expect([status, body.code]).to.deep.equal([413, 'REQUEST_TOO_LARGE']);
  });

  for (const query of [
    'words=fan%00x',
    'words=fan&__proto__=1',
    'words=fan&constructor=1',
    'words=%ed%a0%80',
    'most=1e999&words=x',
  ])
    it(`as the query ${query} does no harm`, async () =>
      expect((await server.ask('GET', `/api/search?${query}`)).status).to.be.oneOf([200, 400]));

  it('of thousands of remarks at once is stored', async () => {
    const remark = (at: number, walk: string) => ({
      kind: 'remarkMade',
      id: `${walk}-r${at}`,
      atMs: 2000,
      by: 'Ines Marrow',
      stepId: 'rest',
      about: 'unclear',
      text: `Remark ${at}`,
    });
    const walks = Array.from({ length: 14 }, (_, at) => `m${at}`);
    const answers = await Promise.all(
      walks.map((walk) =>
        server.ask('POST', `/api/trails/${walk}/events`, {
          events: [smallWalk(walk)[0], ...Array.from({ length: 499 }, (_, at) => remark(at, walk))],
        }),
      ),
    );
    expect(answers.map(({ status }) => status)).to.deep.equal(walks.map(() => 200));
  });
});

describe('a body that is large and right', () => {
  it('is checked in another thread, and is there as it was sent', async () => {
    const server = await aServer();
    const plan = smallPlan();
    const [step] = plan.steps;
    const steps = Array.from({ length: 300 }, (_, at) => ({
      ...step,
      id: at === 0 ? 'rest' : `step-${at}`,
      title: `Über ${at} 🚌`,
    }));
    const created = await server.ask('POST', '/api/plans', { document: { ...plan, steps } });
    expect(created.status).to.equal(201);
    const { document } = (await server.ask('GET', '/api/plans/cranking/draft')).body as unknown as {
      document: typeof plan;
    };
    expect(document.steps).to.deep.equal(steps);
    const saved = await server.ask(
      'PUT',
      '/api/plans/cranking/draft',
      { document: { ...plan, steps: steps.slice(1) } },
      { 'if-match': created.etag },
    );
    expect(saved.status).to.equal(200);
    await server.stop();
  });
});
