import type { JobLog } from '@probe-trail/core/job';
import { expect } from 'chai';
import type { Browser } from 'puppeteer-core';
import { newProfile, openBrowser } from '../support/browser.js';
import { untilKept } from '../support/kept.js';
import { openServer, type RunningServer } from '../support/server.js';
import { chooseFile, send, type User, userIn } from '../support/user.js';

describe('a job without a network', () => {
  let server: RunningServer;
  let browser: Browser;
  let profile: string;
  let tobi: User;

  const switchOn = async (personId: string | null) => {
    browser = await openBrowser(profile);
    tobi = await userIn(browser.defaultBrowserContext(), server.url, personId);
  };
  const jobLog = async () => (await (await send(server.url, 'GET', '/api/jobs/job-fg-02')).json()) as JobLog;
  let stored: JobLog;

  before(async () => {
    server = await openServer();
    profile = await newProfile();
    await switchOn('tobi');
    stored = await jobLog();
  });
  after(async () => {
    await browser.close();
    await server.kill();
  });

  it('is on the device once it is theirs, opened or not, with the lists around it', async () => {
    await tobi.goTo('/trails/fg-03-coolant');
    await tobi.click('Understood');
    await tobi.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    for (const part of ['jobs/job-fg-02', 'trails', 'instruments']) await untilKept(tobi.page, part);
  });

  it('leaving a trail leads to the board and from there to the job, with their age', async () => {
    await server.kill();
    await tobi.click('FG-03');
    await tobi.see('Testing:');
    await tobi.page.goto(`${server.url}/`, { waitUntil: 'domcontentloaded' });
    await tobi.see('12 in the workshop');
    await tobi.see('no network, as of today');
    await tobi.click('Trails');
    await tobi.see('Coolant temperature reading not believable');
    await tobi.click('Instruments');
    await tobi.see('Clamp 1');
    await tobi.click('Board');
    await tobi.click('Cranks slowly after the weekend.');
    await tobi.see('Confirm the complaint');
  });

  it('takes the voltage, the check, a note and a photo, which wait', async () => {
    await tobi.fill('System voltage', '12,5');
    await tobi.press('Enter');
    await tobi.see('12.50 V at rest.');
    await tobi.fill('What did you see?', 'Cranks at 90 rpm');
    await tobi.click('Confirmed');
    await tobi.see('Read the codes of every unit');
    await tobi.fill('A note', 'Battery clamp is green');
    await tobi.click('Add the note');
    await tobi.see('3 waiting for the network');
    await tobi.page.screenshot({ path: `${server.folder}/clamp.png` });
    await chooseFile(tobi.page, () => tobi.click('Add photos'), `${server.folder}/clamp.png`);
    await tobi.page.waitForSelector('button img[alt="Photo by Tobi Lunde"]');
    await tobi.see('4 waiting for the network');
  });

  it('keeps a sheet that was typed by hand, and moves on to the plan', async () => {
    await tobi.click('Type codes by hand');
    await tobi.fill('Code', 'p0562');
    await tobi.press('Enter');
    await tobi.click('Keep this sheet');
    await tobi.see('Every unit');
    await tobi.see('5 waiting for the network');
    await tobi.click('To the job');
    await tobi.see('Choose a plan');
  });

  it('stands as it stood after the tablet was switched off and on again', async () => {
    await browser.close();
    await switchOn(null);
    await tobi.goTo('/jobs/job-fg-02');
    await tobi.see('Cranks at 90 rpm; 12,5 V, engine off');
    await tobi.see('Choose a plan');
    await tobi.see('Battery clamp is green');
    await tobi.see('5 waiting for the network');
    await tobi.click('Put on hold');
    await tobi.fill('On hold for', 'a battery');
    await tobi.press('Enter');
    await tobi.see('On hold: a battery');
    await tobi.see('6 waiting for the network');
  });

  it('says of what this device has never shown that it cannot be shown now', async () => {
    await tobi.goTo('/jobs/job-fg-12');
    await tobi.see('This device has not shown it before');
  });

  it('arrives once, in order, when the network is back', async () => {
    await server.start();
    await tobi.goTo('/jobs/job-fg-02');
    await tobi.see('History');
    const isThere = async () => (await jobLog()).events.length >= stored.events.length + 6;
    for (let waited = 0; waited < 15_000 && !(await isThere()); waited += 250)
      await new Promise((resolve) => setTimeout(resolve, 250));
    await tobi.missing('waiting for the network');
    const { events, sheets } = await jobLog();
    const fresh = events.slice(stored.events.length);
    expect(fresh.map(({ kind }) => kind)).to.deep.equal([
      'voltageMeasured',
      'complaintChecked',
      'noted',
      'photoAdded',
      'sheetKept',
      'waiting',
    ]);
    expect(new Set(events.map(({ id }) => id)).size).to.equal(events.length);
    expect(sheets.slice(stored.sheets.length).map(({ takenBy }) => takenBy)).to.deep.equal(['Tobi Lunde']);
    await tobi.goTo('/');
    await tobi.see('on hold: a battery');
    await tobi.missing('no network');
  });
});
