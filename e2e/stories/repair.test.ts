import type { JobLog } from '@probe-trail/core/job';
import { aUser, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('a repair', () => {
  const world = useWorld();
  const open = async (path: string): Promise<User> => {
    const user = await aUser(world.browser, world.server.url, 'hanna');
    await user.goTo(path);
    return user;
  };

  it('is filled in from the plan, leads to its proof, and stays in the record where it did not help', async () => {
    const hanna = await open('/jobs/job-fg-11');
    await hanna.see('Repair it');
    await hanna.page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(({ value }) => value.startsWith('Clean stud and ring')),
    );
    await hanna.see('Afterwards:');
    await hanna.fill('Condition found', 'Wax under the lug');
    await hanna.page.reload();
    await hanna.page.waitForFunction(() =>
      [...document.querySelectorAll('textarea')].some(({ value }) => value === 'Wax under the lug'),
    );
    await hanna.click('Record the repair');
    await hanna.see('Prove the repair');
    await hanna.see('Ground stud G3 cleaned');
    await hanna.click('Repair');
    await hanna.click('It did not help');
    await hanna.fill('What shows that it did not help?', 'The fan stands still again');
    await hanna.click('Record that it did not help');
    await hanna.see('Repair it');
    await hanna.see('It did not help: The fan stands still again');
    await hanna.leave();
  });

  it('that is temporary is said on the next visit, until it is made good', async () => {
    const arrival = {
      broughtBy: '',
      complaint: 'Squeals again',
      occasions: [],
      howOften: '',
      lamps: [],
      triedBefore: [],
    };
    const takenIn = {
      kind: 'takenIn',
      id: 'again-1',
      atMs: Date.now(),
      by: 'Hanna Creek',
      vehicleId: 'fg-04',
      arrival,
    };
    await send(world.server.url, 'POST', '/api/jobs/again/events', { events: [takenIn] });
    const hanna = await open('/vehicles/fg-04');
    await hanna.see('a new belt, which is ordered');
    await hanna.goTo('/jobs/again');
    await hanna.see('Temporary repair: Belt of the steering pump adjusted');
    await hanna.click('Made good now');
    await hanna.missing('Temporary repair: Belt of the steering pump adjusted');
    await hanna.see('A temporary repair was made good');
    const isStored = async () => {
      const { events } = (await (await send(world.server.url, 'GET', '/api/jobs/again')).json()) as JobLog;
      return events.some(({ kind }) => kind === 'repairMadeGood');
    };
    while (!(await isStored())) await new Promise((resolve) => setTimeout(resolve, 100));
    await hanna.goTo('/vehicles/fg-04');
    await hanna.see('It was temporary, and is made good.');
    await hanna.leave();
  });
});
