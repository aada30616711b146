import { expect } from 'chai';
import { aUser, phone, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('a watch over the units', () => {
  const world = useWorld();
  let hanna: User;
  before(async () => {
    hanna = await aUser(world.browser, world.server.url, 'hanna', phone);
  });

  it('names what was silent from the start, and what that shares', async () => {
    await hanna.goTo('/jobs/job-fg-14');
    await hanna.click('Codes');
    await hanna.click('Watch the units');
    await hanna.see('8 of 10 units answer. Silent: door controller, ramp controller.');
    await hanna.see('silent from the start');
    await hanna.see('What they have in common');
    await hanna.see('ground stud G7, rear step shared ground nothing contradicts this');
  });

  it('counts what comes and goes while a harness is moved, and names what it shares', async () => {
    await hanna.goTo('/jobs/job-fg-01/watch');
    await hanna.see('lost 1 time');
    await hanna.see('10 of 10 units answer.');
    await hanna.see('ground stud G7, rear step shared ground nothing contradicts this');
    await hanna.see('lost 2 times');
    await hanna.click('Count losses from now');
    await hanna.missing('lost 2 times');
    await hanna.see('lost 1 time');
  });

  it('says that the server is away, and goes on by itself', async () => {
    await world.server.stop();
    await hanna.see('The server cannot be reached. What was seen is kept; it goes on by itself.');
    expect(await hanna.page.evaluate(() => document.body.innerText)).to.include('ramp controller');
    await world.server.start();
    await hanna.missing('The server cannot be reached');
    await hanna.see('10 of 10 units answer.');
    await hanna.leave();
  });
});
