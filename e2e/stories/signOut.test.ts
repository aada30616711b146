import { expect } from 'chai';
import type { Browser } from 'puppeteer-core';
import { newProfile, openBrowser } from '../support/browser.js';
import { openServer, type RunningServer } from '../support/server.js';
import { trailAt } from '../support/trailAt.js';
import { type User, userIn } from '../support/user.js';

describe('signing out without a network', () => {
  let server: RunningServer;
  let browser: Browser;
  let tobi: User;

  before(async () => {
    server = await openServer();
    await trailAt(server.url, 'handed-on', 'passenger-door', 'battery');
    browser = await openBrowser(await newProfile());
    tobi = await userIn(browser.defaultBrowserContext(), server.url, 'tobi');
    await tobi.goTo('/trails/handed-on');
    await tobi.see('Battery under the door’s load');
    await tobi.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  });
  after(async () => {
    await browser.close();
    await server.kill();
  });

  /** How many answers and trails the device keeps for somebody to read. */
  const keptCount = () =>
    tobi.page.evaluate(async () => {
      const open = indexedDB.open('probe-trail');
      const database = await new Promise<IDBDatabase>((resolve) => {
        open.onsuccess = () => resolve(open.result);
      });
      let count = 0;
      for (const store of ['answers', 'logs']) {
        const asked = database.transaction(store).objectStore(store).count();
        count += await new Promise<number>((resolve) => {
          asked.onsuccess = () => resolve(asked.result);
        });
      }
      database.close();
      return count;
    });

  it('is done at once, and leaves nothing to read', async () => {
    await tobi.goTo('/me');
    await tobi.see('Sign out everywhere');
    expect(await keptCount()).to.be.greaterThan(0);
    await server.kill();
    await tobi.click('Sign out');
    await tobi.see('What you write and record bears your name.');
    expect(await keptCount()).to.equal(0);
  });

  it('lasts over a reload', async () => {
    await tobi.goTo('/trails/handed-on');
    await tobi.see('What you write and record bears your name.');
  });

  it('is told to the server when the network is back', async () => {
    await server.start();
    await tobi.goTo('/');
    await tobi.see('Accounts of the demo world');
    expect(await tobi.page.evaluate(() => localStorage.getItem('probe-trail-signed-out'))).to.equal(null);
    const status = await tobi.page.evaluate(async () => (await fetch('/api/trails')).status);
    expect(status).to.equal(401);
  });
});
