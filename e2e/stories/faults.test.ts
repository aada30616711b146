import { expect } from 'chai';
import { passwordOf } from '../support/signIn.js';
import { trailAt } from '../support/trailAt.js';
import { aUser, eventsOf, send, type User, userIn } from '../support/user.js';
import { useWorld } from '../support/world.js';

const twoDaysMs = 2 * 24 * 3600_000;

describe('faults at the vehicle', () => {
  const world = useWorld();
  const at = async (trailId: string, prepare?: (user: User) => Promise<unknown>): Promise<User> => {
    const path = await trailAt(world.server.url, trailId, 'passenger-door', 'battery');
    const hanna = await aUser(world.browser, world.server.url, 'hanna');
    await prepare?.(hanna);
    await hanna.goTo(path);
    await hanna.click('Understood');
    return hanna;
  };

  it('two tabs of one trail show the same at once, without a network too', async () => {
    const first = await at('tabs');
    const second = await userIn(first.page.browserContext(), world.server.url, 'hanna');
    await second.goTo('/trails/tabs');
    await second.see('Battery under the door’s load');
    for (const { page } of [first, second]) await page.setOfflineMode(true);
    await first.page.bringToFront();
    await first.type('12.4');
    await first.press('Enter');
    await first.see('1 waiting for the network');
    // Only the tab in front draws, so only there something can be seen.
    await second.page.bringToFront();
    await second.see('Go on: Feed and ground of the controller');
    await second.press('Enter');
    await first.page.bringToFront();
    await first.see('Feed and ground of the controller');
    for (const { page } of [first, second]) await page.setOfflineMode(false);
    for (const tab of [first, second]) {
      await tab.page.bringToFront();
      await tab.see('all saved');
    }
    const kinds = (await eventsOf(world.server.url, 'tabs')).slice(-2).map(({ kind }) => kind);
    expect(kinds).to.deep.equal(['readingEntered', 'outcomeTaken']);
    await first.leave();
  });

  it('a clock that is two days wrong is said, and the entries carry the time of the server', async () => {
    const hanna = await at('clock', ({ page }) =>
      page.evaluateOnNewDocument((ahead: number) => {
        const now = Date.now;
        Date.now = () => now() + ahead;
      }, twoDaysMs),
    );
    await hanna.page.reload();
    await hanna.see('The clock of this device is 2 days ahead');
    await hanna.type('12.4');
    await hanna.press('Enter');
    await hanna.see('all saved');
    const last = (await eventsOf(world.server.url, 'clock')).at(-1);
    expect(Math.abs((last?.atMs ?? 0) - Date.now())).to.be.lessThan(60_000);
    await hanna.leave();
  });

  it('a device without room says so, and the entries are sent all the same', async () => {
    const hanna = await at('full', ({ page }) =>
      page.evaluateOnNewDocument(() => {
        IDBObjectStore.prototype.add = () => {
          throw new DOMException('no room', 'QuotaExceededError');
        };
      }),
    );
    await hanna.page.setOfflineMode(true);
    await hanna.type('12.4');
    await hanna.press('Enter');
    await hanna.see('This device has no room left');
    await hanna.see('1 waiting for the network');
    await hanna.page.setOfflineMode(false);
    await hanna.see('all saved');
    await hanna.missing('no room left');
    expect((await eventsOf(world.server.url, 'full')).at(-1)?.kind).to.equal('readingEntered');
    await hanna.leave();
  });

  it('a plan that is released anew leaves the trail on its version, and that is said', async () => {
    const hanna = await at('released');
    const draft = await send(world.server.url, 'POST', '/api/plans/passenger-door/draft');
    const { etag } = (await draft.json()) as { etag: string };
    await send(
      world.server.url,
      'POST',
      '/api/plans/passenger-door/draft/release',
      { notes: '' },
      { 'if-match': etag },
    );
    await hanna.page.reload();
    await hanna.see('version 1; 2 is released');
    await hanna.type('12.4');
    await hanna.press('Enter');
    await hanna.see('all saved');
    await hanna.leave();
  });

  it('entries of somebody who was disabled meanwhile wait until a colleague signs in here', async () => {
    const hanna = await at('disabled');
    await hanna.page.setOfflineMode(true);
    await hanna.type('12.4');
    await hanna.press('Enter');
    await hanna.see('1 waiting for the network');
    const people = (await (await send(world.server.url, 'GET', '/api/people')).json()) as {
      id: string;
      name: string;
    }[];
    const id = people.find(({ name }) => name === 'Hanna Creek')?.id;
    const change = { name: 'Hanna Creek', roles: ['technician'], isDisabled: true };
    expect((await send(world.server.url, 'PUT', `/api/people/${id}`, change)).ok).to.equal(true);
    await hanna.page.setOfflineMode(false);
    await hanna.see('Sign in');
    await hanna.see('1 waiting');
    await hanna.fill('Name', 'Tobi Lunde');
    await hanna.fillPassword(passwordOf('tobi'));
    await hanna.press('Enter');
    await hanna.see('all saved');
    const last = (await eventsOf(world.server.url, 'disabled')).at(-1);
    expect([last?.kind, last?.by]).to.deep.equal(['readingEntered', 'Hanna Creek']);
    await hanna.leave();
  });
});
