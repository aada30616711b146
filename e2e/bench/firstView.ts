import { gzipSync } from 'node:zlib';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atMost, type Measured } from './measured.js';

/** JavaScript that the browser loads before the first view stands, compressed as gzip does it. */
export async function firstViewSize(): Promise<Measured[]> {
  const server = await openServer();
  const browser = await openSeenBrowser();
  const { page, goTo, see } = await aUser(browser, server.url, 'tobi');
  await goTo('/');
  await see('in the workshop');
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .map(({ name }) => name)
      .filter((name) => name.endsWith('.js')),
  );
  const sizes = await Promise.all(scripts.map(async (url) => gzipSync(await (await fetch(url)).text()).length));
  await browser.close();
  await server.kill();
  const kilobytes = sizes.reduce((sum, size) => sum + size, 0) / 1000;
  return [atMost('JavaScript for the first view, gzip, what is sent after it included', kilobytes, 180, 'KB')];
}
