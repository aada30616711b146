import { expect } from 'chai';
import { passwordOf } from '../support/signIn.js';
import { aUser, eventsOf, fieldCalled, reach, trailIdOf, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('an author changes a plan, and a technician walks the new version', () => {
  const world = useWorld();
  let ines: User;
  let tobi: User;

  before(async () => {
    ines = await aUser(world.browser, world.server.url, null);
    tobi = await aUser(world.browser, world.server.url, null);
  });

  it('the author signs in and opens a plan', async () => {
    await ines.goTo('/plans');
    await ines.fill('Name', 'Ines Marrow');
    await ines.fillPassword(passwordOf('ines'));
    await ines.press('Enter');
    await ines.click('Coolant temperature reading not believable');
    await ines.see('Finds low coolant and a bad plug before anything is measured');
  });

  it('the actions of a plan stand where they stay, before its version has come', async () => {
    const late = await aUser(world.browser, world.server.url, 'ines');
    const names = ['Export', 'Versions', 'Write the next version', 'Follow this plan'];
    const place = () =>
      Promise.all(names.map(async (name) => (await reach(late.page, [`::-p-text(${name})`])).boundingBox()));
    await late.page.setRequestInterception(true);
    const letGo: (() => Promise<void>)[] = [];
    late.page.on('request', (request) => {
      if (/versions/.test(request.url())) letGo.push(() => request.continue());
      else void request.continue();
    });
    await late.goTo('/plans/coolant-temperature');
    await late.see('Write the next version');
    const before = await place();
    expect(letGo.length).to.be.greaterThan(0);
    for (const go of letGo) await go();
    await late.see('Finds low coolant');
    expect(await place()).to.deep.equal(before);
    await late.leave();
  });

  it('the author begins the next version', async () => {
    await ines.click('Write the next version');
    await ines.see('draft 2, all saved');
  });

  it('she moves a limit by typing, another with the hand, and both are saved', async () => {
    await ines.fill('Find steps', 'sensor’s signal wire');
    await ines.press('Enter');
    await ines.click('Edit the reading Signal');
    await ines.fill('reads too hot | in spec', '2,6 V');
    await ines.press('Tab');
    await ines.see('2.6 ');
    const handles = await ines.page.$$('[role="slider"]');
    await handles.at(-1)?.scrollIntoView();
    const last = await handles.at(-1)?.boundingBox();
    const [x, y] = [(last?.x ?? 0) + 22, (last?.y ?? 0) + 22];
    await ines.page.mouse.move(x, y);
    await ines.page.mouse.down();
    await ines.page.mouse.move(x + 30, y, { steps: 5 });
    await ines.page.mouse.up();
    const cut = await handles.at(-1)?.evaluate((handle) => Number(handle.getAttribute('aria-valuenow')));
    expect(cut).to.be.greaterThan(5.25).and.lessThan(6);
    await ines.see('draft 2, all saved');
  });

  it('a limit that makes no sense is not taken, and stays to be mended', async () => {
    await ines.fill('reads too hot | in spec', '9');
    await ines.see('The cuts must rise from left to right.');
    await ines.fill('reads too hot | in spec', '2.6');
    await ines.missing('The cuts must rise');
  });

  it('she takes a branch away, sees what the plan check says of it, and undoes that', async () => {
    await releasable(ines);
    await ines.click('Edit outcome 1');
    await (await fieldCalled(ines.page, 'go to')).click();
    await ines.page.keyboard.down('Control');
    await ines.press('a');
    await ines.page.keyboard.up('Control');
    await ines.type('Battery voltage');
    await ines.press('ArrowDown', 'Enter');
    await ines.see('errors left');
    await ines.click('Check');
    await ines.see('No way leads to “Signal with the sensor unplugged”.');
    await ines.click('Undo');
    await releasable(ines);
  });

  it('she changes what a branch says and releases', async () => {
    await ines.click('Map');
    await ines.fill('Find steps', 'sensor’s signal wire');
    await ines.press('Enter');
    await ines.see('Nothing draws the signal down');
    await ines.click('Edit outcome 5');
    await (await fieldCalled(ines.page, 'It means')).click();
    await ines.page.keyboard.down('Control');
    await ines.press('End');
    await ines.page.keyboard.up('Control');
    await ines.type(' Look at the plug first.');
    await ines.see('draft 2, all saved');
    await ines.click('Release version 2');
    await ines.click('Release it');
    await ines.see('version 2 · for Loper 35');
  });

  it('the technician follows that version from the first step', async () => {
    await tobi.goTo('/plans/coolant-temperature');
    await tobi.click('Tobi Lunde technician tobi-at-fellgate');
    await tobi.click('Follow this plan');
    await tobi.fill('Bus', 'FG-09');
    await tobi.fill('Complaint', 'Gauge on cold');
    await tobi.click('Begin with the first step');
    await tobi.see('First, on the vehicle');
    await tobi.click('Confirmed: ignition off');
    await tobi.click('Level right, plug dry and clipped in');
    await tobi.click('Go on: Battery voltage at rest');
    await tobi.see('all saved');
  });

  it('types a reading with a comma, sees the verdict before anything moves on, and goes on', async () => {
    await tobi.type('12,52');
    await tobi.see('In spec');
    await tobi.press('Enter');
    await tobi.see('Good enough to measure by.');
    await tobi.press('Enter');
    await tobi.click('Confirmed: ignition on, engine off');
    await tobi.type('-40');
    await tobi.press('Enter', 'Enter');
    await tobi.see('Voltage on the sensor’s signal wire');
  });

  it('is judged by the limit that the author moved', async () => {
    await tobi.type('2.57');
    await tobi.see('reads too hot');
    await tobi.press('Backspace', 'Backspace', 'Backspace', 'Backspace');
    await tobi.type('4.87');
    await tobi.see('Out of spec: open circuit');
    await tobi.press('Enter');
    await tobi.see('Look at the plug first.');
    await tobi.press('Enter');
    await tobi.see('Bridge the sensor');
  });

  it('goes back once: the later waymark is set aside, and the reading is offered again', async () => {
    await tobi.click('Live value on the cold engine');
    await tobi.click('Go back to this step');
    await tobi.missing('Go back to this step');
    await tobi.see('set aside');
    await tobi.see('Still −40 °C, as just now');
    await tobi.click('Still −40 °C, as just now');
    await tobi.press('Enter');
    await tobi.click('Still 4.87 V, as just now');
    await tobi.see('Out of spec: open circuit');
    await tobi.see('all saved');
  });

  it('finds everything after the server was killed and started again', async () => {
    const before = await eventsOf(world.server.url, trailIdOf(tobi.page));
    await world.server.kill();
    await world.server.start();
    await tobi.page.reload();
    await tobi.see('Out of spec: open circuit');
    expect(await eventsOf(world.server.url, trailIdOf(tobi.page))).to.deep.equal(before);
  });

  it('comes to the root cause with its evidence and accepts it', async () => {
    await tobi.click('Go on: Bridge the sensor');
    await tobi.click('Confirmed: C31 unplugged and bridged');
    await tobi.type('140');
    await tobi.press('Enter', 'Enter');
    await tobi.click('Confirmed: ignition off, C31 unplugged');
    await tobi.type('OL');
    await tobi.press('Enter', 'Enter');
    await tobi.see('Root cause');
    await tobi.see('The sensor does not follow its curve.');
    await tobi.click('Accept this conclusion');
    await tobi.see('Accepted by Tobi Lunde');
    await tobi.see('all saved');
  });

  it('has a record with what was typed, what it meant, and what was set aside', async () => {
    await tobi.click('Record of this trail');
    await tobi.see('Typed “12,52”');
    await tobi.see('taken over from before');
    await tobi.see('set aside');
    await tobi.see('version 2, written by Ines Marrow');
    await tobi.goTo('/');
    await tobi.see('FG-09');
    const events = await eventsOf(world.server.url, 'fg-03-coolant');
    expect(events[0]).to.include({ kind: 'opened', planVersion: 1 });
  });
});

/** Waits until the plan check keeps nothing from being released. */
const releasable = (user: User) =>
  user.page.waitForSelector('button[aria-label="Release version 2"]:not([disabled])', { timeout: 15_000 });
