import { writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { JobLog } from '@probe-trail/core/job';
import { expect } from 'chai';
import type { ElementHandle } from 'puppeteer-core';
import { passwordOf } from '../support/signIn.js';
import { aUser, desk, pickFirst, send, tablet, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('a bus that arrives, until its trail is started', () => {
  const world = useWorld();
  let pell: User;
  let tobi: User;
  let jobPath = '';

  before(async () => {
    pell = await aUser(world.browser, world.server.url, null);
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
  });

  const report = 'Fault report\n;B1B05;stored;blower\nEngine control unit;P0480-13;present;fan relay, open';
  const jobLog = async () => (await (await send(world.server.url, 'GET', `/api${jobPath}`)).json()) as JobLog;
  /** The job once the server has that many sheets: they are shown before they have arrived. */
  const jobWithSheets = async (count: number) => {
    for (let waited = 0; waited < 10_000 && (await jobLog()).sheets.length < count; waited += 100)
      await new Promise((resolve) => setTimeout(resolve, 100));
    return jobLog();
  };
  const toJob = async () => {
    await tobi.goTo(jobPath);
    await tobi.see('History');
  };

  it('the adviser signs in, after one wrong password', async () => {
    await pell.goTo('/');
    await pell.fill('Name', 'Pell Ostrow');
    await pell.fillPassword('not the password');
    await pell.press('Enter');
    await pell.see('Name and password do not belong together');
    await pell.fillPassword(passwordOf('pell'));
    await pell.page.$eval('input[type="password"]', (field) => (field as HTMLInputElement).select());
    await pell.type(passwordOf('pell'));
    await pell.press('Enter');
    await pell.see('12 in the workshop');
  });

  it('takes the bus that was typed, however quickly Enter follows', async () => {
    const quick = await aUser(world.browser, world.server.url, 'pell', desk);
    await quick.goTo('/jobs/new');
    await quick.fill('Bus', 'FG-0');
    await quick.see('FG-09');
    // What “FG-0” finds is there, and what “FG-04” finds is not yet.
    await new Promise((resolve) => setTimeout(resolve, 1000));
    await quick.type('4');
    await quick.press('Enter');
    const chosen = await quick.page.evaluate(() => document.querySelector('input')?.value);
    expect(chosen).to.match(/^FG-04/);
    await quick.leave();
  });

  it('checks the bus in with the complaint in the customer’s words', async () => {
    await pell.click('Check in a bus');
    await pell.see('Lamps and messages seen');
    await pell.fill('Bus', 'FG-08');
    await pell.click('FG-08 · FT 96 LP');
    await pell.fill('Complaint', 'Engine gets hot in traffic, I never hear the fan');
    await pell.click('when hot');
    await pell.fill('Lamps and messages seen', 'engine too hot');
    await pell.press('Enter');
    await pell.page.reload();
    await pell.see('engine too hot');
    await pell.fill('Bus', 'FG-08');
    await pell.click('FG-08 · FT 96 LP');
    await pell.click('Check it in');
    await pell.see('Put on hold');
    jobPath = new URL(pell.page.url()).pathname;
  });

  it('is not offered what only the workshop does', async () => {
    await pell.missing('Read all units');
    await pell.missing('Not reproduced');
  });

  it('the technician finds it on the board, to be confirmed', async () => {
    await tobi.goTo('/');
    await tobi.see('13 in the workshop');
    await tobi.click('Engine gets hot in traffic, I never hear the fan');
    await tobi.see('The system voltage was not measured yet');
  });

  it('sees the complaint', async () => {
    await tobi.fill('What did you see?', 'Fan stays still at 104 °C');
    await tobi.click('Confirmed');
    await tobi.see('Fan stays still at 104 °C; voltage not measured');
    await tobi.see('Read the codes of every unit');
  });

  it('measures a low voltage with a comma, is warned, connects the charger and measures again', async () => {
    await tobi.fill('System voltage', '11,7');
    await tobi.press('Enter');
    await tobi.see('11.70 V at rest is under 12.00 V. Connect a charger');
    await tobi.goTo(`${jobPath}/plans`);
    await tobi.see('11.70 V at rest is under 12.00 V');
    await toJob();
    await tobi.click('charger connected');
    await tobi.see('Charger connected');
    await tobi.fill('System voltage', '12,6 A');
    await tobi.press('Enter');
    await tobi.see('is a current');
    await tobi.fill('System voltage', '12,6');
    await tobi.press('Enter');
    await tobi.see('12,6 V, engine off');
    await tobi.missing('Connect a charger');
  });

  it('reads all units; the interface falls silent, what was read is kept, and the reading goes on', async () => {
    await tobi.click('Read all units');
    // It stands there for a moment only: whoever looks up later would not see it any more.
    const asked = tobi.page.waitForFunction(() => document.body.innerText.includes('Asking engine control unit'), {
      polling: 'mutation',
    });
    await tobi.click('Start reading');
    await asked;
    await tobi.see('The interface fell silent');
    await tobi.see('C0035-1F');
    await tobi.page.reload();
    await tobi.see('C0035-1F');
    // Two buses are read beside each other: how far the other one is depends on the moment.
    const goOn = await tobi.page.waitForFunction(
      () => /Continue with the [2-6] that are left/.exec(document.body.innerText)?.[0],
    );
    await tobi.click(String(await goOn.jsonValue()));
    await tobi.see('Stop reading');
    await tobi.missing('Stop reading');
    await tobi.click('Keep this sheet');
    await tobi.see('Every unit');
    // What each unit says that it is, and that one is none of those that belong on this model.
    await tobi.see('part number LP35-A10-2, software 3.02');
    await tobi.see('brake control unit: software 2.90; 3.02 or 3.01 belongs there');
    const { sheets } = await jobWithSheets(1);
    expect(sheets[0]?.units.map(({ answer }) => answer)).to.deep.equal(Array.from({ length: 10 }, () => 'answered'));
  });

  it('pastes a report of another reader, puts a unit right, and keeps that too', async () => {
    await tobi.goTo(`${jobPath}/codes/new?from=text`);
    await tobi.fill('The report', report);
    await tobi.see('2 codes and 2 units found in 3 lines; 1 line has neither.');
    await tobi.see('fan relay, open');
    await pickFirst(tobi, 'Unit of B1B05', 'saloon');
    await tobi.click('Keep this sheet');
    await tobi.see('Every unit');
    expect((await jobWithSheets(2)).sheets[1]?.codes.map(({ unitId }) => unitId)).to.deep.equal(['A45', 'A10']);
  });

  it('notices the same report pasted twice', async () => {
    await tobi.goTo(`${jobPath}/codes/new?from=text`);
    await tobi.fill('The report', report);
    await pickFirst(tobi, 'Unit of B1B05', 'saloon');
    await tobi.click('Keep this sheet');
    await tobi.see('This is the same as the sheet of today');
    await tobi.click('Discard');
    expect((await jobLog()).sheets).to.have.length(2);
  });

  it('says that there is no code in a text without one', async () => {
    await tobi.goTo(`${jobPath}/codes/new?from=text`);
    await tobi.fill('The report', 'all is well');
    await tobi.see('No fault code was found in 1 line.');
  });

  it('types a code by hand, with a letter O first', async () => {
    await tobi.goTo(`${jobPath}/codes/new?from=hand`);
    await tobi.fill('Code', 'PO217');
    await tobi.press('Enter');
    await tobi.see('has a letter O where a zero belongs');
    await tobi.fill('Code', 'p0217');
    await tobi.press('Enter');
    await tobi.see('engine too hot');
    await tobi.click('Discard');
  });

  it('marks a code as made by us, so that it no longer counts', async () => {
    await tobi.goTo(`${jobPath}/codes`);
    await tobi.see('B1B05');
    await tobi.page.evaluate(() => {
      const row = [...document.querySelectorAll('li')].find(
        (one) => one.textContent?.startsWith('B1B05') && one.querySelector('button'),
      );
      row?.querySelector('button')?.click();
    });
    await tobi.fill('What caused it', 'The heater was unplugged yesterday');
    await tobi.click('Don’t count this code');
    await tobi.see('caused by our work: The heater was unplugged yesterday');
  });

  it('clears the codes over the kept sheet, reads again, and sees of which nothing is known yet', async () => {
    await tobi.click('Clear codes');
    await tobi.click('Clear them');
    await tobi.missing('Clear them');
    await tobi.click('Read all units');
    await tobi.click('Start reading');
    await tobi.see('Stop reading');
    await tobi.missing('Stop reading');
    await tobi.click('Keep this sheet');
    await tobi.see('What changed, after the codes were cleared');
    await tobi.see('not known: its test has not run');
    expect((await jobWithSheets(3)).sheets.at(-1)?.moment).to.equal('afterClearing');
  });

  it('finds the plan with its reasons and starts the trail', async () => {
    await tobi.goTo(`${jobPath}/plans`);
    await tobi.see('it is written for P0480-13');
    await tobi.see('the complaint sounds like “engine gets hot in traffic”');
    await tobi.see('Used 3 times; found and proven: Ground stud G3 (1).');
    await tobi.click('Follow this plan');
    await tobi.see('First, on the vehicle');
    await tobi.see('FG-08');
  });

  it('the board shows the bus being tested, to the adviser too', async () => {
    await pell.goTo('/');
    await pell.see('Engine gets hot in traffic, I never hear the fan Look first testing');
    const { trails } = await jobLog();
    expect(trails.map(({ atStep }) => atStep)).to.deep.equal(['Look first']);
  });
});

describe('around the workshop', () => {
  const world = useWorld();
  let ines: User;
  beforeEach(async () => {
    ines = await aUser(world.browser, world.server.url, 'ines', desk);
  });
  afterEach(() => ines.leave());

  it('finds a bus by the end of its VIN and a pin by its name, each in its place', async () => {
    await ines.goTo('/search');
    await ines.fill('Search', 'C31·2');
    await ines.see('Parts and pins');
    await (await ines.page.waitForSelector('a[href*="part=C31"]'))?.click();
    await ines.page.waitForSelector('details[open]');
    const isOpen = await ines.page.$eval('details[open] summary', (summary) => summary.textContent);
    expect(isOpen).to.include('B11');
    await ines.goTo('/search?words=N0000107');
    await ines.see('FG-07');
  });

  it('points out an odd VIN and keeps it; asks about an odometer that goes back', async () => {
    await ines.goTo('/vehicles/fg-09');
    await ines.see('would be');
    await ines.fill('What the odometer shows', '1200 km');
    await ines.press('Enter');
    await ines.see('It showed 142170 km before, which is more.');
    await ines.fill('Why it shows less', 'another instrument cluster');
    await ines.press('Enter');
    await ines.see('Less than before: another instrument cluster');
  });

  it('checks a bus in by typing and Enter, and takes a lower odometer with its reason', async () => {
    await ines.goTo('/jobs/new');
    await ines.fill('Bus', 'FG-09');
    await ines.page.waitForFunction(
      () =>
        [...document.querySelectorAll<HTMLElement>('[role="option"]')].filter((one) => one.offsetParent).length === 1,
    );
    await ines.press('Enter');
    await ines.page.waitForFunction(() =>
      [...document.querySelectorAll('input')].some(({ value }) => value.startsWith('FG-09 ·')),
    );
    await ines.fill('Complaint', 'Wipers stop half way');
    await ines.fill('Odometer', '1100 km');
    await ines.click('Check it in');
    await ines.see('before, which is more.');
    await ines.fill('Why it shows less', 'another instrument cluster');
    await ines.click('Check it in');
    await ines.see('Confirm the complaint');
    await ines.see('“Wipers stop half way”');
  });

  it('asks about an odometer with a digit too many', async () => {
    await ines.goTo('/vehicles/fg-08');
    const shown = await ines.page.waitForSelector('section[aria-label="Odometer"] li b');
    const last = await shown?.evaluate(({ textContent }) => textContent);
    const km = Number(String(last).replace(/\D/g, '')) + 100;
    await ines.fill('What the odometer shows', `${km}3`);
    await ines.press('Enter');
    await ines.see('which it showed last. What does it show?');
    await ines.click('Type it again');
    await ines.fill('What the odometer shows', `${km}0`);
    await ines.press('Enter');
    await ines.click(String(km).replace(/\B(?=(\d{3})+$)/g, '\u202f'));
    await ines.see(`typed ${String(km).replace(/\B(?=(\d{3})+$)/g, ' ')} km`);
  });

  it('finds the plan of the rear lamps for lamps that are mixed up', async () => {
    await ines.goTo('/jobs/job-fg-12/plans');
    await ines.see('Rear lamps dim and mixed up');
    await ines.see('Follow this plan');
  });

  it('keeps a photo, and refuses a file that only says it is one', async () => {
    await ines.goTo('/jobs/job-fg-01');
    await ines.see('Add photos');
    const fake = join(world.server.folder, 'photo.jpg');
    await writeFile(fake, 'no picture at all');
    const real = join(world.server.folder, 'real.png');
    await ines.page.screenshot({ path: real });
    const field = (await ines.page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
    await field.uploadFile(fake);
    await ines.see('“photo.jpg” is not a picture that can be read here.');
    await field.uploadFile(real);
    await ines.page.waitForSelector('img[alt="Photo by Ines Marrow"]');
  });

  it('a plan that was missing reaches the author', async () => {
    const arrival = { broughtBy: 'Day driver', complaint: 'Rattling saloon window', occasions: [] };
    const taken = { kind: 'takenIn', id: 'window-1', atMs: Date.now(), by: 'Pell Ostrow', vehicleId: 'fg-04' };
    await send(world.server.url, 'POST', '/api/jobs/window/events', {
      events: [{ ...taken, arrival: { ...arrival, howOften: '', lamps: [], triedBefore: [] } }],
    });
    await ines.goTo('/jobs/window/plans');
    await ines.see('No plan for this vehicle covers these codes or this complaint.');
    await ines.click('No plan fits');
    await ines.click('Tell the authors');
    await ines.see('No plan fitted');
    await ines.goTo('/plans');
    await ines.see('A plan was missing');
  });

  it('an administrator adds somebody, who signs in; signing out elsewhere ends it', async () => {
    await ines.goTo('/people');
    await ines.click('Add somebody');
    await ines.fill('Name', 'Rolf Tarn');
    await ines.fillPassword('rolf at fellgate');
    await ines.click('Add');
    await ines.see('Rolf Tarn');
    const [here, there] = [
      await aUser(world.browser, world.server.url, null),
      await aUser(world.browser, world.server.url, null),
    ];
    for (const rolf of [here, there]) {
      await rolf.goTo('/');
      await rolf.fill('Name', 'Rolf Tarn');
      await rolf.fillPassword('rolf at fellgate');
      await rolf.press('Enter');
      await rolf.see('in the workshop');
    }
    await here.goTo('/me');
    await here.click('Sign out everywhere');
    await here.see('Accounts of the demo world');
    await there.click('Vehicles');
    await there.see('Accounts of the demo world');
    await here.leave();
    await there.leave();
  });

  it('sees distances in miles, by night, in larger text, wherever they sign in', async () => {
    await ines.goTo('/me');
    await ines.click('mi, °F, psi');
    await ines.click('night');
    await ines.click('larger');
    await ines.goTo('/vehicles/fg-06');
    await ines.see(' mi');
    const look = await ines.page.evaluate(() => ({
      scheme: document.documentElement.dataset.mantineColorScheme,
      size: getComputedStyle(document.documentElement).fontSize,
    }));
    expect(look).to.deep.equal({ scheme: 'dark', size: '18px' });
  });
});
