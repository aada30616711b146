import { expect } from 'chai';
import type { Page } from 'puppeteer-core';
import { aUser, type User } from '../support/user.js';
import { prepareViews, seenAt, views } from '../support/views.js';
import { useWorld } from '../support/world.js';

const widths = [360, 390, 768, 820, 1024, 1280];
const height = 900;

/** What reaches beyond the right edge of a page that is wider than its window; none where it fits. */
const tooWide = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const { clientWidth, scrollWidth } = document.documentElement;
    if (scrollWidth <= clientWidth) return [];
    const wide = [...document.querySelectorAll<HTMLElement>('body *')].filter(
      // The ways to everywhere can be pushed along.
      (one) => one.getBoundingClientRect().right > clientWidth + 1 && !one.closest('nav'),
    );
    return wide.slice(0, 3).map((one) => `${scrollWidth - clientWidth} px: ${one.outerHTML.slice(0, 160)}`);
  });

/** Buttons and fields that a gloved finger misses. A link in a sentence is as high as its line. */
const tooSmall = (page: Page): Promise<readonly string[]> =>
  page.evaluate(() => {
    const pressed =
      'button, input:not([type="checkbox"], [type="radio"], [type="file"], [type="hidden"]), [role="tab"], select';
    const seen = [...document.querySelectorAll<HTMLElement>(pressed)].filter(
      (one) => one.offsetParent !== null && !one.closest('.react-flow, [aria-hidden="true"]'),
    );
    return seen
      .map((one) => {
        const frame = one.closest<HTMLElement>('.mantine-Input-wrapper, .mantine-TagsInput-root') ?? one;
        return { px: Math.round(frame.getBoundingClientRect().height), html: one.outerHTML.slice(0, 160) };
      })
      .filter(({ px }) => px > 0 && px < 44)
      .map(({ px, html }) => `${px} px: ${html}`);
  });

describe('every page at every width', () => {
  const world = useWorld();
  before(() => prepareViews(world.server.url));

  const lookAt = async (user: User, name: string, sign: string) => {
    const found: string[] = [];
    for (const width of widths) {
      // With touch turned on or off the page would be loaded anew, and nothing would stand on it yet.
      await user.page.setViewport({ width, height, hasTouch: false });
      await seenAt(user, sign);
      found.push(...(await tooWide(user.page)).map((one) => `${name} at ${width}: ${one}`));
      if (width === 390 || width === 820)
        found.push(...(await tooSmall(user.page)).map((one) => `${name} at ${width}: ${one}`));
    }
    return found;
  };

  for (const [name, [path, sign, ...presses]] of Object.entries(views))
    it(`${name}: nothing lies beyond the edge, nothing is too small to press`, async () => {
      const user = await aUser(world.browser, world.server.url, 'ines');
      await user.goTo(path);
      for (const press of presses) await user.click(press);
      await user.see(sign);
      const found = await lookAt(user, name, sign);
      expect(found, found.join('\n')).to.deep.equal([]);
      await user.leave();
    });

  for (const person of ['tobi', 'pell', 'sam'])
    it(`as ${person} sees the workshop`, async () => {
      const user = await aUser(world.browser, world.server.url, person);
      for (const name of ['the board', 'a job', 'a vehicle', 'the trails', 'a step', 'a plan', 'the instruments']) {
        const [path = '', sign = ''] = views[name] ?? [];
        await user.goTo(path);
        await user.see(sign);
        const found = await lookAt(user, name, sign);
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
    const found = await lookAt(user, 'a job with an entry that waits', '1 waiting for the network');
    await user.click('Board');
    await user.see('in the workshop');
    found.push(...(await lookAt(user, 'the board with an entry that waits', '1 waiting for the network')));
    expect(found, found.join('\n')).to.deep.equal([]);
    await user.leave();
  });
});
