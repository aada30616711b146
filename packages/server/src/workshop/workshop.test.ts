import { blankWorkshop } from '@probe-trail/core/workshop';
import { expect } from 'chai';
import { aServer, type TestServer } from '../testing/aServer.js';

describe('the workshop', () => {
  let server: TestServer;
  beforeEach(async () => {
    server = await aServer();
  });
  afterEach(() => server.stop());

  const workshop = { ...blankWorkshop, name: 'Fellgate Depot', address: 'Moor Lane 4\nFellgate', paper: 'Letter' };

  it('is blank at first, is kept by an administrator, and told to everybody', async () => {
    expect((await server.ask('GET', '/api/workshop')).body).to.deep.equal(blankWorkshop);
    expect((await server.ask('PUT', '/api/workshop', workshop)).status).to.equal(403);
    const administrator = await server.as('administrator');
    expect((await administrator('PUT', '/api/workshop', workshop)).status).to.equal(204);
    expect((await server.ask('GET', '/api/workshop')).body).to.deep.equal(workshop);
  });

  it('takes no logo that is not here, and no other paper', async () => {
    const administrator = await server.as('administrator');
    const without = await administrator('PUT', '/api/workshop', { ...workshop, logoId: '0'.repeat(64) });
    expect([without.status, without.body.code]).to.deep.equal([404, 'PHOTO_NOT_FOUND']);
    expect((await administrator('PUT', '/api/workshop', { ...workshop, paper: 'A3' })).status).to.equal(400);
    expect((await server.ask('GET', '/api/workshop')).body).to.deep.equal(blankWorkshop);
  });
});
