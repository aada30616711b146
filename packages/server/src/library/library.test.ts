import type { LibraryCardInfo, Usage } from '@probe-trail/core/library';
import { blankHookUp, newUse, type PartCard, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { aServer, smallPlan, smallWalk, type TestServer } from '../testing/aServer.js';

const battery: PartCard = {
  id: 'battery',
  name: 'Battery',
  place: 'behind the left step',
  howItWorks: '',
  values: [],
  physicalChecks: [],
  references: [],
  connectors: [
    {
      id: 'C_1',
      name: '',
      face: null,
      pins: [{ pin: '30', name: 'positive', wire: { colour: 'red', tracer: '' } }],
    },
  ],
};

const measuring = (plan: Plan): Plan => ({
  ...plan,
  partCards: [battery],
  steps: plan.steps.map((step) => ({
    ...step,
    hookUp: {
      ...blankHookUp,
      leads: [{ colour: 'red', how: '', at: { kind: 'pin', connectorId: 'C_1', pin: '30' } }],
    },
    instruction: 'At @C_1.30.',
  })),
});

const block = (): Plan => ({
  ...smallPlan(),
  id: 'rest-check',
  title: 'Battery at rest',
  block: { inputs: [] },
});

describe('the library over HTTP', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const put = (card: object, etag?: string) =>
    server.ask('PUT', '/api/library/cards/battery', { card }, etag ? { 'if-match': etag } : {});
  const cards = async () => (await server.ask('GET', '/api/library/cards')).body as unknown as LibraryCardInfo[];
  const usages = async (query: string) =>
    (await server.ask('GET', `/api/library/usages?${query}`)).body as unknown as Usage[];
  const said = async (query: string) =>
    (await usages(query)).map(
      ({ planId, version, how, what, stepId }) => `${planId} ${version} ${how} ${what} ${stepId}`,
    );
  const take = async (plan: Plan) => (await server.ask('POST', '/api/plans', { document: plan })).etag;
  const release = async (planId: string, etag: string) =>
    server.ask('POST', `/api/plans/${planId}/draft/release`, { notes: '' }, { 'if-match': etag });
  const move = (planId: string, what: 'retire' | 'restore') => server.ask('POST', `/api/plans/${planId}/${what}`);

  it('keeps a part card, and gives it back with its etag', async () => {
    const kept = await put(battery);
    expect([kept.status, kept.body.savedBy]).to.deep.equal([200, 'Ines Marrow']);
    const found = await server.ask('GET', '/api/library/cards/battery');
    expect([found.body.card, found.etag]).to.deep.equal([battery, kept.etag]);
    expect((await cards()).map(({ name, planCount }) => [name, planCount])).to.deep.equal([['Battery', 0]]);
  });

  it('tells the known-good captures of all cards, without their values', async () => {
    const values = Array.from({ length: 16 }, (_, at) => at);
    const references = [
      { id: 'new', name: 'As it comes', unit: 'A', stepMs: 1, values },
      { id: 'warm', name: 'Warm', unit: 'A', stepMs: 1, values },
    ];
    expect((await put({ ...battery, references })).status).to.equal(200);
    expect((await server.ask('GET', '/api/library/references')).body).to.deep.equal(
      references.map(({ id, name, unit }) => ({
        cardId: 'battery',
        cardName: 'Battery',
        referenceId: id,
        name,
        unit,
      })),
    );
  });

  it('overwrites only what was seen; the same save twice is harmless', async () => {
    const { etag } = await put(battery);
    const changed = { ...battery, place: 'under the driver' };
    expect((await put(changed, etag)).status).to.equal(200);
    expect((await put(changed, etag)).status).to.equal(200);
    const late = await put({ ...battery, place: 'elsewhere' }, etag);
    expect([late.status, late.body.code]).to.deep.equal([412, 'CARD_CHANGED']);
    expect(late.body.detail).to.include('Ines Marrow saved this part card');
    expect((await put(battery)).body.code).to.equal('CARD_EXISTS');
  });

  it('takes a card out, and says so to whoever saves it later', async () => {
    const { etag } = await put(battery);
    expect((await server.ask('DELETE', '/api/library/cards/battery')).status).to.equal(204);
    expect((await put(battery, etag)).body.code).to.equal('CARD_NOT_FOUND');
    expect((await server.ask('GET', '/api/library/cards/battery')).status).to.equal(404);
  });

  it('refuses what is no part card with a sentence', async () => {
    for (const [card, message] of [
      [{ ...battery, place: 7 }, 'place'],
      [{ ...battery, colour: 'red' }, 'colour'],
      [{ ...battery, id: 'other' }, 'says that it is “other”'],
    ] as const)
      expect((await put(card)).body.detail).to.include(message);
    expect(await cards()).to.deep.equal([]);
  });

  it('says which steps measure at a pin and speak of it, in drafts and in what is followed', async () => {
    const etag = await take(measuring(smallPlan()));
    expect(await said('of=pin&what=C_1.30')).to.deep.equal([
      'cranking 1 measured C_1·30 rest',
      'cranking 1 mentioned C_1·30 rest',
    ]);
    await release('cranking', etag);
    const draft = await server.ask('POST', '/api/plans/cranking/draft');
    await server.ask('PUT', '/api/plans/cranking/draft', { document: smallPlan() }, { 'if-match': draft.etag });
    expect(await said('of=pin&what=C_1·30'), 'the released version keeps what it had').to.deep.equal([
      'cranking 1 measured C_1·30 rest',
      'cranking 1 mentioned C_1·30 rest',
    ]);
    await release('cranking', (await server.ask('GET', '/api/plans/cranking/draft')).etag);
    expect(await said('of=pin&what=C_1.30')).to.deep.equal([]);
  });

  it('finds a whole connector, and takes no other for it', async () => {
    await take(measuring(smallPlan()));
    expect(await said('of=pin&what=C_1')).to.have.length(2);
    for (const other of ['C', 'C_', 'C%25', 'Cx1', 'C_1.3'])
      expect(await said(`of=pin&what=${other}`)).to.deep.equal([]);
  });

  it('counts the plans that have a card, and says which lines they are for', async () => {
    await put(battery);
    await take(measuring(smallPlan()));
    expect((await cards())[0]?.planCount).to.equal(1);
    expect((await usages('of=card&what=battery'))[0]).to.deep.include({
      planTitle: 'Slow cranking after standing',
      state: 'draft',
      lines: ['Loper 35'],
    });
  });

  it('forgets a retired plan, and knows it again when it is restored', async () => {
    await release('cranking', await take(measuring(smallPlan())));
    await move('cranking', 'retire');
    expect(await said('of=card&what=battery')).to.deep.equal([]);
    await move('cranking', 'restore');
    expect(await said('of=card&what=battery')).to.deep.equal(['cranking 1 card battery null']);
  });

  it('says which plans have a block in them; a block itself is not followed and answers no complaint', async () => {
    await release('rest-check', await take(block()));
    await take({ ...smallPlan(), uses: [newUse('use-1', block(), 1)] });
    expect(await said('of=block&what=rest-check')).to.deep.equal(['cranking 1 block rest-check null']);
    const list = (await server.ask('GET', '/api/plans')).body as unknown as { planId: string; isBlock: boolean }[];
    expect(list.map(({ planId, isBlock }) => [planId, isBlock])).to.deep.equal([
      ['rest-check', true],
      ['cranking', false],
    ]);
    const [opened] = smallWalk();
    const trail = await server.ask('POST', '/api/trails/t1/events', { events: [{ ...opened, planId: 'rest-check' }] });
    expect([trail.status, trail.body.detail]).to.deep.equal([
      404,
      '“rest-check” is a block: it is followed in the plans that have it in them.',
    ]);
  });

  it('notes what is used in a database from before, and only once', async () => {
    await release('cranking', await take(measuring(smallPlan())));
    await server.database.client.execute('DELETE FROM plan_usage');
    await server.services.plans.noteUsages();
    await server.services.plans.noteUsages();
    expect(await said('of=card&what=battery')).to.deep.equal(['cranking 1 card battery null']);
  });

  describe('what part cards say of values', () => {
    const check = {
      value: 'A10.batteryVoltage',
      when: 'engine off',
      is: { kind: 'between', unit: 'V', min: 12, max: 13 },
    };
    const withCheck = (more: Partial<Plan> = {}): Plan => ({
      ...smallPlan(),
      partCards: [{ ...battery, physicalChecks: [check] } as PartCard],
      ...more,
    });
    const checks = async (line = 'Loper 35') =>
      (await server.ask('GET', `/api/library/checks?line=${encodeURIComponent(line)}`)).body;

    it('comes from the plans that are followed on the model, and from no draft', async () => {
      const plan = withCheck();
      const etag = await take({ ...plan, appliesTo: { ...plan.appliesTo, lines: ['Loper 35'] } });
      expect(await checks()).to.deep.equal([]);
      await release(plan.id, etag ?? '');
      expect(await checks()).to.deep.equal([{ planId: plan.id, cardId: 'battery', cardName: 'Battery', check }]);
      expect(await checks('Loper 50')).to.deep.equal([]);
    });

    it('is that of the newest version alone; a plan for all models is for each', async () => {
      const plan = withCheck({ appliesTo: { ...smallPlan().appliesTo, lines: [] } });
      await release(plan.id, (await take(plan)) ?? '');
      expect(await checks('Loper 50')).to.have.length(1);
      const draft = await server.ask('POST', `/api/plans/${plan.id}/draft`);
      const saved = await server.ask(
        'PUT',
        `/api/plans/${plan.id}/draft`,
        { document: { ...plan, partCards: [battery] } },
        { 'if-match': draft.etag ?? '' },
      );
      await release(plan.id, saved.etag ?? '');
      expect(await checks()).to.deep.equal([]);
    });

    it('is asked for with a model', async () => {
      expect((await server.ask('GET', '/api/library/checks')).status).to.equal(400);
    });
  });
});
