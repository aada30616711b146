import { expect } from 'chai';
import { expectAccessible } from '../support/axe.js';
import { aUser } from '../support/user.js';
import { prepareViews, views } from '../support/views.js';
import { lookAtWidths } from '../support/widths.js';
import { useWorld } from '../support/world.js';

// As an author sees them, all views are looked at where axe looks at them: most of the time goes into opening them.
describe('every page at every width', () => {
  const world = useWorld();
  before(() => prepareViews(world.server.url));

  for (const person of ['tobi', 'pell', 'sam'])
    it(`as ${person} sees the workshop`, async () => {
      const user = await aUser(world.browser, world.server.url, person);
      for (const name of ['the board', 'a job', 'a vehicle', 'the trails', 'a step', 'a plan', 'the instruments']) {
        const [path = '', sign = ''] = views[name] ?? [];
        await user.goTo(path);
        await user.see(sign);
        await expectAccessible(user);
        const found = await lookAtWidths(user, name, sign);
        expect(found, found.join('\n')).to.deep.equal([]);
      }
      await user.leave();
    });

  it('with an entry that waits for the network', async () => {
    const user = await aUser(world.browser, world.server.url, 'tobi');
    await user.goTo('/jobs/job-fg-14');
    await user.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await user.page.reload();
    await user.see('History');
    await user.page.setOfflineMode(true);
    await user.fill('A note', 'Key is in the box');
    await user.click('Add the note');
    await user.see('1 waiting for the network');
    const found = [...(await lookAtWidths(user, 'a job with an entry that waits', '1 waiting for the network'))];
    await user.click('Board');
    await user.see('in the workshop');
    found.push(...(await lookAtWidths(user, 'the board with an entry that waits', '1 waiting for the network')));
    expect(found, found.join('\n')).to.deep.equal([]);
    await user.leave();
  });
});
