import type { Page } from 'puppeteer-core';
import { openSeenBrowser } from '../support/browser.js';
import { largePlan } from '../support/largePlan.js';
import { openServer } from '../support/server.js';
import { aUser, send, type User } from '../support/user.js';
import { atLeast, atMost, keyDelay, type Measured, percentile, settled, stroke, timeKeys } from './measured.js';

const stepCount = 300;
const strokes = 60;
const warmUpStrokes = 20;
const slowdown = 4;

/** The author's bench with a plan of 300 steps: opening, layout, typing, plan check, moving the map. */
export async function authorsBench(): Promise<Measured[]> {
  const server = await openServer();
  await send(server.url, 'POST', '/api/plans', { document: { ...largePlan(stepCount), id: 'large' } });
  const cold = [];
  for (let time = 0; time < 2; time += 1) cold.push(await layoutOnANewDevice(server.url));
  const browser = await openSeenBrowser();
  const user = await aUser(browser, server.url, 'ines');
  cold.push((await opened(user)).layoutMs);
  const openings = [];
  for (let time = 0; time < 5; time += 1) openings.push(await opened(user));
  const edit = await layoutAfterEdit(user);
  await settled();
  const rate = await framesWhileMoving(user.page);
  const checkMs = await afterTheLastKey(user);
  const typing = await typingDelay(user);
  await browser.close();
  await server.kill();
  const opening = percentile(
    openings.map(({ openMs }) => openMs),
    0.5,
  );
  return [
    atMost(`opening a plan of ${stepCount} steps again until its map stands, median`, opening, 1000, 'ms'),
    atMost(`laying out a map of ${stepCount} steps, cold, median`, percentile(cold, 0.5), 1000, 'ms'),
    atMost('laying it out after one edit, median', edit, 300, 'ms'),
    atLeast('frames while the map is moved and zoomed', rate, 50, 'a second'),
    atMost('from the last key to the findings of the plan check, median', checkMs, 100, 'ms'),
    atMost(`typing in a field beside it, p95, processor slowed ${slowdown}×`, typing, 50, 'ms'),
  ];
}

async function layoutOnANewDevice(url: string): Promise<number> {
  const browser = await openSeenBrowser();
  const { layoutMs } = await opened(await aUser(browser, url, 'ines'));
  await browser.close();
  return layoutMs;
}

async function opened(user: User): Promise<{ openMs: number; layoutMs: number }> {
  await user.goTo('/plans/large/edit');
  await user.page.waitForSelector('[data-step]');
  return user.page.evaluate(() => ({
    openMs: performance.now(),
    layoutMs: performance.getEntriesByName('map laid out').at(-1)?.duration ?? Number.NaN,
  }));
}

/** Adds a step after the chosen one and takes it away again, a few times. */
async function layoutAfterEdit({ page, press }: User): Promise<number> {
  for (let edit = 0; edit < 8; edit += 1) {
    const before = await measures(page, 'map laid out');
    // A new step has the focus in its title.
    await page.focus('[data-step][tabindex="0"]');
    await press(edit % 2 === 0 ? 'a' : 'Delete');
    await page.waitForFunction(
      (count) => performance.getEntriesByName('map laid out').length > count,
      {},
      before.length,
    );
  }
  return percentile((await measures(page, 'map laid out')).slice(1), 0.5);
}

const measures = (page: Page, name: string): Promise<number[]> =>
  page.evaluate((wanted) => performance.getEntriesByName(wanted).map(({ duration }) => duration), name);

/** Frames drawn in a second while the whole map is dragged about and zoomed by the wheel. */
async function framesWhileMoving(page: Page): Promise<number> {
  const box = await (await page.$('section[aria-label="Map of the plan"]'))?.boundingBox();
  if (!box) throw new Error('there is no map');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  for (let notch = 0; notch < 12; notch += 1) await page.mouse.wheel({ deltaY: 240 });
  await page.evaluate(`
    window.frames = 0;
    window.counting = true;
    (function count() { window.frames += 1; if (window.counting) requestAnimationFrame(count); })();
  `);
  const from = performance.now();
  await page.mouse.move(x, box.y + 8);
  await page.mouse.down();
  for (let move = 0; move < 60; move += 1)
    await page.mouse.move(x + 120 * Math.sin(move / 6), box.y + 8 + 90 * Math.sin(move / 9));
  await page.mouse.up();
  for (let notch = 0; notch < 12; notch += 1) await page.mouse.wheel({ deltaY: notch < 6 ? -120 : 120 });
  const ms = performance.now() - from;
  const frames = await page.evaluate('window.counting = false, window.frames');
  return (Number(frames) / ms) * 1000;
}

async function afterTheLastKey(user: User): Promise<number> {
  await (await titleField(user.page)).click();
  const delays: number[] = [];
  for (let time = 0; time < 12; time += 1) {
    const before = (await measures(user.page, 'plan worked through')).length;
    await user.page.evaluate(
      "window.addEventListener('keydown', (event) => { window.lastKey = event.timeStamp; }, { capture: true })",
    );
    await user.type('x');
    await user.page.waitForFunction(
      (count) => performance.getEntriesByName('plan worked through').length > count,
      {},
      before,
    );
    delays.push(
      Number(
        await user.page.evaluate(
          "(() => { const last = performance.getEntriesByName('plan worked through').at(-1); return last.startTime + last.duration - window.lastKey; })()",
        ),
      ),
    );
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  return percentile(delays, 0.5);
}

async function titleField(page: Page) {
  const field = await page.waitForSelector('input[aria-label="Title"]');
  if (!field) throw new Error('there is no title to type in');
  return field;
}

/** From a key to the frame that shows its character. */
async function typingDelay({ page }: User): Promise<number> {
  await (await titleField(page)).click();
  await settled();
  await page.emulateCPUThrottling(slowdown);
  await timeKeys(page, 'main');
  for (let nth = 0; nth < warmUpStrokes + strokes; nth += 1) await stroke(page, nth % 2 === 0 ? 'y' : 'Backspace');
  const delay = await keyDelay(page, warmUpStrokes + strokes, warmUpStrokes);
  await page.emulateCPUThrottling(1);
  return delay;
}
