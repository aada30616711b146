import { expect } from 'chai';
import type { Browser } from 'puppeteer-core';
import { newProfile, openBrowser } from '../support/browser.js';
import { untilKept } from '../support/kept.js';
import { openServer, type RunningServer } from '../support/server.js';
import { trailAt } from '../support/trailAt.js';
import { chooseFile, eventsOf, type User, userIn } from '../support/user.js';

describe('a shift without a network', () => {
  let server: RunningServer;
  let profile: string;
  let browser: Browser;
  let hanna: User;

  /** The tablet, switched on: its own profile, and nobody asks who it is any more. */
  const switchOn = async (personId: string | null) => {
    browser = await openBrowser(profile);
    hanna = await userIn(browser.defaultBrowserContext(), server.url, personId);
  };

  before(async () => {
    server = await openServer();
    profile = await newProfile();
    await trailAt(server.url, 'shift', 'passenger-door', 'battery');
    await switchOn('hanna');
  });
  after(async () => {
    await browser.close();
    await server.kill();
  });

  it('begins with the network: the interface and the plans come onto the device', async () => {
    await hanna.goTo('/trails/shift');
    await hanna.see('Battery under the door’s load');
    await hanna.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await untilKept(hanna.page, '/versions/', 7);
  });

  it('goes on when the server is gone, and says how many entries wait', async () => {
    await server.kill();
    await hanna.click('Understood');
    await hanna.type('12.4');
    await hanna.press('Enter');
    await hanna.see('1 waiting for the network');
    await hanna.press('Enter');
    await hanna.see('2 waiting for the network');
  });

  it('opens where it was after the tablet was switched off and on again', async () => {
    await browser.close();
    await switchOn(null);
    await hanna.goTo('/trails/shift');
    await hanna.see('Feed and ground of the controller');
    await hanna.see('2 waiting for the network');
    await hanna.type('12.1');
    await hanna.press('Enter');
    await hanna.see('3 waiting for the network');
  });

  it('takes a photo and a remark, which wait too', async () => {
    await hanna.page.screenshot({ path: `${server.folder}/picture.png` });
    await chooseFile(hanna.page, () => hanna.click('Photo'), `${server.folder}/picture.png`);
    await hanna.page.waitForSelector('button[aria-label="Photo by Hanna Creek"] img');
    await hanna.see('4 waiting for the network');
    await hanna.click('Tell the author');
    await hanna.click('unclear');
    await hanna.fill('What the author should know', 'Which body bolt?');
    await hanna.click('Send it with this trail');
    await hanna.see('5 waiting for the network');
  });

  it('begins another trail on a plan that is kept for it', async () => {
    await hanna.goTo('/plans/saloon-blower');
    await hanna.click('Follow this plan');
    await hanna.fill('Bus', 'FG-09');
    await hanna.click('Begin with the first step');
    await hanna.see('Look first');
    await hanna.goTo('/plans');
    await hanna.see('6 waiting for the network');
  });

  it('sends everything once, in order, when the network is back', async () => {
    await server.start();
    await hanna.goTo('/trails/shift');
    await hanna.see('all saved');
    const events = await eventsOf(server.url, 'shift');
    const later = events.slice(events.findIndex(({ kind }) => kind === 'stateConfirmed') + 1);
    expect(later.map(({ kind }) => kind)).to.deep.equal([
      'readingEntered',
      'outcomeTaken',
      'readingEntered',
      'photoAdded',
      'remarkMade',
    ]);
    expect(new Set(events.map(({ id }) => id)).size).to.equal(events.length);
    await hanna.goTo('/trails');
    await hanna.see('FG-09');
    await hanna.see('Saloon heater blower stuck on one speed');
  });
});
