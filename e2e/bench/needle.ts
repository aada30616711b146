import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser } from '../support/user.js';
import { atMost, type Measured, percentile, settled, stroke } from './measured.js';

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
  await user.page.evaluate(watchNeedle);
  for (let nth = 0; nth < warmUpStrokes + strokes; nth += 1) {
    await stroke(user.page, nth % 2 === 0 ? '2' : 'Backspace');
  }
  const delays = ((await user.page.evaluate('window.needleDelays')) as number[]).slice(warmUpStrokes);
  await browser.close();
  await server.kill();
  if (delays.length < strokes * 0.9) throw new Error(`only ${delays.length} of ${strokes} strokes moved the needle`);
  return [
    atMost(
      `a typed character to the moved needle, p95, processor slowed ${slowdown}×`,
      percentile(delays, 0.95),
      50,
      'ms',
    ),
  ];
}

/** Notes, for each key, how long it took until a frame with the changed ruler had been drawn. As text: it runs in the page as it is. */
const watchNeedle = `
  window.needleDelays = [];
  let pressedAt;
  window.addEventListener('keydown', (event) => { pressedAt = event.timeStamp; }, { capture: true });
  new MutationObserver(() => {
    const from = pressedAt;
    pressedAt = undefined;
    // What follows a frame in a task of its own runs after that frame has been drawn.
    if (from !== undefined) requestAnimationFrame(() => setTimeout(() => window.needleDelays.push(performance.now() - from)));
  }).observe(document.querySelector('[data-ruler]'), { subtree: true, childList: true, attributes: true });
`;
