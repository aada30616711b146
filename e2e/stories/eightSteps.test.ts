import type { Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { silentHorn, writeSteps } from '../support/eightSteps.js';
import { aUser, send } from '../support/user.js';
import { useWorld } from '../support/world.js';

// The bench counts those of all eight.
const horn = { suspects: silentHorn.suspects.slice(0, 3), steps: silentHorn.steps.slice(0, 3) };

describe('a plan written with the mouse', () => {
  const world = useWorld();

  it('takes few presses, as what can be foreseen is there already', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/plans');
    await ines.see('Radiator fan never runs');
    expect(await writeSteps(ines, horn)).to.be.at.most(64);
    const planId = new URL(ines.page.url()).pathname.split('/')[2];
    const answer = await send(world.server.url, 'GET', `/api/plans/${planId}/draft`);
    const { steps, conclusions } = ((await answer.json()) as { document: Plan }).document;
    expect(steps.map(({ title }) => title)).to.deep.equal(horn.steps.map(({ title }) => title));
    expect(steps.map(({ hookUp }) => hookUp?.leads.map(({ at }) => ('name' in at ? at.name : at.pin)))).to.deep.equal(
      horn.steps.map(({ red }) => [red, 'battery −']),
    );
    // Each ends in the conclusion of its suspect where the reading is too low, and goes on where it is in spec.
    const ends = steps.map(({ outcomes: [low] }) => low?.goTo.kind === 'conclusion' && low.goTo.conclusionId);
    expect(ends).to.deep.equal(conclusions.slice(0, 3).map(({ id }) => id));
    await ines.leave();
  });
});
