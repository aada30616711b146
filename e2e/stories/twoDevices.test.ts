import { expect } from 'chai';
import { aUser, eventsOf, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

const trailId = 'fg-03-coolant';

describe('two devices on one trail', () => {
  const world = useWorld();
  let tobi: User;
  let hanna: User;

  before(async () => {
    [tobi, hanna] = [
      await aUser(world.browser, world.server.url, 'tobi'),
      await aUser(world.browser, world.server.url, 'hanna'),
    ];
    for (const user of [tobi, hanna]) {
      await user.goTo(`/trails/${trailId}`);
      await user.see('Type what the meter shows');
    }
  });

  it('whoever takes a trail over is told where it stands and what is known', async () => {
    await hanna.see(
      'You are at “Voltage on the sensor’s signal wire”, after “Live value on the cold engine” showed −40 °C.',
    );
    await hanna.see('7 of 9 suspects are left');
    await hanna.see('Tobi Lunde was here');
    await hanna.click('Understood');
    await hanna.missing('suspects are left');
  });

  it('each sees what the other records, without doing anything', async () => {
    await tobi.type('4.87');
    await tobi.press('Enter');
    await tobi.see('Type again');
    await hanna.see('Out of spec: open circuit');
    await hanna.see('all saved');
  });

  it('what one recorded without the network is shown to them when it does not fit any more, and nothing is lost', async () => {
    await hanna.page.setOfflineMode(true);
    await hanna.click('Type again');
    await hanna.type('0.2');
    await hanna.press('Enter');
    await hanna.see('1 waiting for the network');
    await tobi.press('Enter');
    await tobi.missing('Type again');
    await tobi.see('all saved');
    await hanna.page.setOfflineMode(false);
    await hanna.see('The server did not take the last entries');
    await hanna.see('Kept on this device: reading 0.2.');
    await hanna.see('all saved');
    await hanna.click('OK');
    await hanna.missing('Kept on this device');
  });

  it('both stand at the same step, and the server has each entry once', async () => {
    const headings = await Promise.all(
      [tobi, hanna].map(({ page }) => page.$eval('article h1', (heading) => heading.textContent)),
    );
    expect(headings[0]).to.equal(headings[1]).and.not.equal('Voltage on the sensor’s signal wire');
    const ids = (await eventsOf(world.server.url, trailId)).map(({ id }) => id);
    expect(new Set(ids).size).to.equal(ids.length);
  });

  it('says why a press is not recorded, where the other one was quicker', async () => {
    const first = 'button[class*="waymark"]';
    await (await hanna.page.waitForSelector(first))?.click();
    await hanna.see('Go back to this step');
    await (await tobi.page.waitForSelector(first))?.click();
    await tobi.click('Go back to this step');
    await tobi.see('all saved');
    // The sheet that is open says “set aside” too: what counts is the way behind it.
    const isAside = () => hanna.page.$$eval(first, (all) => all.some((one) => one.innerText.includes('set aside')));
    await until(isAside);
    await hanna.click('Go back to this step');
    await hanna.see('Not recorded');
    await hanna.see('There is no standing waymark');
    await hanna.click('OK');
    await hanna.missing('Not recorded');
  });

  it('takes a press that bounces for one', async () => {
    await tobi.page.keyboard.press('Escape');
    await tobi.page.reload();
    await tobi.see('all saved');
    const before = (await eventsOf(world.server.url, trailId)).length;
    await tobi.page.evaluate(() => {
      const button = [...document.querySelectorAll('button')].find((one) =>
        /^(Confirmed|Go on|Record)/.test(one.innerText),
      );
      button?.click();
      button?.click();
    });
    await new Promise((resolve) => setTimeout(resolve, 1500));
    await tobi.see('all saved');
    expect((await eventsOf(world.server.url, trailId)).length - before).to.equal(1);
    await tobi.missing('Not recorded');
  });
});
