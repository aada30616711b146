import { expect } from 'chai';
import { randomTrails } from '../simulation/randomTrails';
import { openServer, type RunningServer } from '../support/server.js';

describe('random trails over a network that fails', () => {
  let server: RunningServer;
  before(async () => {
    server = await openServer();
  });
  after(() => server.kill());

  it('end with every entry once, and two devices and the server in agreement', async () => {
    const reached = await randomTrails(server, 60, 15);
    // Of sixteen; so short a run meets the rarest ones not every time.
    expect(reached.kinds.size).to.be.greaterThan(9);
    expect([...reached.kinds]).to.include.members(['proofStepOpened', 'reopened']);
    expect(reached.refused).to.be.greaterThan(5);
    expect(reached.reloads).to.be.greaterThan(50);
    expect(reached.kills).to.be.greaterThan(0);
    expect(reached.events).to.be.greaterThan(200);
  });
});
