import { join } from 'node:path';
import { expect } from 'chai';
import { keepDownloads, untilRead } from '../support/downloads.js';
import { aUser, send } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('what the bay found', () => {
  const world = useWorld();

  it('is told to everybody: causes that were proven, repairs in vain, readings on their zones', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo('/plans');
    await tobi.click('What the bay found');
    await tobi.click('Coolant temperature reading not believable');
    await tobi.see('Which cause it was');
    await tobi.see('Connector C31');
    await tobi.see('Readings against their limits');
    expect(await tobi.page.$$eval('svg[role="img"] [class*="sound"]', (all) => all.length)).to.be.greaterThan(0);
    // Weights are the author’s business.
    await tobi.missing('Put these weights into the draft');
    await tobi.leave();
  });

  it('is put into the draft by one press, with where each weight comes from, and taken back by another', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/plans/coolant-temperature/lessons');
    await ines.click('Put these weights into the draft');
    await ines.see('has these weights');
    await ines.see('where the weight comes from');
    const weights = async () => {
      const draft = await (await send(world.server.url, 'GET', '/api/plans/coolant-temperature/draft')).json();
      const { suspects } = (
        draft as { document: { suspects: { id: string; weight: number; weightBecause: string }[] } }
      ).document;
      return suspects.map(({ id, weight, weightBecause }) => [id, weight, weightBecause.slice(0, 18)]);
    };
    const changed = await weights();
    expect(changed.find(([id]) => id === 'connector')?.slice(1)).to.deep.equal([4.64, 'Proven 1 of 1 time']);
    await ines.click('Undo');
    await ines.missing('has these weights');
    expect((await weights()).find(([id]) => id === 'connector')?.slice(1)).to.deep.equal([3, '']);
    await ines.leave();
  });

  it('is exported as CSV', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    const folder = await keepDownloads(ines);
    await ines.goTo('/plans/coolant-temperature/lessons');
    await ines.click('All of it as CSV');
    const csv = await untilRead(join(folder, 'coolant-temperature-1-lessons.csv'), ',1');
    expect(String(csv)).to.include('suspect,connector,Connector C31,,,proven,,1');
    await ines.leave();
  });
});
