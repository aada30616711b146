import { expect } from 'chai';
import { expectAccessible } from '../support/axe.js';
import { aUser, phone, type User } from '../support/user.js';
import { prepareViews, seenAt, views } from '../support/views.js';
import { lookAtWidths } from '../support/widths.js';
import { useWorld } from '../support/world.js';

describe('axe-core finds no violation, and every width fits', () => {
  const world = useWorld();
  before(async () => {
    await prepareViews(world.server.url);
  });

  const inScheme = (user: User, scheme: 'light' | 'dark') =>
    user.page.emulateMediaFeatures([
      { name: 'prefers-color-scheme', value: scheme },
      { name: 'prefers-reduced-motion', value: 'reduce' },
    ]);

  it('in every page that the palette leads to', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/jobs/job-fg-14');
    await ines.see('History');
    await ines.page.keyboard.down('Control');
    await ines.press('k');
    await ines.page.keyboard.up('Control');
    const looked = new Set(Object.values(views).map(([path]) => path.split('?')[0]));
    const labels = await ines.page
      .waitForSelector('.mantine-Spotlight-action')
      .then(() => ines.page.$$eval('.mantine-Spotlight-action', (all) => all.map((one) => one.textContent ?? '')));
    expect(labels.length).to.be.greaterThan(6);
    for (const label of labels) {
      const before = new URL(ines.page.url()).pathname;
      await ines.click(label);
      await ines.page.waitForFunction((left) => location.pathname !== left, {}, before);
      expect(looked, label).to.include(new URL(ines.page.url()).pathname);
      await ines.page.keyboard.down('Control');
      await ines.press('k');
      await ines.page.keyboard.up('Control');
      await ines.page.waitForSelector('.mantine-Spotlight-action');
    }
    await ines.leave();
  });

  it('in the way in', async () => {
    const nobody = await aUser(world.browser, world.server.url, null);
    await nobody.goTo('/');
    await nobody.see('Accounts of the demo world');
    await expectAccessible(nobody);
    await nobody.leave();
  });

  for (const [name, [path, sign, ...presses]] of Object.entries(views))
    it(`in ${name}, by day on a desk and by night on a phone; nothing lies beyond an edge or is too small to press`, async () => {
      const user = await aUser(world.browser, world.server.url, 'ines');
      await inScheme(user, 'light');
      await user.goTo(path);
      for (const press of presses) await user.click(press);
      await user.see(sign);
      // Behind an open dialog nothing can be reached.
      const isDialog = presses.length > 0 && (await user.page.$('[role="dialog"]')) !== null;
      const where = isDialog ? `'[role="dialog"]'` : 'document';
      await expectAccessible(user, where);
      const found = await lookAtWidths(user, name, sign);
      expect(found, found.join('\n')).to.deep.equal([]);
      await inScheme(user, 'dark');
      await user.page.waitForSelector('[data-mantine-color-scheme="dark"]');
      // With touch turned on the page would be loaded anew.
      await user.page.setViewport({ ...phone, hasTouch: false });
      await seenAt(user, sign);
      await expectAccessible(user, where);
      await user.leave();
    });
});
