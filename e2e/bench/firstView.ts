import { gzipSync } from 'node:zlib';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atMost, type Measured } from './measured.js';

/** JavaScript that the browser asks for before the first view stands, compressed as gzip does it. */
export async function firstViewSize(): Promise<Measured[]> {
  const server = await openServer();
  const browser = await openSeenBrowser();
  const { page, goTo } = await aUser(browser, server.url, 'tobi');
  await page.evaluateOnNewDocument(noteFirstView, boardStands);
  await goTo('/');
  await page.waitForFunction('window.stoodAt');
  const scripts = await page.evaluate(() =>
    performance
      .getEntriesByType('resource')
      .filter(({ name }) => name.endsWith('.js'))
      .map(({ name, startTime }) => ({ name, startTime })),
  );
  const stoodAt = Number(await page.evaluate('window.stoodAt'));
  const urls = scripts.filter(({ startTime }) => startTime <= stoodAt).map(({ name }) => name);
  const sizes = await Promise.all(urls.map(async (url) => gzipSync(await (await fetch(url)).text()).length));
  await browser.close();
  await server.kill();
  const kilobytes = sizes.reduce((sum, size) => sum + size, 0) / 1000;
  return [atMost('JavaScript before the first view stands, gzip', kilobytes, 180, 'KB')];
}

const boardStands = 'in the workshop';

/** No function within it has a name: it runs in the page as it is. */
function noteFirstView(sign: string): void {
  new MutationObserver((_, observer) => {
    if (!document.body?.innerText.includes(sign)) return;
    (window as Window & { stoodAt?: number }).stoodAt = performance.now();
    observer.disconnect();
  }).observe(document, { subtree: true, childList: true, characterData: true });
}
