import { expect } from 'chai';
import { fanPlan } from '../support/largePlan.js';
import { aUser, choose, chooseFile, fieldCalled, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('the editor', () => {
  const world = useWorld();
  const open = async (path: string): Promise<User> => {
    const user = await aUser(world.browser, world.server.url, 'ines');
    await user.goTo(path);
    return user;
  };

  it('writes a new plan of one step from nothing, and releases it', async () => {
    const ines = await open('/plans');
    await ines.click('Write a new plan');
    await ines.see('The plan has no step yet.');
    await ines.click('About');
    await ines.fill('Title', 'Rear lamps dim');
    await ines.click('Suspects');
    await ines.click('Add a suspect');
    await ines.fill('Name', 'Shared ground stud');
    await ines.click('Conclusions');
    await ines.click('Add a conclusion');
    await ines.fill('Title', 'The shared ground');
    await choose(ines, 'The cause', 'Shared ground');
    await ines.click('Add a conclusion');
    await (await fieldCalled(ines.page, 'Title', 1)).click();
    await ines.type('No fault found');
    await ines.click('Steps');
    await ines.click('Add a step');
    await ines.fill('Title', 'Drop of the lamp ground');
    await ines.click('Add a reading');
    await ines.fill('Name of the reading', 'Drop');
    await ines.fill('To', '200 mV');
    await ines.click('Add an outcome');
    await choose(ines, 'when Drop is', 'too high');
    await choose(ines, 'points to', 'Shared ground');
    await choose(ines, 'go to', 'The shared ground');
    await ines.see('has no outcome for Drop “in spec”');
    await ines.click('Add an outcome');
    await choose(ines, 'go to', 'No fault', 1);
    await ines.see('all saved');
    await ines.click('Release version 1');
    await ines.click('Release it');
    await ines.see('version 1');
    await ines.see('Drop of the lamp ground');
    await ines.leave();
  });

  describe('with hands that do not rest between two fields', () => {
    const zone = (id: string, ok: boolean) => ({ id, name: id, meaning: '', ok });
    const [first] = fanPlan.steps;
    const reading = {
      id: 'volts',
      name: 'Volts',
      derivedFrom: null,
      expects: [],
      spec: {
        kind: 'zones',
        unit: 'V',
        cuts: [1, 4],
        zones: [zone('low', false), zone('mid', true), zone('high', false)],
      },
    };
    const document = {
      ...fanPlan,
      id: 'quick-hands',
      startStepId: 'one',
      steps: [{ ...first, id: 'one', title: 'One', readings: [reading], outcomes: [] }],
    };
    let ines: User;

    before(async () => {
      await send(world.server.url, 'POST', '/api/plans', { document });
      ines = await open('/plans/quick-hands/edit?step=one');
      await fieldCalled(ines.page, 'Name of the reading');
    });
    after(() => ines.leave());

    const specNow = async () => {
      const answer = await send(world.server.url, 'GET', '/api/plans/quick-hands/draft');
      const { document: now } = (await answer.json()) as { document: typeof document };
      return now.steps[0]?.readings[0]?.spec;
    };
    const write = async (label: string, at: number, text: string) => {
      await (await fieldCalled(ines.page, label, at)).click({ clickCount: 3 });
      await ines.page.keyboard.type(text);
    };
    const saved = async () => {
      await new Promise((resolve) => setTimeout(resolve, 1200));
      await ines.see('all saved');
    };

    it('keeps the names of all zones', async () => {
      for (const [at, name] of ['open circuit', 'fine', 'short to feed'].entries()) await write('Name', at, name);
      await saved();
      expect((await specNow())?.zones.map(({ name }) => name)).to.deep.equal(['open circuit', 'fine', 'short to feed']);
    });

    it('keeps the zones of a usual case when one of them is renamed', async () => {
      await choose(ines, 'Begin from a usual case', '');
      await saved();
      const usual = (await specNow())?.zones.map(({ name }) => name) ?? [];
      await write('Name', 0, 'renamed');
      await write('Name', 1, 'renamed too');
      await saved();
      expect((await specNow())?.zones.map(({ name }) => name)).to.deep.equal([
        'renamed',
        'renamed too',
        ...usual.slice(2),
      ]);
    });
  });

  it('undoes and redoes, typing in one field as one', async () => {
    await send(world.server.url, 'POST', '/api/plans/radiator-fan/draft');
    const ines = await open('/plans/radiator-fan/edit?part=about');
    await ines.fill('Title', 'Fan dead');
    await ines.see('all saved');
    await ines.click('Undo');
    await ines.click('Undo');
    await ines.see('Radiator fan never runs');
    await ines.click('Redo');
    await ines.click('Redo');
    await ines.see('Fan dead');
    await ines.leave();
  });

  it('tells the second of two people on one draft, and loses nothing of theirs', async () => {
    await send(world.server.url, 'POST', '/api/plans/coolant-temperature/draft');
    const [ines, other] = [
      await open('/plans/coolant-temperature/edit?part=about'),
      await open('/plans/coolant-temperature/edit?part=about'),
    ];
    await ines.see('all saved');
    await other.see('all saved');
    await ines.fill('Title', 'From the first');
    await ines.see('all saved');
    await other.fill('Title', 'From the second');
    await other.see('Two people are writing this draft');
    await other.click('Show theirs; undo brings mine back');
    await other.see('From the first');
    await other.click('Undo');
    await other.see('From the second');
    await Promise.all([ines.leave(), other.leave()]);
  });

  it('keeps what is written while the server is away, and saves it when it is back', async () => {
    const ines = await open('/plans/radiator-fan/edit?part=about');
    await ines.see('all saved');
    await world.server.kill();
    await ines.fill('Summary', 'Written in the dark.');
    await ines.see('not saved yet, kept on this device');
    await world.server.start();
    await ines.see('all saved');
    const draft = (await (await send(world.server.url, 'GET', '/api/plans/radiator-fan/draft')).json()) as {
      document: { summary: string };
    };
    expect(draft.document.summary).to.equal('Written in the dark.');
    await ines.leave();
  });

  it('shows HTML in an instruction as text and never runs it', async () => {
    const draft = (await (await send(world.server.url, 'GET', '/api/plans/coolant-temperature/draft')).json()) as {
      etag: string;
      document: { id: string; steps: { instruction: string }[] };
    };
    const [first] = draft.document.steps;
    if (first) first.instruction = 'Look <img src=x onerror="window.hurt=1"> <script>window.hurt=1</script> **here**';
    const saved = await send(
      world.server.url,
      'PUT',
      '/api/plans/coolant-temperature/draft',
      { document: draft.document },
      { 'if-match': draft.etag },
    );
    const { etag } = (await saved.json()) as { etag: string };
    await send(
      world.server.url,
      'POST',
      '/api/plans/coolant-temperature/draft/release',
      { notes: '' },
      {
        'if-match': etag,
      },
    );
    const tobi = await open('/plans/coolant-temperature');
    await tobi.click('Follow this plan');
    await tobi.fill('Bus', 'FG-02');
    await tobi.click('Begin with the first step');
    await tobi.see('First, on the vehicle');
    await tobi.press('Enter');
    await tobi.see('<script>window.hurt=1</script>');
    expect(
      await tobi.page.evaluate(() => ['hurt' in window, document.querySelector('main strong')?.textContent]),
    ).to.deep.equal([false, 'here']);
    await tobi.leave();
  });

  it('refuses a file that is not a plan, with a sentence', async () => {
    const ines = await open('/plans');
    await ines.click('Take in a plan');
    await chooseFile(ines.page, () => ines.click('Choose a file'), 'package.json');
    await ines.see('This is not a plan file');
    await ines.leave();
  });
});
