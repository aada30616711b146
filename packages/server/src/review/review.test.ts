import { expect } from 'chai';
import { type Ask, aServer, releaseSmallPlan, smallPlan, smallWalk, type TestServer } from '../testing/aServer.js';

describe('review, release and retirement over HTTP', () => {
  let server: TestServer;
  let other: Ask;
  beforeEach(async () => {
    server = await aServer();
    other = await server.as('author');
  });
  afterEach(() => server.stop());

  const plan = '/api/plans/cranking';
  const create = async () => (await server.ask('POST', '/api/plans', { document: smallPlan() })).etag;
  const draftPost = (path: string, etag: string, ask = server.ask, body?: object) =>
    ask('POST', `${plan}/draft/${path}`, body, { 'if-match': etag });
  const listed = async () => (await server.ask('GET', plan)).body;

  it('a draft in review is still the draft, and can be taken back', async () => {
    const etag = await create();
    expect((await draftPost('review', etag)).body).to.include({ state: 'inReview', version: 1 });
    expect((await listed()).draft).to.include({ state: 'inReview' });
    expect((await server.ask('POST', `${plan}/draft`)).body.code).to.equal('DRAFT_EXISTS');
    expect((await draftPost('back', etag)).body).to.include({ state: 'draft' });
  });

  it('is approved by somebody else, and a later save takes that away', async () => {
    const etag = await create();
    await draftPost('review', etag);
    expect((await draftPost('approve', etag)).body.code).to.equal('OWN_DRAFT');
    expect((await draftPost('approve', etag, other)).body).to.include({ approvedBy: 'A author' });
    const saved = await server.ask(
      'PUT',
      `${plan}/draft`,
      { document: smallPlan({ title: 'Slower' }) },
      { 'if-match': etag },
    );
    expect(saved.body).to.include({ approvedBy: null, state: 'inReview' });
    expect((await draftPost('approve', etag, other)).body.code).to.equal('DRAFT_CHANGED');
  });

  it('is released with notes, by whoever has read it', async () => {
    const etag = await create();
    await draftPost('review', etag);
    await draftPost('approve', etag, other);
    const released = await draftPost('release', etag, server.ask, { notes: 'First of its kind.' });
    expect(released.body).to.include({ state: 'released', notes: 'First of its kind.', approvedBy: 'A author' });
    const versions = (await server.ask('GET', `${plan}/versions`)).body as unknown as readonly object[];
    expect(versions).to.have.length(1);
    expect(versions[0]).to.include({ version: 1, notes: 'First of its kind.' }).and.not.have.property('document');
  });

  it('keeps comments on a step and on the whole, until the author has seen to them', async () => {
    await create();
    const said = await other('POST', `${plan}/comments`, { version: 1, stepId: 'rest', text: 'Wait an hour first?' });
    await other('POST', `${plan}/comments`, { version: 1, stepId: null, text: 'Well ordered.' });
    expect(said.status).to.equal(201);
    const comments = async () =>
      (await server.ask('GET', `${plan}/comments`)).body as unknown as readonly { isDone: boolean; by: string }[];
    expect((await comments()).map(({ by, isDone }) => [by, isDone])).to.deep.equal([
      ['A author', false],
      ['A author', false],
    ]);
    const done = `${plan}/comments/${String(said.body.commentId)}`;
    expect((await server.ask('PUT', done, { isDone: true })).status).to.equal(204);
    expect((await comments()).map(({ isDone }) => isDone)).to.deep.equal([true, false]);
    expect((await server.ask('PUT', `${plan}/comments/gone`, { isDone: true })).body.code).to.equal(
      'COMMENT_NOT_FOUND',
    );
    const empty = await other('POST', `${plan}/comments`, { version: 1, stepId: null, text: '' });
    expect(empty.body.code).to.equal('REQUEST_INVALID');
    const nowhere = await other('POST', `${plan}/comments`, { version: 9, stepId: null, text: 'Where?' });
    expect(nowhere.body.code).to.equal('PLAN_NOT_FOUND');
  });

  it('answers a remark from the bay by a version', async () => {
    await releaseSmallPlan(server);
    const [opened] = smallWalk();
    const remark = {
      id: 'r1',
      atMs: 2000,
      by: 'Ines Marrow',
      kind: 'remarkMade',
      stepId: 'rest',
      about: 'wrongLimit',
      text: '12.2 V is too much in winter.',
    };
    await server.ask('POST', '/api/trails/t1/events', { events: [opened, remark] });
    const answered = await server.ask('PUT', `${plan}/remarks/r1`, { version: 1, text: 'It is 12.2 V at 20 °C.' });
    expect(answered.status).to.equal(204);
    const remarks = (await server.ask('GET', `${plan}/remarks`)).body as unknown as readonly { answer: object }[];
    expect(remarks[0]?.answer).to.include({ version: 1, text: 'It is 12.2 V at 20 °C.', by: 'Ines Marrow' });
    expect((await server.ask('PUT', `${plan}/remarks/r2`, { version: 1, text: 'To nobody' })).body.code).to.equal(
      'REMARK_NOT_FOUND',
    );
  });

  it('a retired plan is offered no more, but its trails go on; restored, it is as it was', async () => {
    await releaseSmallPlan(server);
    const [opened, reading] = smallWalk();
    await server.ask('POST', '/api/trails/t1/events', { events: [opened] });
    expect((await server.ask('POST', `${plan}/retire`)).body).to.deep.include({ released: null });
    expect((await listed()).retired).to.include({ version: 1, state: 'retired' });
    const again = await server.ask('POST', '/api/trails/t2/events', { events: [{ ...opened, id: 'x0' }] });
    expect(again.body.detail).to.include('is retired');
    expect((await server.ask('POST', '/api/trails/t1/events', { events: [opened, reading] })).status).to.equal(200);
    expect((await server.ask('POST', `${plan}/restore`)).body.released).to.include({ version: 1 });
    expect((await server.ask('POST', '/api/trails/t2/events', { events: [{ ...opened, id: 'x0' }] })).status).to.equal(
      200,
    );
  });
});
