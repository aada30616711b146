import { expect } from 'chai';
import { fanNeverRuns, walkAsNewcomer } from '../support/newcomer.js';
import { aUser, tablet } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('somebody who sees the program for the first time', () => {
  const world = useWorld();

  it('comes from a bus that arrives to its cause by what is on the screen alone', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
    await tobi.goTo('/');
    await tobi.see('in the workshop');
    const { presses } = await walkAsNewcomer(tobi, fanNeverRuns, 'Accepted by Tobi Lunde');
    await tobi.see('Fan relay K7');
    expect(presses).to.be.lessThan(40);
    await tobi.leave();
  });
});
