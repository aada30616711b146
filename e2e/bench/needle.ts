import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atMost, keyDelay, type Measured, settled, stroke, timeKeys } from './measured.js';

const strokes = 120;
const warmUpStrokes = 20;
const slowdown = 4;

/** From a typed character to the frame that shows the moved needle, with the processor slowed in Chromium. */
export async function needleDelay(): Promise<Measured[]> {
  const server = await openServer();
  const browser = await openSeenBrowser();
  const user = await aUser(browser, server.url, 'tobi');
  await user.goTo('/trails/fg-03-coolant');
  await user.see('Type what the meter shows');
  // The needle stands on the ruler from the first digit on; every further stroke moves it.
  await user.type('3');
  await settled();
  await user.page.emulateCPUThrottling(slowdown);
  await timeKeys(user.page, '[data-ruler]');
  for (let nth = 0; nth < warmUpStrokes + strokes; nth += 1) await stroke(user.page, nth % 2 === 0 ? '2' : 'Backspace');
  const delay = await keyDelay(user.page, warmUpStrokes + strokes, warmUpStrokes);
  await browser.close();
  await server.kill();
  return [atMost(`a typed character to the moved needle, p95, processor slowed ${slowdown}×`, delay, 32, 'ms')];
}
