import { expect } from 'chai';
import fc from 'fast-check';
import { fanPlan } from '../support/largePlan.js';
import { aUser, choose, chooseFile, fieldCalled, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** What folds away of a reading, as it is rare. */
const rare = 'Formulas, a hook-up of its own';

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
    await ines.click('Map');
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
    await choose(ines, 'go to', 'No fault');
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
      hookUp: null,
      live: null,
      capture: null,
      watches: [],
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
      await ines.click('Edit the reading Volts');
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
      await choose(ines, 'Start from a typical case', '');
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

  describe('with random edits over all fields of a step', () => {
    const zone = (id: string, ok: boolean) => ({ id, name: id, meaning: '', ok });
    const zones = [zone('low', false), zone('mid', true), zone('high', false)];
    const row = (at: number) => ({ at, limits: { kind: 'band', min: 0, max: 1 } });
    const specs = [
      { kind: 'band', unit: 'V', min: 1, max: 2 },
      { kind: 'tolerance', unit: 'Ω', nominal: 100, tolerance: 5, as: 'absolute' },
      { kind: 'zones', unit: 'V', cuts: [1, 4], zones },
      { kind: 'choice', options: zones },
      { kind: 'change', unit: 'V', action: '', direction: 'rise', atLeast: 1, atMost: null },
      { kind: 'sweep', unit: 'V', command: '', commandUnit: '%', rows: [row(0), row(1)] },
      { kind: 'count', what: '', inSeconds: 60, min: null, max: 2, sections: [] },
    ];
    const outcome = (id: string) => ({
      id,
      when: [],
      meaning: '',
      clears: [],
      pointsTo: [],
      expects: [],
      goTo: { kind: 'nowhere' },
    });
    const documentCalled = (id: string) => ({
      ...fanPlan,
      id,
      startStepId: 'one',
      steps: [
        {
          ...fanPlan.steps[0],
          id: 'one',
          title: 'One',
          readings: specs.map((spec, at) => ({
            id: `r${at}`,
            name: `R ${at}`,
            derivedFrom: null,
            hookUp: null,
            live: null,
            capture: null,
            watches: [],
            expects: [],
            spec,
          })),
          outcomes: [outcome('a'), outcome('b')],
        },
      ],
    });
    // What holds a text or a number; names for formulas and units must make sense together, so they are left alone.
    const fields =
      ':is(input, textarea):not([type="checkbox"], [type="radio"], [type="file"], [readonly], [aria-haspopup])';
    const leftAlone = /^(Its name in formulas|Unit|in|Rows|Computed from|Range|Accuracy|For how long|From|To)$/;

    interface Edit {
      /** Which part of the step is opened for it; it stays open until another is. */
      readonly part: number;
      readonly field: number;
      readonly text: string;
      readonly pauseMs: number;
    }

    /** Writes as a browser does: the value, then the event that says so. The focus wanders only now and then. */
    const write = (user: User, edits: readonly Edit[]) =>
      user.page.evaluate(
        async (selector, pattern, all) => {
          const step = document.querySelector('fieldset[aria-label="What is written of the step"]');
          const written = new Set<string>();
          for (const { part, field, text, pauseMs } of all) {
            const covers = [...(step?.querySelectorAll<HTMLElement>('button[aria-label^="Edit "]') ?? [])];
            if (part < covers.length) covers[part]?.click();
            // What was opened is drawn at once or in the next frame.
            await new Promise((resolve) => setTimeout(resolve, 0));
            const inputs = [...(step?.querySelectorAll<HTMLInputElement | HTMLTextAreaElement>(selector) ?? [])].filter(
              (input) => !new RegExp(pattern).test(input.labels?.[0]?.textContent ?? ''),
            );
            const input = inputs[field % inputs.length];
            if (!input) continue;
            written.add(
              `${input.closest('[data-open-part]')?.getAttribute('data-open-part')} ${input.labels?.[0]?.textContent}`,
            );
            const isNumber = /^[\d.]+$/.test(input.value);
            const kind = input instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement;
            Object.getOwnPropertyDescriptor(kind.prototype, 'value')?.set?.call(
              input,
              isNumber ? String(text.length + 2) : text,
            );
            input.dispatchEvent(new Event('input', { bubbles: true }));
            if (pauseMs > 0) await new Promise((resolve) => setTimeout(resolve, pauseMs));
          }
          return written.size;
        },
        fields,
        leftAlone.source,
        edits,
      );

    const documentNow = async (id: string) => {
      const answer = await send(world.server.url, 'GET', `/api/plans/${id}/draft`);
      return ((await answer.json()) as { document: ReturnType<typeof documentCalled> }).document;
    };

    it('comes to the draft that the same edits give one after the other', async () => {
      const edit = fc.record({
        part: fc.nat(20),
        field: fc.nat(1000),
        text: fc.stringMatching(/^[a-z]{1,12}$/),
        pauseMs: fc.constantFrom(0, 0, 0, 10, 60, 120),
      });
      const [edits = []] = fc.sample(fc.array(edit, { minLength: 90, maxLength: 90 }), { numRuns: 1 });
      const after = async (id: string, paced: readonly Edit[]) => {
        await send(world.server.url, 'POST', '/api/plans', { document: documentCalled(id) });
        const ines = await open(`/plans/${id}/edit?step=one`);
        await fieldCalled(ines.page, 'Title');
        expect(await write(ines, paced)).to.be.greaterThan(12);
        await new Promise((resolve) => setTimeout(resolve, 1500));
        await ines.see('all saved');
        await ines.leave();
        return { ...(await documentNow(id)), id: 'same' };
      };
      const quick = await after('edits-quick', edits);
      const slow = await after(
        'edits-slow',
        edits.map((one) => ({ ...one, pauseMs: 140 })),
      );
      expect(quick).to.deep.equal(slow);
      expect(quick).not.to.deep.equal({ ...documentCalled('same') });
    });
  });

  it('puts the cursor into the name of a suspect that is added, and says its findings once', async () => {
    await send(world.server.url, 'POST', '/api/plans', { document: { ...fanPlan, id: 'suspects-named' } });
    const ines = await open('/plans/suspects-named/edit?part=suspects');
    await ines.click('Add a suspect');
    await ines.page.keyboard.type('Splice');
    await ines.page.keyboard.type(' S12', { delay: 150 });
    const messages = () =>
      ines.page.$$eval('[aria-label="Findings of the plan check"] b', (all) =>
        all.map(({ textContent }) => textContent ?? '').filter((text) => text.includes('Spl')),
      );
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const found = await messages();
    expect(found).not.to.deep.equal([]);
    expect(found.filter((text) => !text.includes('Splice S12'))).to.deep.equal([]);
    await ines.click('Delete Splice S12');
    await new Promise((resolve) => setTimeout(resolve, 1000));
    expect(await messages()).to.deep.equal([]);
    await ines.leave();
  });

  it('gives a new reading a readable name, and formulas follow when it is renamed', async () => {
    const document = { ...fanPlan, id: 'readable-names', startStepId: 'one' };
    const steps = [{ ...fanPlan.steps[0], id: 'one', title: 'One', readings: [], outcomes: [] }];
    await send(world.server.url, 'POST', '/api/plans', { document: { ...document, steps } });
    const ines = await open('/plans/readable-names/edit?step=one');
    await ines.click('Add a reading');
    await ines.fill('Name of the reading', 'Battery voltage');
    await ines.click('Add a reading');
    await ines.fill('Name of the reading', 'Loss');
    await ines.click(rare);
    await (await fieldCalled(ines.page, 'Computed from')).click();
    await ines.type('12 - Batt');
    await ines.see('Battery voltage, One, in V');
    await ines.page.keyboard.press('Enter');
    await ines.click('Edit the reading Battery voltage');
    await ines.click(rare);
    await (await fieldCalled(ines.page, 'Its name in formulas')).click({ clickCount: 3 });
    await ines.type('supply');
    await ines.see('= 12 - supply');
    await ines.see('all saved');
    const answer = await send(world.server.url, 'GET', '/api/plans/readable-names/draft');
    const { document: now } = (await answer.json()) as { document: typeof document & { steps: typeof steps } };
    const readings = now.steps[0]?.readings as readonly { id: string; derivedFrom: string | null }[] | undefined;
    expect(readings?.map(({ id, derivedFrom }) => [id, derivedFrom])).to.deep.equal([
      ['supply', null],
      ['loss', '12 - supply'],
    ]);
    await ines.leave();
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
    await ines.click('Import a plan');
    await chooseFile(ines.page, () => ines.click('Choose a file'), 'package.json');
    await ines.see('This is not a plan file');
    await ines.leave();
  });
});
