import { join } from 'node:path';
import type { Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { keepDownloads, untilRead } from './downloads.js';
import type { Hands } from './hands.js';
import { passwordOf } from './signIn.js';
import { aUser, chooseFile, send, type User } from './user.js';
import { useWorld } from './world.js';

const titles = [
  'Look first',
  'Battery at rest',
  'Feed at the plug',
  'Ground at the plug',
  'Switch it on',
  'Listen to it',
  'Another motor',
  'Fuse in its place',
  'Relay in its place',
  'Wire end to end',
] as const;
const suspects = ['Flat battery', 'Bad ground', 'Dead motor', 'Lost feed'] as const;

// A step that measures: the reading, its limit, the suspect that it finds, and where it leads then.
const branches = [
  { step: 'Battery at rest', reading: 'Rest', to: '14 V', suspect: 'Flat battery', goal: 'Flat battery' },
  { step: 'Feed at the plug', reading: 'Feed', to: '15 V', suspect: 'Lost feed', goal: 'Fuse in its place' },
  { step: 'Ground at the plug', reading: 'Drop', to: '200 mV', suspect: 'Bad ground', goal: 'Bad ground' },
] as const;

/** A plan of ten steps is written from an empty page, reviewed, released, followed and taken elsewhere. */
export const tellTenSteps = (how: string, handsOf: (user: User) => Hands): void => {
  describe(`a plan of ten steps, from an empty page with ${how}`, () => {
    const world = useWorld();
    let ines: User;
    let hands: Hands;
    let planId = '';
    let folder = '';

    before(async () => {
      const second = { name: 'Second Author', roles: ['author'], password: passwordOf('second') };
      await send(world.server.url, 'POST', '/api/people', second);
      ines = await aUser(world.browser, world.server.url, 'ines', { width: 1500, height: 1000 });
      hands = handsOf(ines);
      folder = await keepDownloads(ines);
    });

    const documentOf = async (path: string): Promise<Plan> =>
      ((await (await send(world.server.url, 'GET', path)).json()) as { document: Plan }).document;
    /** Waits for a button that the plan check, or saving, holds back. */
    const pressSoon = async (name: string) => {
      await ines.page.waitForFunction(
        (wanted) =>
          [...document.querySelectorAll('button')].some(
            (one) => (one.getAttribute('aria-label') ?? one.textContent) === wanted && !one.disabled,
          ),
        {},
        name,
      );
      await hands.press(name);
    };

    it('has its suspects and its conclusions', async () => {
      await ines.goTo('/plans');
      await ines.see('Radiator fan never runs');
      await hands.press('Write a new plan');
      await ines.see('The plan has no step yet.');
      planId = new URL(ines.page.url()).pathname.split('/')[2] ?? '';
      await hands.press('Suspects');
      for (const [index, name] of suspects.entries()) {
        await hands.press('Add a suspect');
        await hands.fill('Name', name, index);
      }
      await hands.press('Conclusions');
      for (const [index, name] of suspects.entries()) {
        await hands.press('Add a conclusion');
        await hands.fill('Title', name, index);
        await hands.pick('The cause', name, index);
      }
      await ines.see('all saved');
    });

    it('has ten steps, one behind the other', async () => {
      await hands.press('Map');
      for (const [index, title] of titles.entries()) {
        if (index === 0) await hands.press('Add a step');
        else await hands.addStep(titles[index - 1] ?? '');
        await ines.page.waitForSelector('section[aria-label="Beside the map"] input[value="New step"]');
        await hands.fill('Title', title);
        await ines.see(title);
      }
      await ines.see('all saved');
    });

    it('has three branches, and ends in its conclusions', async () => {
      for (const { step, reading, to, suspect, goal } of branches) {
        await hands.chooseStep(step);
        await ines.page.waitForSelector(`section[aria-label="Beside the map"] input[value="${step}"]`);
        await hands.press('Add a reading');
        await hands.fill('Name of the reading', reading);
        await hands.fill('To', to);
        await hands.press(`An outcome for each zone of ${reading}`);
        await hands.press('Edit outcome 1');
        await hands.pick('points to', suspect);
        await hands.press('Close outcome 1');
        await hands.lead(step, 0, goal);
      }
      for (const [step, goal] of [
        ['Another motor', 'Dead motor'],
        ['Wire end to end', 'Lost feed'],
      ] as const) {
        await hands.chooseStep(step);
        await ines.page.waitForSelector(`section[aria-label="Beside the map"] input[value="${step}"]`);
        if (step === 'Wire end to end') await hands.press('Add an outcome');
        await hands.lead(step, 0, goal);
      }
      await ines.page.waitForFunction(() => document.querySelectorAll('[data-to="open"]').length === 0);
      await ines.see('all saved');
    });

    it('is found sound by the plan check, and walked', async () => {
      await ines.page.waitForFunction(() => document.querySelector('[aria-label="Release version 1"]') !== null);
      await hands.press('About');
      // The part before it has a title too.
      await ines.see('Vehicle lines');
      await hands.fill('Title', 'Ten steps');
      await ines.see('Ten steps');
      await ines.see('all saved');
      await ines.goTo(`/plans/${planId}/try`);
      await ines.see('Only tried');
      for (let presses = 0; presses < 3 * titles.length; presses += 1) {
        if (await ines.page.$('::-p-text(Evidence)')) break;
        await hands.press('By chance');
      }
      await ines.see('Evidence');
    });

    it('is reviewed by a second author, and released', async () => {
      await ines.goTo(`/plans/${planId}/edit`);
      await pressSoon('Send to review');
      await ines.see('in review');
      const second = await aUser(world.browser, world.server.url, null);
      await second.goTo(`/plans/${planId}/edit`);
      await second.fill('Name', 'Second Author');
      await second.fillPassword(passwordOf('second'));
      await second.press('Enter');
      await second.see('in review');
      await second.page.waitForFunction(() =>
        [...document.querySelectorAll('button')].some((one) => one.textContent === 'Approve' && !one.disabled),
      );
      await second.click('Approve');
      await second.see('approved by Second Author');
      await second.leave();
      await ines.goTo(`/plans/${planId}/edit`);
      await ines.see('approved by Second Author');
      await pressSoon('Release version 1');
      await ines.see('What is new in it');
      await hands.press('Release it');
      await ines.see('Write the next version');
    });

    it('is compared with its next version', async () => {
      await hands.press('Write the next version');
      await ines.see('draft 2, all saved');
      await hands.fill('Title', 'Look at everything');
      await ines.see('all saved');
      await pressSoon('Release version 2');
      await ines.see('Against version 1');
      await hands.press('Release it');
      await ines.see('Write the next version');
      await hands.press('Versions');
      await ines.see('from Look first to Look at everything');
    });

    it('is taken out as a file, taken in, and the same', async () => {
      await ines.goTo(`/plans/${planId}`);
      await hands.press('Export');
      await ines.see('Plan file (JSON)');
      await hands.press('Plan file (JSON)');
      const file = join(folder, `${planId}.plan.json`);
      const text = (await untilRead(file, '}')).toString();
      const released = await documentOf(`/api/plans/${planId}/versions/2`);
      expect(JSON.parse(text)).to.deep.equal(released);
      await ines.goTo('/plans');
      await ines.see('Ten steps');
      await hands.press('Import a plan');
      await ines.see('Choose a file');
      await chooseFile(ines.page, () => hands.press('Choose a file'), file);
      await ines.see('beside the plan that has its id already');
      await hands.press('Import');
      await ines.see('draft 1, all saved');
      const takenId = new URL(ines.page.url()).pathname.split('/')[2] ?? '';
      expect(takenId).to.not.equal(planId);
      expect(await documentOf(`/api/plans/${takenId}/draft`)).to.deep.equal({ ...released, id: takenId });
    });
  });
};
