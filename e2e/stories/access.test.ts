import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'chai';
import { aUser, phone, type User } from '../support/user.js';
import { prepareViews, seenAt, standsStill, views } from '../support/views.js';
import { lookAtWidths } from '../support/widths.js';
import { useWorld } from '../support/world.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

interface Violation {
  readonly id: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

describe('axe-core finds no violation, and every width fits', () => {
  const world = useWorld();
  before(async () => {
    await prepareViews(world.server.url);
  });

  const check = async (user: User, where: 'document' | `'[role="dialog"]'` = 'document') => {
    await standsStill(user);
    const violations = (await user.page.evaluate(
      `axe.run(${where}).then((result) => result.violations)`,
    )) as readonly Violation[];
    const messages = violations.flatMap(({ id, nodes }) =>
      nodes.slice(0, 3).map(({ html, failureSummary }) => `${id}: ${html.slice(0, 200)} ${failureSummary}`),
    );
    expect(messages, messages.join('\n')).to.deep.equal([]);
  };

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
    await nobody.page.evaluate(axe);
    await check(nobody);
    await nobody.leave();
  });

  for (const [name, [path, sign, ...presses]] of Object.entries(views))
    it(`in ${name}, by day on a desk and by night on a phone; nothing lies beyond an edge or is too small to press`, async () => {
      const user = await aUser(world.browser, world.server.url, 'ines');
      await inScheme(user, 'light');
      await user.goTo(path);
      for (const press of presses) await user.click(press);
      await user.see(sign);
      await user.page.evaluate(axe);
      // Behind an open dialog nothing can be reached.
      const isDialog = presses.length > 0 && (await user.page.$('[role="dialog"]')) !== null;
      const where = isDialog ? `'[role="dialog"]'` : 'document';
      await check(user, where);
      const found = await lookAtWidths(user, name, sign);
      expect(found, found.join('\n')).to.deep.equal([]);
      await inScheme(user, 'dark');
      await user.page.waitForSelector('[data-mantine-color-scheme="dark"]');
      // With touch turned on the page would be loaded anew.
      await user.page.setViewport({ ...phone, hasTouch: false });
      await seenAt(user, sign);
      await check(user, where);
      await user.leave();
    });
});
