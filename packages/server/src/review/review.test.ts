import type { Waiting } from '@probe-trail/core/review';
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

  describe('what waits for an author', () => {
    const waiting = async (ask: Ask = server.ask) =>
      (await ask('GET', '/api/reviews/waiting')).body as unknown as Waiting;
    const nothing: Waiting = { toReview: [], toRelease: [], remarks: [], comments: [], newerCards: [] };
    const line = { planId: 'cranking', title: smallPlan().title };

    it('is nothing at first, and not told to those who write no plans', async () => {
      expect(await waiting()).to.deep.equal(nothing);
      const technician = await server.as('technician');
      expect((await technician('GET', '/api/reviews/waiting')).status).to.equal(403);
    });

    it('is the draft of somebody else, and the own one once it is approved', async () => {
      const etag = await create();
      expect(await waiting(other)).to.deep.equal(nothing);
      await draftPost('review', etag);
      expect((await waiting(other)).toReview).to.have.length(1);
      expect((await waiting(other)).toReview[0]).to.include({ ...line, version: 1 });
      expect(await waiting()).to.deep.equal(nothing);
      await draftPost('approve', etag, other);
      expect(await waiting(other)).to.deep.equal(nothing);
      expect((await waiting()).toRelease).to.deep.equal([{ ...line, version: 1, by: 'A author' }]);
    });

    it('is what others said of the own draft, until it is resolved', async () => {
      await create();
      const said = await other('POST', `${plan}/comments`, { version: 1, stepId: null, text: 'Why?' });
      await server.ask('POST', `${plan}/comments`, { version: 1, stepId: null, text: 'A note of my own.' });
      expect((await waiting()).comments).to.deep.equal([{ ...line, count: 1 }]);
      expect((await waiting(other)).comments).to.deep.equal([]);
      await server.ask('PUT', `${plan}/comments/${String(said.body.commentId)}`, { isDone: true });
      expect(await waiting()).to.deep.equal(nothing);
    });

    it('is a card that was kept in the library after the draft was saved, and differs', async () => {
      const card = {
        id: 'battery',
        name: 'Battery',
        place: 'Rear left',
        howItWorks: '',
        values: [],
        connectors: [],
        physicalChecks: [],
        references: [],
      };
      await server.ask('POST', '/api/plans', { document: smallPlan({ partCards: [card] }) });
      const keep = (place: string, seen: string | undefined, atMs: number) =>
        server.services.library.keep({ ...card, place }, seen, { by: 'Sam Quill', atMs });
      await keep('Under the floor', undefined, 500);
      expect(await waiting(), 'kept before').to.deep.equal(nothing);
      const etag = async () => (await server.services.library.card('battery'))?.etag;
      await keep('Rear left', await etag(), 2000);
      expect(await waiting(), 'the same').to.deep.equal(nothing);
      await keep('Rear left, behind the flap', await etag(), 3000);
      expect((await waiting()).newerCards).to.deep.equal([{ ...line, cards: ['Battery'] }]);
      expect(await waiting(other), 'of somebody else').to.deep.equal(nothing);
    });

    it('is a remark from the bay without an answer, and nothing once it is answered', async () => {
      await releaseSmallPlan(server);
      const [opened] = smallWalk();
      const remark = {
        id: 'r1',
        atMs: 2000,
        by: 'Ines Marrow',
        kind: 'remarkMade',
        stepId: 'rest',
        about: 'unclear',
        text: 'At which temperature?',
      };
      await server.ask('POST', '/api/trails/t1/events', { events: [opened, remark] });
      expect((await waiting(other)).remarks).to.deep.equal([{ ...line, count: 1 }]);
      await server.ask('PUT', `${plan}/remarks/r1`, { version: 1, text: 'It is 12.2 V at 20 °C.' });
      expect(await waiting(other)).to.deep.equal(nothing);
    });
  });
});
