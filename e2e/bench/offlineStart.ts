import { newProfile, openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { userIn } from '../support/user.js';
import { atMost, type Measured, percentile } from './measured.js';

const starts = 5;

/** From the address typed into a browser that was just started, without a network, to the open step. */
export async function offlineStart(): Promise<Measured[]> {
  const server = await openServer();
  const profile = await newProfile();
  const first = await openSeenBrowser(profile);
  const tobi = await userIn(first.defaultBrowserContext(), server.url, 'tobi');
  await tobi.goTo('/trails/fg-03-coolant');
  await tobi.see('Voltage on the sensor’s signal wire');
  await tobi.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  await new Promise((resolve) => setTimeout(resolve, 6000));
  await first.close();
  await server.kill();
  const times: number[] = [];
  for (let start = 0; start < starts; start += 1) {
    const browser = await openSeenBrowser(profile);
    const again = await userIn(browser.defaultBrowserContext(), server.url, null);
    await again.goTo('/trails/fg-03-coolant');
    await again.page.waitForSelector('article input');
    times.push(await again.page.evaluate(() => performance.now()));
    await browser.close();
  }
  return [atMost('from a cold start without a network to the open step, median', percentile(times, 0.5), 900, 'ms')];
}
