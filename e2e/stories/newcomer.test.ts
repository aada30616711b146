import { expect } from 'chai';
import { fanNeverRuns, type Newcomer, rampIsSlow, walkAsNewcomer } from '../support/newcomer.js';
import { aUser, tablet } from '../support/user.js';
import { useWorld } from '../support/world.js';

const buses: readonly { readonly newcomer: Newcomer; readonly cause: string }[] = [
  { newcomer: fanNeverRuns, cause: 'Fan relay K7' },
  { newcomer: rampIsSlow, cause: 'Ground cable and stud G7' },
];

for (const { newcomer, cause } of buses)
  describe(`somebody who sees the program for the first time, at a bus whose cause is: ${cause}`, () => {
    const world = useWorld();

    it('comes from its arrival to the cause by what is on the screen alone', async () => {
      const tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
      await tobi.goTo('/');
      await tobi.see('in the workshop');
      const { presses } = await walkAsNewcomer(tobi, newcomer, 'Accepted by Tobi Lunde');
      await tobi.see(cause);
      expect(presses).to.be.lessThan(40);
      await tobi.leave();
    });
  });
