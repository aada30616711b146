import { expect } from 'chai';
import { trailAt } from '../support/trailAt.js';
import { aUser, eventsOf, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('an entry that should not be there', () => {
  const world = useWorld();
  let ines: User;

  before(async () => {
    ines = await aUser(world.browser, world.server.url, 'ines');
    await trailAt(world.server.url, 'wrong-bus', 'passenger-door', 'battery');
  });

  it('is voided on the record of its trail, and stays there, struck through, with who did it and why', async () => {
    await ines.goTo('/trails/wrong-bus/record');
    const count = (await eventsOf(world.server.url, 'wrong-bus')).length;
    await ines.click(`Every entry, as it was sent (${count})`);
    await ines.click('Void an entry');
    await ines.click('Void this entry');
    await ines.fill('Why does it no longer count?', 'Recorded on the wrong bus');
    await ines.click('Void it');
    await ines.see('This trail no longer counts');
    await ines.see('Ines Marrow voided it: Recorded on the wrong bus');
    const kinds = (await eventsOf(world.server.url, 'wrong-bus')).map(({ kind }) => kind);
    expect([kinds[0], kinds.at(-1), kinds.length]).to.deep.equal(['opened', 'entryVoided', count + 1]);
    await ines.goTo('/trails');
    await ines.missing('wrong-bus');
  });

  it('takes with it what does not fit without it, and says so on the trail and in the record', async () => {
    const events = await eventsOf(world.server.url, 'fg-03-coolant');
    const reading = events.find(({ kind }) => kind === 'readingEntered');
    const voiding = { entryId: reading?.id, reason: 'Wrong bus' };
    expect((await send(world.server.url, 'POST', '/api/trails/fg-03-coolant/void', voiding)).status).to.equal(200);
    const tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo('/trails/fg-03-coolant');
    await tobi.click('Understood');
    await tobi.see('6 entries of this trail do not count');
    await tobi.click('The record');
    await tobi.click('Every entry, as it was sent (10)');
    await tobi.see('does not count: The reading “seen” has not been taken yet.');
    await tobi.leave();
  });

  it('is not for others to void', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi');
    await tobi.goTo('/trails/wrong-bus/record');
    await tobi.see('This trail no longer counts');
    await tobi.missing('Void an entry');
    const answer = await send(world.server.url, 'POST', '/api/trails/wrong-bus/void', { entryId: 'none', reason: 'x' });
    expect(answer.status).to.equal(404);
  });
});
