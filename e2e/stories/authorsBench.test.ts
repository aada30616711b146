import { blankHookUp, blankOutcome, blankPlan, blankStep, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import type { HTTPRequest } from 'puppeteer-core';
import { largePlan } from '../support/largePlan.js';
import { aUser, middleOf, pressOn, reach, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('the author’s bench', () => {
  const world = useWorld();
  const open = async (path: string, personId = 'ines'): Promise<User> => {
    const user = await aUser(world.browser, world.server.url, personId);
    await user.goTo(path);
    return user;
  };
  const draftOf = async (planId: string): Promise<Plan> => {
    const answer = await send(world.server.url, 'GET', `/api/plans/${planId}/draft`);
    return ((await answer.json()) as { document: Plan }).document;
  };
  const add = (document: Plan) => send(world.server.url, 'POST', '/api/plans', { document });
  /** Names the step that was just added. */
  const title = async (user: User, text: string) => {
    await user.page.waitForSelector('section[aria-label="Beside the map"] input[value="New step"]');
    await user.fill('Title', text);
    await user.see(text);
  };

  it('adds steps by keys alone: after one, on an outcome, and goes between them with the arrows', async () => {
    await add({ ...blankPlan('keys', 'By keys'), steps: [blankStep('one', 'One')], startStepId: 'one' });
    const ines = await open('/plans/keys/edit');
    await ines.page.waitForSelector('[data-step="one"]');
    await ines.page.focus('[data-step="one"]');
    await ines.press('a');
    await ines.see('all saved');
    await title(ines, 'Two');
    await ines.page.focus('[data-step][tabindex="0"]');
    await ines.press('ArrowUp', '1');
    await title(ines, 'Between');
    await ines.see('all saved');
    const { steps } = await draftOf('keys');
    expect(steps.map((step) => step.title)).to.deep.equal(['One', 'Between', 'Two']);
    const goals = steps.map(({ outcomes }) => outcomes.map(({ goTo }) => ('stepId' in goTo ? goTo.stepId : goTo.kind)));
    expect(goals).to.deep.equal([[steps[1]?.id], [steps[2]?.id], []]);
    await ines.leave();
  });

  it('lets an outcome lead elsewhere by dragging it with the mouse: to a step, and to a conclusion', async () => {
    const one = { ...blankStep('one', 'One'), outcomes: [blankOutcome('x'), blankOutcome('y')] };
    await add({
      ...blankPlan('mouse', 'By mouse'),
      steps: [one, blankStep('two', 'Two')],
      startStepId: 'one',
      conclusions: [{ id: 'end', title: 'The end', summary: '', suspectIds: [] }],
    });
    const ines = await open('/plans/mouse/edit');
    await ines.page.waitForSelector('[data-step="two"]');
    await ines.click('Fit View');
    for (const [handle, goal] of [
      ['x', '[data-step="two"]'],
      ['y', '[data-conclusion="end"]'],
    ] as const) {
      const from = await middleOf(ines, `[data-nodeid="one"][data-handleid="${handle}"]`);
      const to = await middleOf(ines, goal);
      await ines.page.mouse.move(from.x, from.y);
      await ines.page.mouse.down();
      await ines.page.mouse.move(to.x, to.y, { steps: 8 });
      await ines.page.mouse.up();
    }
    await ines.see('all saved');
    await ines.page.waitForFunction(() => document.querySelectorAll('[data-to="open"]').length === 0);
    await new Promise((resolve) => setTimeout(resolve, 1000));
    expect((await draftOf('mouse')).steps[0]?.outcomes.map(({ goTo }) => goTo)).to.deep.equal([
      { kind: 'step', stepId: 'two' },
      { kind: 'conclusion', conclusionId: 'end' },
    ]);
    await ines.leave();
  });

  it('deletes a step that many outcomes lead to, and undo brings all of them back', async () => {
    const many = Array.from({ length: 20 }, (_, index) => ({
      ...blankStep(`s${index}`, `Step ${index}`),
      outcomes: [
        blankOutcome('on', { goTo: { kind: 'step', stepId: 'hub' } }),
        blankOutcome('next', { goTo: { kind: 'step', stepId: `s${(index + 1) % 20}` } }),
      ],
    }));
    const plan = { ...blankPlan('hub', 'Hub'), steps: [...many, blankStep('hub', 'The hub')], startStepId: 's0' };
    await add(plan);
    const ines = await open('/plans/hub/edit');
    await ines.fill('Find steps', 'The hub');
    await ines.press('Enter');
    await ines.page.waitForSelector('[data-step="hub"][tabindex="0"]');
    await ines.page.focus('[data-step="hub"]');
    await ines.press('Delete');
    await ines.see('The step is deleted. Undo brings it back.');
    await ines.click('Undo');
    await ines.see('all saved');
    expect((await draftOf('hub')).steps).to.deep.equal(plan.steps);
    await ines.leave();
  });

  it('is not saved while what was undone is on its way to the server', async () => {
    const plan = {
      ...blankPlan('undone', 'Undone'),
      steps: [blankStep('a', 'A'), blankStep('b', 'B')],
      startStepId: 'a',
    };
    await add(plan);
    const ines = await open('/plans/undone/edit');
    await ines.page.waitForSelector('[data-step="b"]');
    await ines.page.setRequestInterception(true);
    const held: HTTPRequest[] = [];
    ines.page.on('request', (request) => {
      if (request.method() === 'PUT' && held.length === 0) held.push(request);
      else void request.continue();
    });
    await ines.page.focus('[data-step="b"]');
    await ines.press('Delete');
    await ines.page.waitForRequest((request) => request.method() === 'PUT');
    await ines.click('Undo');
    await ines.see('draft 1, saving');
    await ines.missing('all saved');
    await held[0]?.continue();
    await ines.see('all saved');
    expect((await draftOf('undone')).steps).to.deep.equal(plan.steps);
    await ines.leave();
  });

  it('copies steps from one plan into another, with the suspects that they name', async () => {
    await send(world.server.url, 'POST', '/api/plans/radiator-fan/draft');
    await add(blankPlan('other', 'Another plan'));
    const ines = await open('/plans/radiator-fan/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.click('This step');
    await ines.click('Copy');
    await ines.see('The step is copied.');
    await ines.goTo('/plans/other/edit');
    await ines.click('Add a step');
    await ines.click('This step');
    await ines.click('Paste');
    await ines.see('1 pasted.');
    await ines.see('all saved');
    const fan = await draftOf('radiator-fan');
    const { steps, suspects } = await draftOf('other');
    expect(steps.map((step) => step.title)).to.include(fan.steps[0]?.title);
    expect(suspects.length).to.be.greaterThan(0);
    await ines.leave();
  });

  it('warns on the step, mends by one press, and lets a warning stand with its reason', async () => {
    const ohms = {
      ...blankStep('ohms', 'Resistance of the coil'),
      needs: [{ what: 'ignition', is: 'on', does: 'switchOn' as const, settleSeconds: null }],
      hookUp: { ...blankHookUp, instrument: 'ohms' as const },
      outcomes: [blankOutcome('end', { goTo: { kind: 'conclusion', conclusionId: 'end' } })],
    };
    await add({
      ...blankPlan('live', 'Measured live'),
      steps: [ohms],
      startStepId: 'ohms',
      conclusions: [{ id: 'end', title: 'The end', summary: '', suspectIds: [] }],
    });
    const ines = await open('/plans/live/edit');
    await ines.see('and the circuit may be live');
    await ines.click('Ask for the ignition off');
    await ines.missing('and the circuit may be live');
    await ines.click('Check 1');
    await ines.see('No step of the plan has anybody look.');
    await ines.click('Accept as is');
    await ines.fill('Why you accept it', 'The bus is on the lift already.');
    await ines.press('Enter');
    await ines.see('Accepted: The bus is on the lift already.');
    await ines.see('all saved');
    expect((await draftOf('live')).accepted.map(({ rule, reason }) => [rule, reason])).to.deep.equal([
      ['noVisualCheck', 'The bus is on the lift already.'],
    ]);
    await ines.leave();
  });

  it('fills the matrix by keys, and the step says the same', async () => {
    const ines = await open('/plans/radiator-fan/edit?part=matrix');
    const cell = await ines.page.waitForSelector('section[aria-label="Suspects against outcomes"] button');
    await cell?.focus();
    await ines.press('e');
    await ines.see('all saved');
    const [step] = (await draftOf('radiator-fan')).steps;
    const [suspect] = (await draftOf('radiator-fan')).suspects;
    expect(step?.outcomes[0]?.expects).to.deep.equal([suspect?.id]);
    const here = () => ines.page.evaluate(() => document.activeElement?.getAttribute('aria-label') ?? '');
    const walked = [await here()];
    for (const key of ['ArrowDown', 'ArrowRight', 'ArrowUp', 'ArrowLeft'] as const) {
      await ines.press(key);
      walked.push(await here());
    }
    expect(new Set(walked).size).to.equal(4);
    expect(walked[4]).to.equal(walked[0]);
    await ines.leave();
  });

  it('shows all walks with what they take, and one of them on the map', async () => {
    const ines = await open('/plans/radiator-fan/edit');
    await ines.click('All walks');
    await ines.see('min on average');
    await pressOn(() => reach(ines.page, ['ol[aria-label="Walks"] button']));
    await ines.page.waitForSelector('[data-faint]');
    await ines.leave();
  });

  it('walks the draft as a technician, with readings by chance, and records nothing', async () => {
    const before = (await (await send(world.server.url, 'GET', '/api/trails')).json()) as readonly object[];
    const ines = await open('/plans/radiator-fan/try');
    await ines.see('Only tried');
    // The vehicle's state, then what is seen.
    await ines.click('By chance');
    await ines.click('By chance');
    await ines.see('Go on:');
    const after = (await (await send(world.server.url, 'GET', '/api/trails')).json()) as readonly object[];
    expect(after.length).to.equal(before.length);
    await ines.leave();
  });

  it('is reviewed by a second author, released with notes, compared, and retired', async () => {
    const people = await send(world.server.url, 'POST', '/api/people', {
      name: 'Second Author',
      roles: ['author'],
      password: 'a long password',
    });
    expect(people.status).to.equal(201);
    const ines = await open('/plans/slow-cranking');
    await ines.click('Write the next version');
    await ines.see('draft 2, all saved');
    await ines.fill('Title', 'Look at both terminals');
    await ines.see('all saved');
    await enabled(ines, 'Send to review');
    await ines.click('Send to review');
    await ines.see('in review');
    const second = await aUser(world.browser, world.server.url, null);
    await second.goTo('/plans/slow-cranking/edit');
    await second.fill('Name', 'Second Author');
    await second.fillPassword('a long password');
    await second.press('Enter');
    await second.see('in review');
    await second.goTo('/');
    await second.see('Ines Marrow asks for a review of draft 2');
    await second.see('1 waits for you');
    await second.click('Slow cranking after standing');
    await second.see('in review');
    await second.fill('Comment', 'Say which tool.');
    await second.click('Post');
    await second.see('Resolved');
    await enabled(second, 'Approve');
    await second.click('Approve');
    await second.see('approved by Second Author');
    await ines.goTo('/');
    await ines.see('1 comment on your draft');
    await ines.see('draft 2 is approved by Second Author');
    await ines.see('2 wait for you');
    await ines.goTo('/plans/slow-cranking/edit');
    await ines.see('Say which tool.');
    await ines.see('approved by Second Author');
    await enabled(ines, 'Release version 2');
    await ines.click('Release version 2');
    await ines.see('Against version 1');
    await ines.fill('What is new in it', 'Both terminals are looked at.');
    await ines.click('Release it');
    await ines.see('New in version 2: Both terminals are looked at.');
    await ines.click('Versions');
    await ines.see('from Look first to Look at both terminals');
    await ines.click('Retire this plan');
    await ines.see('Retired: no new trail begins on it');
    await ines.click('Restore this plan');
    await ines.see('Retire this plan');
    await Promise.all([ines.leave(), second.leave()]);
  });

  it('completes the pins of the part cards in an instruction, and shows them with their wires', async () => {
    const draft = await send(world.server.url, 'POST', '/api/plans/coolant-temperature/draft');
    expect(draft.status).to.equal(201);
    const ines = await open('/plans/coolant-temperature/edit?part=steps&step=signal');
    await ines.click('Edit the instruction');
    await ines.fill('Instruction', 'Read at @C31.');
    await ines.see('@C31.2');
    await ines.click('@C31.2');
    await ines.see('all saved');
    await ines.page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(({ value }) => value === 'Read at @C31.2'),
    );
    await new Promise((resolve) => setTimeout(resolve, 1200));
    const step = (await draftOf('coolant-temperature')).steps.find(({ id }) => id === 'signal');
    expect(step?.instruction).to.equal('Read at @C31.2');
    await ines.leave();
  });

  it('offers zones with their meaning, and tries a formula with readings in spec', async () => {
    await add({
      ...blankPlan('zones', 'Zones'),
      steps: [
        {
          ...blankStep('one', 'One'),
          readings: [
            {
              id: 'signal',
              name: 'Signal',
              derivedFrom: null,
              hookUp: null,
              live: null,
              capture: null,
              watches: [],
              expects: [],
              spec: {
                kind: 'zones',
                unit: 'V',
                cuts: [],
                zones: [{ id: 'z', name: 'in spec', meaning: '', ok: true }],
              },
            },
            {
              id: 'half',
              name: 'Half',
              derivedFrom: null,
              hookUp: null,
              live: null,
              capture: null,
              watches: [],
              expects: [],
              spec: { kind: 'formula', unit: 'V', min: null, max: null },
            },
          ],
        },
      ],
      startStepId: 'one',
    });
    const ines = await open('/plans/zones/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.click('Edit the reading Signal');
    await ines.fill('Start from a typical case', '');
    await ines.click('Signal wire with a 5 V pull-up');
    await ines.see('to ground');
    await ines.click('Edit the reading Half');
    await ines.fill('Not less than', 'sig');
    await ines.see('Signal, One, in V');
    await ines.press('Enter');
    await ines.type(' / 2');
    await ines.see('With signal 2.5 V that is 1.25 V.');
    await ines.type(' + ghost');
    await ines.see('No reading and no input is called “ghost”.');
    await ines.leave();
  });

  it('keeps what was written when the page goes in the middle of a word', async () => {
    await add({ ...blankPlan('word', 'Mid-word'), steps: [blankStep('one', 'One')], startStepId: 'one' });
    const ines = await open('/plans/word/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.fill('Title', 'Battery at re');
    await ines.goTo('/plans');
    await ines.goTo('/plans/word/edit');
    await ines.see('Battery at re');
    // The fields of a step that was opened later are no different.
    await ines.click('Add a step');
    await ines.see('New step');
    await ines.fill('Title', 'Fuse in the mid');
    await ines.goTo('/plans');
    await ines.goTo('/plans/word/edit');
    await ines.see('Fuse in the mid');
    await ines.leave();
  });

  it('takes in an outline after showing what it will do, with the gaps', async () => {
    const ines = await open('/plans');
    await ines.click('Import a plan');
    await ines.fill(
      'Or write an outline',
      'Rear lamps:\n\nLook at the ground stud\nexpected: clean and tight\nif not: end Ground stud\n',
    );
    await ines.see('it is not said where it goes on if all is well');
    await ines.click('Import');
    await ines.see('Look at the ground stud');
    await ines.see('left');
    await ines.leave();
  });

  it('opens a plan of 300 steps, finds one, and draws only what is in the picture', async () => {
    await add({ ...largePlan(300), id: 'large' });
    const ines = await open('/plans/large/edit');
    await ines.page.waitForSelector('[data-step]');
    await ines.fill('Find steps', 'wanted');
    expect(await ines.page.evaluate(() => document.querySelectorAll('[data-step]').length)).to.be.lessThan(100);
    await ines.leave();
  });

  it('refuses a file of a newer version, with 10,000 steps, or with a formula bomb, with a sentence each', async () => {
    const ines = await open('/plans');
    await ines.click('Import a plan');
    await ines.see('Or write an outline');
    const bomb = { ...largePlan(3) };
    const withFormula = JSON.stringify({
      ...bomb,
      steps: bomb.steps.map((step) => ({
        ...step,
        readings: [
          {
            id: 'bomb',
            name: '',
            derivedFrom: null,
            hookUp: null,
            live: null,
            capture: null,
            watches: [],
            expects: [],
            spec: { kind: 'formula', unit: 'V', min: '9^9'.repeat(200), max: null },
          },
        ],
      })),
    });
    const tooMany = {
      ...largePlan(3),
      steps: Array.from({ length: 10_000 }, (_, index) => blankStep(`s${index}`, 'x')),
    };
    for (const [text, message] of [
      [JSON.stringify({ ...largePlan(3), formatVersion: 12 }), 'format version 12'],
      [JSON.stringify(tooMany), 'steps'],
      [withFormula, 'at most 300 characters'],
    ] as const) {
      await ines.page.evaluate((value) => {
        const field = document.querySelector<HTMLTextAreaElement>('[role="dialog"] textarea');
        const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')?.set;
        set?.call(field, value);
        field?.dispatchEvent(new Event('input', { bubbles: true }));
      }, text);
      await ines.see(message);
    }
    await ines.leave();
  });
});

/** Waits until that button can be pressed: the plan check must be done before. */
const enabled = (user: User, name: string) =>
  user.page.waitForFunction(
    (wanted) =>
      [...document.querySelectorAll('button')].some(
        (button) => (button.getAttribute('aria-label') ?? button.textContent) === wanted && !button.disabled,
      ),
    {},
    name,
  );
