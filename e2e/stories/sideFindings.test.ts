import type { JobLog } from '@probe-trail/core/job';
import { expect } from 'chai';
import { aUser, phone, send } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('side findings', () => {
  const world = useWorld();
  const entriesOf = async (jobId: string) =>
    ((await (await send(world.server.url, 'GET', `/api/jobs/${jobId}`)).json()) as JobLog).events;
  const until = async (jobId: string, kind: string) => {
    for (;;) {
      const found = (await entriesOf(jobId)).find((event) => event.kind === kind);
      if (found) return found;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };

  it('are noted under the bus from the trail, with how urgent they are and what was measured', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi', phone);
    await tobi.goTo('/trails/fg-07-fan');
    await tobi.click('More');
    await tobi.click('Add a side finding');
    await tobi.fill('What was noticed', 'Brake hose chafed');
    await tobi.click('Unsafe now');
    await tobi.fill('What was measured', '2 mm deep');
    // Nothing that was typed is lost by a reload.
    await tobi.page.reload();
    await tobi.click('More');
    await tobi.click('Add a side finding');
    await tobi.page.waitForFunction(() =>
      [...document.querySelectorAll('input')].some(({ value }) => value === 'Brake hose chafed'),
    );
    await tobi.click('Record the side finding');
    const jobId = 'job-fg-07';
    const found = await until(jobId, 'sideFound');
    expect(found).to.deep.include({
      finding: { what: 'Brake hose chafed', urgency: 'unsafeNow', reading: '2 mm deep', minutes: null, photoIds: [] },
    });
    await tobi.leave();
  });

  it('are answered at the counter, with who said it', async () => {
    const pell = await aUser(world.browser, world.server.url, 'pell');
    await pell.goTo('/jobs/job-fg-07');
    await pell.click('What the customer says');
    await pell.fill('Who said it', 'Mr Vale');
    await pell.click('Later');
    await pell.see('said Mr Vale');
    expect(await until('job-fg-07', 'sideAnswered')).to.deep.include({ answer: 'later', saidBy: 'Mr Vale' });
    await pell.leave();
  });

  it('are offered again on the next visit, the unsafe ones first, until they are seen to', async () => {
    const arrival = {
      broughtBy: '',
      complaint: 'Rattles',
      occasions: [],
      howOften: '',
      lamps: [],
      triedBefore: [],
    };
    const takenIn = { kind: 'takenIn', id: 'n1', atMs: Date.now(), by: 'Hanna Creek', vehicleId: 'fg-07', arrival };
    await send(world.server.url, 'POST', '/api/jobs/next-visit/events', { events: [takenIn] });
    const hanna = await aUser(world.browser, world.server.url, 'hanna');
    await hanna.goTo('/jobs/next-visit');
    await hanna.see('Not safe to drive: Brake hose chafed, 2 mm deep');
    await hanna.click('To the side findings');
    await hanna.see('From earlier visits, to be offered again');
    await hanna.click('Another answer');
    await hanna.click('Do it');
    await hanna.missing('Not safe to drive');
    await hanna.click('It is done');
    await hanna.see('It was seen to.');
    await until('next-visit', 'sideDone');
    // On the visit on which it was noticed, nothing is offered again.
    await hanna.goTo('/jobs/job-fg-07');
    await hanna.see('Brake hose chafed');
    await hanna.missing('From earlier visits');
    await hanna.goTo('/vehicles/fg-07');
    await hanna.see('It was seen to.');
    await hanna.leave();
  });
});
