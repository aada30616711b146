import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { addEvents, opening, trailAt } from '../support/trailAt.js';
import { aUser, desk, eventsOf, phone, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('every kind of measurement', () => {
  const world = useWorld();
  /** Hanna at a step of a plan, with the note for who comes back put away. */
  const at = async (trailId: string, planId: string, stepId: string, screen = desk): Promise<User> => {
    const path = await trailAt(world.server.url, trailId, planId, stepId);
    const hanna = await aUser(world.browser, world.server.url, 'hanna', screen);
    await hanna.goTo(path);
    await hanna.click('Understood');
    return hanna;
  };
  /** Types rows with nothing but numbers and Enter. */
  const rows = async (user: User, ...texts: string[]) => {
    for (const text of texts) {
      await user.type(text);
      await user.press('Enter');
    }
  };
  const lastOf = async (trailId: string): Promise<TrailEvent | undefined> =>
    (await eventsOf(world.server.url, trailId)).at(-1);

  it('a sweep goes row by row with numbers and Enter, draws itself, and names its pattern', async () => {
    const hanna = await at('sweep', 'accelerator-pedal', 'sweep1');
    await rows(hanna, '1,24', '1.64', '2.04');
    await hanna.see('37.5 %');
    await hanna.type('2.44');
    await hanna.see('Out of spec: too high');
    await hanna.page.waitForSelector('canvas[aria-label^="pedal travel"]');
    await hanna.press('Enter');
    await rows(hanna, '2.84', '3.24', '3.64', '4.04');
    await hanna.type('4.44');
    await hanna.see('Out of spec: offset');
    await hanna.see('Wrong by the same everywhere.');
    await hanna.see('9 of 9 rows out of spec');
    await hanna.press('Enter');
    await hanna.see('Track 1 is shifted or tilted as a whole');
    await hanna.see('all saved');
    expect(await lastOf('sweep')).to.deep.include({
      kind: 'readingEntered',
      entry: {
        kind: 'rows',
        texts: ['1,24', '1.64', '2.04', '2.44', '2.84', '3.24', '3.64', '4.04', '4.44'],
      },
    });
    await hanna.leave();
  });

  it('a sweep that was begun is there again after the page was closed', async () => {
    const hanna = await at('sweep-again', 'accelerator-pedal', 'sweep1');
    await rows(hanna, '0.80', '1.20');
    await hanna.type('1.6');
    await hanna.page.reload();
    await hanna.see('1.20 V');
    await hanna.see('1.6 V');
    await hanna.leave();
  });

  it('siblings stand side by side, and the odd one is named', async () => {
    const hanna = await at('siblings', 'saloon-blower', 'motors');
    await rows(hanna, '4.1', '4.0');
    await hanna.type('2.9');
    await hanna.see('the odd one');
    await hanna.see('rear M47 shows 2.9 A, the others about 4.05 A');
    await hanna.press('Enter');
    await hanna.see('One motor stands out.');
    await hanna.leave();
  });

  it('a change keeps before and after together, with what is done in between', async () => {
    const hanna = await at('change', 'passenger-door', 'press', tablet);
    await hanna.see('Press the edge by hand at mid height');
    await rows(hanna, '8.2');
    await hanna.type('7.9');
    await hanna.see('did not fall enough');
    await hanna.press('Backspace', 'Backspace', 'Backspace');
    await hanna.type('600 Ω');
    await hanna.see('In spec: fell as it should');
    await hanna.see('From 8.2 kΩ to 0.600 kΩ.');
    await hanna.leave();
  });

  it('a count is tapped section by section while the clock runs, and outlives a reload', async () => {
    const hanna = await at('count', 'passenger-door', 'move', phone);
    await hanna.click('Start the clock');
    await hanna.see('s left');
    const tap = async () => (await hanna.page.waitForSelector('[data-running]'))?.click();
    await tap();
    // Who turns to another section stops the clock of this one: it is not moved any more.
    await hanna.click('bellows 0');
    await hanna.see('Start the clock');
    expect(await hanna.page.$('[data-running]')).to.equal(null);
    await hanna.click('Start the clock');
    for (let count = 0; count < 3; count += 1) await tap();
    await hanna.see('bellows 3');
    await hanna.page.reload();
    await hanna.see('bellows 3');
    await hanna.see('Dropouts: 4 in');
    await hanna.click('Record');
    await hanna.see('The harness breaks where it is moved.');
    await hanna.see('all saved');
    const last = await lastOf('count');
    expect(last?.kind === 'readingEntered' && last.entry).to.deep.include({ kind: 'counted', counts: [1, 3, 0] });
    await hanna.leave();
  });

  it('a count clears no section that was not moved for its time', async () => {
    const hanna = await at('unmoved', 'passenger-door', 'move');
    await hanna.click('Start the clock');
    await hanna.see('The time is up');
    await hanna.see('door foot 0moved');
    await hanna.see('Counted for 0 of 10 s at “bellows”. Go on counting until the time is up.');
    const record = await hanna.page.waitForSelector('::-p-aria([name="Record"][role="button"])');
    expect(await record?.evaluate((button) => (button as HTMLButtonElement).disabled)).to.equal(true);
    await hanna.leave();
  });

  it('a count takes ten thousand taps', async () => {
    const hanna = await at('taps', 'passenger-door', 'move');
    await hanna.click('Start the clock');
    await hanna.page.waitForSelector('[data-running]');
    await hanna.page.$eval('[data-running]', (button) => {
      for (let count = 0; count < 10_000; count += 1) (button as HTMLButtonElement).click();
    });
    await hanna.see('door foot 10000');
    await hanna.leave();
  });

  it('a curve shows where on it the vehicle stands', async () => {
    const hanna = await at('curve', 'slow-cranking', 'crank');
    await hanna.page.waitForSelector('canvas[aria-label="Limits over Temperature outside"]');
    await hanna.type('9.1');
    await hanna.see('Out of spec: too low');
    await hanna.see('At 8 °C the limits are 9.42 V to 12.6 V.');
    await hanna.leave();
  });

  it('several readings give one that is computed from them, with its own verdict', async () => {
    const hanna = await at('derived', 'boarding-ramp', 'drops');
    await rows(hanna, '112', '11.4', '0.28');
    await hanna.type('0.62');
    await hanna.press('Enter');
    await hanna.see('Resistance of the ground side = dropGround / amps');
    await hanna.see('5.54 mΩ');
    await hanna.see('The ground side takes too much.');
    await hanna.leave();
  });

  it('asks once, at the start, for what the limits depend on; what is not known stays unknown', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo('/plans/slow-cranking');
    await tobi.click('Follow this plan');
    await tobi.fill('Bus', 'FG-02');
    await tobi.click('Begin with the first step');
    await tobi.see('Before you begin');
    await tobi.fill('Temperature outside', '3 V');
    await tobi.see('“V” is a voltage');
    await tobi.fill('Temperature outside', '39 °F');
    await tobi.click('Begin with the first step');
    await tobi.see('Look first');
    await tobi.see('all saved');
    const trailId = new URL(tobi.page.url()).pathname.split('/')[2] ?? '';
    const inputs = async () => (await eventsOf(world.server.url, trailId)).filter(({ kind }) => kind === 'inputGiven');
    // Between two entries all may be saved for a moment.
    await until(async () => (await inputs()).length === 2);
    const given = await inputs();
    expect(given.map((event) => event.kind === 'inputGiven' && [event.inputId, event.text])).to.deep.equal([
      ['outside', '39 °F'],
      ['stood', null],
    ]);
    await tobi.leave();
  });

  it('says what to do on the vehicle in the order in which it is safe', async () => {
    const hanna = await at('gate', 'accelerator-pedal', 'openSignal');
    await rows(hanna, '4.9', '4.9');
    await hanna.click('Go on: Signal wires end to end');
    await hanna.see('First, on the vehicle');
    const moves = await hanna.page.$$eval('ol > li', (items) => items.map((item) => item.textContent));
    expect(moves.filter((move) => /ignition|C44|C10/.test(move ?? ''))).to.deep.equal([
      'ignition off (now on)',
      'C44 unplugged',
      'C10 unplugged',
    ]);
    await hanna.leave();
  });

  it('says what to mind before the vehicle is brought into a state, and not after it', async () => {
    await addEvents(world.server.url, 'mind', [opening('radiator-fan')]);
    const hanna = await aUser(world.browser, world.server.url, 'hanna', tablet);
    await hanna.goTo('/trails/mind');
    await hanna.see('Caution: The fan can start by itself while the ignition is on.');
    await hanna.see('Confirmed: ignition off');
    const shown = await hanna.page.evaluate(() => document.body.innerText);
    expect(shown.indexOf('The fan can start')).to.be.lessThan(shown.indexOf('Confirmed: ignition off'));
    await hanna.leave();
  });

  it('counts down while something settles; who cannot wait says why', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo(await trailAt(world.server.url, 'settle', 'slow-cranking', 'rest'));
    await tobi.click('Understood');
    await tobi.type('11.9');
    await tobi.press('Enter');
    await tobi.click('Go on: Current at rest');
    await tobi.press('Enter');
    await tobi.see('It must settle: buses asleep');
    await tobi.see('19:5');
    await tobi.click('Do not wait');
    await tobi.fill('Why it need not settle', 'It stood all night');
    await tobi.press('Enter');
    await tobi.see('Without buses asleep:');
    await tobi.see('It stood all night');
    await tobi.leave();
  });
});
