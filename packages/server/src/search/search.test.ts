import type { SearchAnswer } from '@probe-trail/core/search';
import { expect } from 'chai';
import { appendTo, aVehicle, jobEvent, takeInVehicle } from '../testing/aJob.js';
import { aServer, smallPlan, type TestServer } from '../testing/aServer.js';

describe('searching', () => {
  let server: TestServer;
  let vehicleId: string;
  before(async () => {
    server = await aServer();
    vehicleId = await takeInVehicle(server, 'j1', 'The radiator fan never runs');
    await appendTo(
      server.ask,
      'j1',
      jobEvent({ kind: 'noted', text: 'Key hangs behind the counter', isSideFinding: false }),
      jobEvent({
        kind: 'sideFound',
        finding: { what: 'Brake hose chafed', urgency: 'unsafeNow', reading: '', minutes: null, photoIds: [] },
      }),
    );
    await server.ask('POST', '/api/jobs/j1/sheets', {
      sheetId: 's1',
      source: 'hand',
      moment: 'asFound',
      takenAtMs: 1,
      units: [],
      codes: [{ unitId: 'A10', code: 'P0480', failureType: '13', text: 'fan relay', status: null }],
    });
    const wire = { colour: 'violet', tracer: '' };
    const connectors = [{ id: 'C31', name: '', pins: [{ pin: '2', name: 'signal', wire }], face: null }];
    const partCards = [
      {
        id: 'b11',
        name: 'Coolant sensor B11',
        place: 'thermostat housing',
        howItWorks: '',
        connectors,
        values: [],
        physicalChecks: [],
        references: [],
      },
    ];
    const { etag } = await server.ask('POST', '/api/plans', { document: smallPlan({ partCards }) });
    await server.ask('POST', '/api/plans/cranking/draft/release', { notes: '' }, { 'if-match': etag });
  });
  after(() => server.stop());

  const find = async (words: string) =>
    (
      (await server.ask('GET', `/api/search?words=${encodeURIComponent(words)}`)).body as unknown as SearchAnswer
    ).hits.map(({ kind, ref, title }) => `${kind} ${ref} ${title}`);

  for (const [words, want] of [
    ['FG-0', 'vehicle ID FG-07'],
    ['fg-07', 'job j1 FG-07'],
    ['n0000107', 'vehicle ID FG-07'],
    ['000107', 'vehicle ID FG-07'],
    ['radi fan', 'job j1 FG-07'],
    ['key count', 'note j1 FG-07'],
    ['brake hose', 'note j1 FG-07'],
    ['P0480', 'code j1 FG-07'],
    ['p048', 'code j1 FG-07'],
    ['C31·2', 'part cranking C31·2'],
    ['c31 2', 'part cranking C31·2'],
    ['coolant', 'part cranking Coolant sensor B11'],
    ['slow crank', 'plan cranking Slow cranking after standing'],
  ] as const)
    it(`“${words}” finds ${want}`, async () => expect(await find(words)).to.include(want.replace('ID', vehicleId)));

  for (const words of ['nothing of the kind', '" OR 1=1 --', '*', 'fan NOT radiator', '(((', 'job_search:'])
    it(`“${words}” finds nothing and breaks nothing`, async () => expect(await find(words)).to.deep.equal([]));

  it('marks what was found in its place', async () => {
    const { hits } = (await server.ask('GET', '/api/search?words=radiator')).body as unknown as SearchAnswer;
    expect(hits[0]?.detail).to.equal('The ⟦radiator⟧ fan never runs');
  });

  it('follows a vehicle that gets another number', async () => {
    await server.ask('PUT', `/api/vehicles/${vehicleId}`, { ...aVehicle({ fleetNumber: 'FG-77' }), revision: 1 });
    expect(await find('FG-77')).to.deep.equal([`vehicle ${vehicleId} FG-77`, 'job j1 FG-77']);
    expect(await find('FG-07')).to.deep.equal([]);
  });

  it('a plan released anew is found once', async () => {
    const { etag } = await server.ask('POST', '/api/plans/cranking/draft');
    await server.ask('POST', '/api/plans/cranking/draft/release', { notes: '' }, { 'if-match': etag });
    expect((await find('slow crank')).filter((hit) => hit.startsWith('plan'))).to.have.length(1);
  });
});
