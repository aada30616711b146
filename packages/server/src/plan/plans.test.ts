import { expect } from 'chai';
import { aServer, releaseSmallPlan, smallPlan, type TestServer } from '../testing/aServer.js';

describe('plans over HTTP', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const draft = '/api/plans/cranking/draft';
  const create = () => server.ask('POST', '/api/plans', { document: smallPlan() });
  const save = (title: string, etag: string) =>
    server.ask('PUT', draft, { document: smallPlan({ title }) }, etag ? { 'if-match': etag } : {});
  const release = (etag: string) =>
    server.ask('POST', `${draft}/release`, { notes: 'Limits by the new meter.' }, { 'if-match': etag });

  it('takes a plan in as a draft, and lists it', async () => {
    const { status, body } = await create();
    expect([status, body.version, body.state]).to.deep.equal([201, 1, 'draft']);
    const list = (await server.ask('GET', '/api/plans')).body as unknown as readonly Record<string, unknown>[];
    expect(list).to.have.length(1);
    expect(list[0]).to.deep.include({ planId: 'cranking', stepCount: 1, suspectCount: 2, released: null });
  });

  it('gives back the document as it was sent', async () => {
    await create();
    expect((await server.ask('GET', draft)).body.document).to.deep.equal(smallPlan());
  });

  it('saves a draft over the one that was seen', async () => {
    const { etag } = await create();
    const saved = await save('Cranks slowly', etag);
    expect([saved.status, saved.etag === etag]).to.deep.equal([200, false]);
  });

  it('tells the second of two editors, and overwrites nothing', async () => {
    const { etag } = await create();
    await save('First', etag);
    const second = await save('Second', etag);
    expect([second.status, second.body.code]).to.deep.equal([412, 'DRAFT_CHANGED']);
    expect(second.body.detail).to.include('Ines Marrow saved this draft');
    expect((await server.ask('GET', draft)).body.document).to.deep.include({ title: 'First' });
  });

  it('takes the same save twice, as a lost answer makes an editor send it again', async () => {
    const { etag } = await create();
    const [first, again] = [await save('Same', etag), await save('Same', etag)];
    expect([again.status, again.etag]).to.deep.equal([200, first.etag]);
  });

  it('asks which draft was seen', async () => {
    await create();
    expect((await save('Blind', '')).body.code).to.equal('DRAFT_VERSION_NEEDED');
  });

  it('releases a sound draft, begins the next from it, and changes the released one no more', async () => {
    const { etag } = await create();
    expect((await release(etag)).body).to.include({ state: 'released', version: 1, releasedAtMs: 1000 });
    expect((await save('Changed', etag)).status).to.equal(404);
    const next = await server.ask('POST', draft);
    expect([next.status, next.body.version]).to.deep.equal([201, 2]);
    await save('Version two', next.etag);
    expect((await server.ask('GET', '/api/plans/cranking/versions/1')).body.document).to.deep.equal(smallPlan());
  });

  it('has one draft at most', async () => {
    await releaseSmallPlan(server);
    const answers = await Promise.all([server.ask('POST', draft), server.ask('POST', draft)]);
    expect(answers.map(({ status }) => status).sort()).to.deep.equal([201, 409]);
  });

  it('does not release a draft in which the plan check finds errors', async () => {
    const { etag } = await server.ask('POST', '/api/plans', { document: smallPlan({ startStepId: '' }) });
    const answer = await release(etag);
    expect([answer.status, answer.body.code]).to.deep.equal([422, 'PLAN_HAS_ERRORS']);
    expect(answer.body.detail).to.include('No step is marked as the first.');
  });

  it('does not release what the editor has not seen', async () => {
    const { etag } = await create();
    await save('Newer', etag);
    expect((await release(etag)).body.code).to.equal('DRAFT_CHANGED');
  });

  it('refuses an id that is taken', async () => {
    await create();
    expect((await create()).body.code).to.equal('PLAN_ID_TAKEN');
  });

  for (const [what, document, message] of [
    ['a newer format', { ...smallPlan(), formatVersion: 12 }, 'formatVersion is 12; this program reads version 11'],
    [
      'null for a number',
      { ...smallPlan(), suspects: [{ ...smallPlan().suspects[0], weight: null }] },
      'suspects[0].weight',
    ],
    ['a misspelt field', { ...smallPlan(), tittle: 'x' }, 'tittle'],
  ] as const)
    it(`refuses ${what} instead of mending it`, async () => {
      const answer = await server.ask('POST', '/api/plans', { document });
      expect([answer.status, answer.body.code, answer.type]).to.deep.equal([
        400,
        'REQUEST_INVALID',
        'application/problem+json; charset=utf-8',
      ]);
      expect(answer.body.detail).to.include(message);
    });

  it('refuses a plan with an instruction of 5 MB', async () => {
    const answer = await server.ask('POST', '/api/plans', { document: smallPlan({ summary: 'x'.repeat(5e6) }) });
    expect([answer.status, answer.body.code]).to.deep.equal([413, 'REQUEST_TOO_LARGE']);
  });

  it('says which plans, versions and drafts there are not', async () => {
    for (const url of ['/api/plans/gone/draft', '/api/plans/gone/versions/1'])
      expect((await server.ask('GET', url)).body.code).to.equal('PLAN_NOT_FOUND');
    expect((await server.ask('GET', '/api/plans/gone/versions/none')).body.code).to.equal('REQUEST_INVALID');
  });
});
