import { expect } from 'chai';
import { trailAt } from '../support/trailAt.js';
import { aUser, desk, eventsOf, phone, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** One finger down the middle of the screen. */
async function swipe({ page }: User, { from, to }: { readonly from: number; readonly to: number }): Promise<void> {
  await page.touchscreen.touchStart(200, from);
  await page.touchscreen.touchMove(205, to);
  await page.touchscreen.touchEnd();
}

describe('at the vehicle', () => {
  const world = useWorld();
  const open = async (path: string, screen = desk): Promise<User> => {
    const user = await aUser(world.browser, world.server.url, 'hanna', screen);
    await user.goTo(path);
    return user;
  };
  /** A fresh trail on the fan plan, started over HTTP. */
  const startTrail = async (trailId: string) => {
    const opened = {
      kind: 'opened',
      jobId: null,
      id: `${trailId}-0`,
      atMs: Date.now(),
      by: 'Hanna Creek',
      planId: 'radiator-fan',
      planVersion: 1,
      vehicle: { fleetNumber: 'FG-12', line: 'Loper 35' },
      complaint: '',
    };
    await send(world.server.url, 'POST', `/api/trails/${trailId}/events`, { events: [opened] });
    return `/trails/${trailId}`;
  };

  // A window that is enlarged twice shows half of what it did.
  const twiceAsLarge = { width: desk.width / 2, height: desk.height / 2 };

  for (const [how, screen] of [
    ['', desk],
    [', everything twice as large', twiceAsLarge],
  ] as const)
    it(`a whole walk by keyboard alone${how}`, async () => {
      const hanna = await open(await startTrail(`keyboard-${screen.width}`), screen);
      const fits = async () => {
        const wide = await hanna.page.evaluate(() => document.documentElement.scrollWidth);
        expect(wide).to.equal(screen.width);
      };
      await hanna.see('First, on the vehicle');
      await hanna.press('Enter');
      await hanna.see('What do you see?');
      await hanna.press('1');
      await hanna.see('Nothing blocks the fan');
      await hanna.press('Enter');
      for (const [reading, verdict] of [
        ['12.6', 'In spec'],
        ['3', 'No current'],
        ['12.5', 'In spec'],
        ['OL', 'open coil'],
      ] as const) {
        await hanna.press('Escape');
        if (await hanna.page.$('#confirm-state')) await hanna.press('Enter');
        await hanna.type(reading);
        await hanna.see(verdict);
        await fits();
        if (reading !== '3') await hanna.press('Enter');
        await hanna.see('Go on:');
        await hanna.press('Enter');
        await hanna.missing('Go on:');
      }
      await hanna.see('Fan relay K7');
      await hanna.press('Enter');
      await hanna.see('Accepted by Hanna Creek');
      await fits();
      await hanna.leave();
    });

  it('the shelf shows where a part is, fills the screen with one tap, and goes away with a swipe', async () => {
    const hanna = await open(await trailAt(world.server.url, 'shelf', 'radiator-fan', 'groundDrop'), phone);
    await hanna.click('Understood');
    await hanna.click('Ground stud G3');
    await hanna.see('Behind the left headlamp');
    const picture = await hanna.page.waitForSelector('img[alt="G3: the engine bay from above"]');
    await hanna.page.waitForFunction((image) => (image as HTMLImageElement).naturalWidth > 0, {}, picture);
    const height = () => hanna.page.$eval('[role="dialog"]', (sheet) => sheet.getBoundingClientRect().height);
    expect(await height()).to.be.lessThan(phone.height);
    await hanna.click('Full screen');
    await hanna.see('Smaller');
    expect(await height()).to.equal(phone.height);
    await swipe(hanna, { from: 300, to: 330 });
    await hanna.see('Smaller');
    await swipe(hanna, { from: 300, to: 500 });
    await hanna.missing('Smaller');
    await hanna.leave();
  });

  it('a walk on a phone with the keypad, and nothing wider than the screen', async () => {
    const hanna = await open(await startTrail('phone'), phone);
    await hanna.click('Confirmed: ignition off');
    await hanna.click('Blade turns free, nothing to be seen');
    await hanna.click('Go on: Battery voltage at rest');
    await hanna.missing('Delete the last character');
    await hanna.click('Ready to measure');
    for (const key of ['1', '1', '.', '2']) await hanna.click(key);
    await hanna.see('Out of spec: too low to test');
    const width = await hanna.page.evaluate(() => document.documentElement.scrollWidth);
    expect(width).to.equal(phone.width);
    const small = await hanna.page.$$eval(
      'main button',
      (buttons) =>
        buttons
          .map((button) => button.getBoundingClientRect())
          .filter(({ height, width: wide }) => height > 0 && (height < 44 || wide < 44)).length,
    );
    expect(small).to.equal(0);
    await hanna.click('Record');
    await hanna.click('Go on: Battery too low to test');
    await hanna.see('No fault found');
    await hanna.leave();
  });

  it('asks about a slip, and records what the meter showed', async () => {
    const hanna = await open('/trails/fg-03-coolant');
    await hanna.see('Type what the meter shows');
    await hanna.type('2900');
    await hanna.press('Enter');
    await hanna.see('2900 V is more than can be here. Which did the meter show?');
    await hanna.click('2900 mV');
    await hanna.see('In spec');
    await hanna.see('all saved');
    const last = (await eventsOf(world.server.url, 'fg-03-coolant')).at(-1);
    expect(last).to.deep.include({
      kind: 'readingEntered',
      entry: { kind: 'typed', text: '2900 mV' },
      typedFirst: '2900',
    });
    await hanna.leave();
  });

  it('says what is wrong with a reading while it is typed, and records nothing', async () => {
    const hanna = await open('/trails/fg-03-coolant');
    await hanna.click('Type again');
    await hanna.type('2.9 kΩ');
    await hanna.see('“kΩ” is a resistance. This step is read in V');
    await hanna.press('Enter');
    await hanna.see('“kΩ” is a resistance');
    await hanna.page.reload();
    await hanna.see('2.900 V');
    await hanna.click('Type again');
    await hanna.see('“kΩ” is a resistance');
    await hanna.leave();
  });

  it('moves the needle while typing', async () => {
    const hanna = await open('/trails/fg-03-coolant');
    await hanna.see('2.900 V');
    const place = () => hanna.page.$eval('[data-needle]', (needle) => Number(needle.getAttribute('data-needle')));
    await hanna.click('Type again');
    await hanna.type('1');
    await hanna.see('reads too hot');
    const low = await place();
    await hanna.press('Backspace');
    await hanna.type('5');
    await hanna.see('open circuit');
    expect(await place()).to.be.greaterThan(low);
    await hanna.leave();
  });

  it('without the network an entry waits, is shown as waiting, outlives a new page, and is sent once', async () => {
    const path = await startTrail('offline');
    const hanna = await open(path);
    await hanna.click('Confirmed: ignition off');
    await hanna.see('all saved');
    await hanna.page.setOfflineMode(true);
    await hanna.click('Blade turns free, nothing to be seen');
    await hanna.see('1 waiting for the network');
    await hanna.click('Go on: Battery voltage at rest');
    await hanna.see('2 waiting for the network');
    expect(await eventsOf(world.server.url, 'offline')).to.have.length(2);
    await hanna.page.close({ runBeforeUnload: false });

    const context = hanna.page.browserContext();
    const again = await context.newPage();
    await again.goto(`${world.server.url}${path}`);
    await again.waitForFunction(() => document.body.innerText.includes('all saved'));
    const kinds = (await eventsOf(world.server.url, 'offline')).map(({ kind }) => kind);
    expect(kinds).to.deep.equal(['opened', 'stateConfirmed', 'readingEntered', 'outcomeTaken']);
    await hanna.leave();
  });

  it('skips a step with a reason, which then counts for no suspect', async () => {
    const hanna = await open(await startTrail('skip'));
    await hanna.see('13 of 13 suspects');
    await hanna.click('Cannot do this step');
    await hanna.fill('Why not', 'Bonnet lock is broken');
    await hanna.click('Blade turns free, nothing to be seen: Battery voltage at rest');
    await hanna.click('Skip it and go on');
    await hanna.see('skipped');
    await hanna.see('13 of 13 suspects');
    await hanna.leave();
  });

  it('tests all the same where a state cannot be had, and the reason stays with the result', async () => {
    const hanna = await open(await startTrail('override'));
    await hanna.see('First, on the vehicle');
    await hanna.click('Can’t set this up');
    await hanna.fill('Why not', 'Ignition lock is out');
    await hanna.press('Enter');
    await hanna.see('Ignition lock is out');
    await hanna.press('1');
    await hanna.see('Nothing blocks the fan');
    await hanna.press('Enter');
    await hanna.missing('Nothing blocks the fan');
    await hanna.see('all saved');
    await hanna.goTo('/trails/override/record');
    await hanna.see('Tested without ignition off: Ignition lock is out (Hanna Creek)');
    await hanna.leave();
  });

  it('lets nobody in who is not signed in, and an apprentice look but not record', async () => {
    const stranger = await aUser(world.browser, world.server.url, null);
    await stranger.goTo('/trails/fg-07-fan');
    await stranger.see('Accounts of the demo world');
    await stranger.click('Sam Quill apprentice sam-at-fellgate');
    await stranger.see('You can look at this trail');
    await stranger.press('Enter');
    await stranger.see('Only a master technician or a technician can do that');
    await stranger.leave();
  });

  it('finds a bus and shows the keys from anywhere, without the reading taking them', async () => {
    const hanna = await open('/trails/fg-03-coolant');
    await hanna.see('Voltage on the sensor’s signal wire');
    await hanna.press('?');
    await hanna.see('records the reading; press again to go on');
    await hanna.press('Escape');
    await hanna.missing('records the reading');
    await hanna.page.keyboard.down('Control');
    await hanna.press('k');
    await hanna.page.keyboard.up('Control');
    await hanna.page.waitForSelector('::-p-aria([name="Find a bus, a job, a plan, a part, a pin, a code"])');
    await hanna.type('FG-11');
    await hanna.see('Fan does not run, engine hot on the hill');
    await hanna.press('ArrowDown', 'Enter');
    await hanna.see('Codes over time');
    await hanna.leave();
  });

  it('leads back to the step at which one left off', async () => {
    const hanna = await open('/trails/fg-03-coolant');
    await hanna.see('Voltage on the sensor’s signal wire');
    await hanna.goTo('/');
    await hanna.see('You left off at FG-03: Voltage on the sensor’s signal wire');
    await hanna.click('FG-03: Voltage on the sensor’s signal wire');
    await hanna.see('Still possible');
    await hanna.leave();
  });

  it('has nothing to lead back to once a trail has ended', async () => {
    const hanna = await open('/trails/fg-11-fan');
    await hanna.see('Root cause');
    await hanna.goTo('/');
    await hanna.see('in the workshop');
    await hanna.missing('You left off');
    await hanna.leave();
  });

  it('shows hook-up, tools and instruction before the vehicle is in its state', async () => {
    const hanna = await open('/trails/fg-07-fan');
    await hanna.see('First, on the vehicle');
    await hanna.see('Get ready: multimeter, 55 W lamp');
    await hanna.see('Measure from C52·2');
    await hanna.missing('Record');
    await hanna.leave();
  });

  it('says in sentences what the readings say, and the rest where it is asked for', async () => {
    const hanna = await open('/trails/fg-07-fan');
    await hanna.click('Understood');
    await hanna.click('What the readings say');
    await hanna.see('No reading speaks for or against Fan control module A34');
    await hanna.click('All suspects and all readings');
    await hanna.see('speaks for it, ▽ against it');
    await hanna.leave();
  });

  it('says that a trail is not there', async () => {
    const hanna = await open('/trails/none');
    await hanna.see('There is no trail “none”');
    await hanna.leave();
  });
});
