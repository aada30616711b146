import type { PlanChoice } from '@probe-trail/core/choosing';
import { expect } from 'chai';
import { appendTo, jobEvent, proveOnJob, takeInVehicle } from '../testing/aJob.js';
import { aServer, smallPlan, smallWalk, type TestServer } from '../testing/aServer.js';

describe('choosing a plan for a job', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
    await takeInVehicle(server, 'j1', 'Cranks slowly after the weekend');
  });
  afterEach(() => server.stop());

  const release = async (id: string, appliesTo: Partial<ReturnType<typeof smallPlan>['appliesTo']>, title = id) => {
    const document = smallPlan({
      id,
      title,
      appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [], ...appliesTo },
    });
    const { etag } = await server.ask('POST', '/api/plans', { document });
    await server.ask('POST', `/api/plans/${id}/draft/release`, { notes: '' }, { 'if-match': etag });
  };
  const choice = async () => (await server.ask('GET', '/api/jobs/j1/plans')).body as unknown as PlanChoice;
  const ids = async () => (await choice()).plans.map(({ candidate }) => candidate.planId);
  const keepCode = (code: string) =>
    server.ask('POST', '/api/jobs/j1/sheets', {
      sheetId: `sheet-${code}`,
      source: 'hand',
      moment: 'asFound',
      takenAtMs: 1,
      units: [],
      codes: [{ unitId: 'A10', code, failureType: null, text: '', status: null }],
    });

  it('finds released plans by the words of the complaint and by the codes of the sheets', async () => {
    await release('words', { complaints: ['slow cranking'] });
    await release('code', { codes: ['P0562'] });
    await release('neither', { complaints: ['ramp is dead'] });
    expect(await ids()).to.deep.equal(['words']);
    await keepCode('P0562');
    expect((await ids()).sort()).to.deep.equal(['code', 'words']);
  });

  it('asks with the codes that were chosen', async () => {
    await release('one', { codes: ['P0562'] });
    await release('other', { codes: ['P0118'] });
    await keepCode('P0562');
    await keepCode('P0118');
    const chosen = (await server.ask('GET', '/api/jobs/j1/plans?codes=P0118')).body as unknown as PlanChoice;
    expect(chosen.plans.map(({ candidate }) => candidate.planId)).to.deep.equal(['other']);
    expect(chosen.codes.map(({ code }) => code)).to.deep.equal(['P0562', 'P0118']);
  });

  it('leaves out a code that we made ourselves', async () => {
    await release('code', { codes: ['P0562'] });
    await keepCode('P0562');
    const mark = { unitId: 'A10', code: 'P0562', failureType: null };
    await appendTo(server.ask, 'j1', jobEvent({ kind: 'codeMadeByUs', ...mark, because: 'battery was off' }));
    expect(await ids()).to.deep.equal([]);
  });

  it('offers no draft, and the newest release only', async () => {
    await server.ask('POST', '/api/plans', { document: smallPlan({ id: 'draft', title: 'Slow cranking' }) });
    expect(await ids()).to.deep.equal([]);
    await release('plan', { complaints: ['slow cranking'] });
    const { etag } = await server.ask('POST', '/api/plans/plan/draft');
    const document = smallPlan({ id: 'plan', title: 'Ramp' });
    const saved = await server.ask('PUT', '/api/plans/plan/draft', { document }, { 'if-match': etag });
    expect(await ids()).to.deep.equal(['plan']);
    await server.ask('POST', '/api/plans/plan/draft/release', { notes: '' }, { 'if-match': saved.etag });
    expect(await ids()).to.deep.equal([]);
  });

  it('says how often a plan was used, and what it found only once that is proven', async () => {
    await release('cranking', { complaints: ['cranks slowly'] });
    await server.ask('POST', '/api/trails/a/events', { events: smallWalk('a') });
    await proveOnJob(server, 'j2', 'b');
    await server.services.learning.settle();
    const [plan] = (await choice()).plans;
    expect(plan?.candidate).to.deep.include({ uses: 2, expectedMinutes: 2, tools: [] });
    expect(plan?.candidate.found).to.deep.equal([{ title: 'Battery is flat', count: 1 }]);
  });

  it('tells the author that a plan was missing', async () => {
    await appendTo(server.ask, 'j1', jobEvent({ kind: 'planMissed', wanted: 'Slow cranking' }));
    expect((await server.ask('GET', '/api/jobs/missed-plans')).body).to.deep.equal([
      { jobId: 'j1', fleetNumber: 'FG-07', wanted: 'Slow cranking', by: 'Ines Marrow', atMs: 1000 },
    ]);
  });
});
