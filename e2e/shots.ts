import { mkdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import type { Page } from 'puppeteer-core';
import { openBrowser } from './support/browser.js';
import { openServer } from './support/server.js';
import { browserCookieOf } from './support/signIn.js';
import { addEvents, trailAt } from './support/trailAt.js';
import { send } from './support/user.js';

// One picture of each main view, from the demo world, into docs/screenshots; or into the folder given as an argument.
const folder = process.argv[2] ?? fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const only = process.argv[3];

interface Shot {
  readonly path: string;
  readonly size?: readonly [number, number];
  readonly night?: boolean;
  /** Who looks. */
  readonly person?: string;
  readonly act?: (page: Page) => Promise<unknown>;
}

/** Types a reading, once the note for who comes back is put away. */
const type = (text: string) => async (page: Page) => {
  await (await page.waitForSelector('::-p-text(Understood)'))?.click();
  await page.keyboard.type(text);
};
const click = (selector: string) => async (page: Page) => {
  const found = await page.waitForSelector(selector);
  await found?.click();
};

const shots: Readonly<Record<string, Shot>> = {
  board: { path: '/' },
  job: { path: '/jobs/job-fg-14' },
  codes: { path: '/jobs/job-fg-06/codes' },
  proof: { path: '/jobs/job-fg-10-fan', act: click('button[aria-controls] ::-p-text(proof)') },
  account: { path: '/jobs/job-fg-10-fan/account' },
  'choose-plan': { path: '/jobs/job-fg-07/plans' },
  vehicle: { path: '/vehicles/fg-12' },
  plan: { path: '/plans/radiator-fan' },
  follow: { path: '/trails/fg-03-coolant', act: type('4.87') },
  'open-trail': { path: '/trails/fg-08-lamps', size: [820, 1180], act: click('::-p-text(Understood)') },
  'where-on-wire': {
    path: '/trails/shot-wire',
    size: [820, 1180],
    act: async (page) => {
      await click('::-p-text(Understood)')(page);
      await click('::-p-text(Where on the wire)')(page);
    },
  },
  'follow-phone': { path: '/trails/fg-03-coolant', size: [390, 844], act: type('4.52') },
  record: { path: '/trails/fg-11-fan/record' },
  editor: { path: '/plans/rear-lamps/edit?part=steps&step=look', person: 'ines' },
  library: { path: '/library?part=cards&card=coolantSensor', person: 'ines' },
  capture: {
    path: '/trails/shot-capture',
    night: true,
    act: async (page) => {
      await click('::-p-text(Understood)')(page);
      await click('button ::-p-text(Take with)')(page);
      await click('button ::-p-text(Outside the known-good one)')(page);
      await new Promise((resolve) => setTimeout(resolve, 1000));
      await page.$eval('[aria-label="From a capture"]', (part) => part.scrollIntoView());
    },
  },
  live: {
    path: '/jobs/job-fg-14/live',
    size: [820, 1180],
    act: async (page) => {
      for (const words of ['engine speed', 'boost', 'ambient', 'coolant', 'supply', 'rail']) {
        await click('input[aria-label="Add a value"]')(page);
        await page.keyboard.type(words);
        await page.keyboard.press('Enter');
      }
      await new Promise((resolve) => setTimeout(resolve, 20_000));
    },
  },
  recording: {
    path: '/jobs/job-fg-06',
    person: 'ines',
    act: async (page) => {
      await click('a ::-p-text(Drive before the repair)')(page);
      await click('input[placeholder="none"]')(page);
      await click('[role="option"] ::-p-text(Drive after the repair)')(page);
      await new Promise((resolve) => setTimeout(resolve, 1500));
    },
  },
  lessons: {
    path: '/plans/coolant-temperature/lessons',
    person: 'ines',
    act: (page) => page.$$eval('h2', (all) => all.at(-2)?.scrollIntoView()),
  },
};

const server = await openServer();
const browser = await openBrowser();
await mkdir(folder, { recursive: true });
try {
  await send(server.url, 'POST', '/api/plans/rear-lamps/draft');
  await trailAt(server.url, 'shot-capture', 'contactor-coil', 'coil', { jobId: 'job-fg-05', fleetNumber: 'FG-05' });
  await trailAt(server.url, 'shot-wire', 'boarding-ramp', 'drops');
  const volts = { plus: '11,9', 'K41-B': '11,5', 'M41-2': '2,6' };
  await addEvents(
    server.url,
    'shot-wire',
    Object.entries(volts).map(([pointId, text]) => ({ kind: 'pointMeasured', pathId: 'pumpCurrent', pointId, text })),
  );
  for (const [name, shot] of Object.entries(shots)) if (!only || name.includes(only)) await take(name, shot);
} finally {
  await browser.close();
  await server.kill();
}

async function take(
  name: string,
  { path, size: [width, height] = [1280, 800], night = false, person = 'tobi', act }: Shot,
) {
  // A context of its own: what is typed for one picture must not stand in the next.
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width, height, hasTouch: width < 1000 });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: night ? 'dark' : 'light' }]);
  await context.setCookie(await browserCookieOf(server.url, person));
  // A trail keeps one connection open, to hear of others.
  await page.goto(server.url + path, { waitUntil: 'networkidle2' });
  await act?.(page);
  await new Promise((resolve) => setTimeout(resolve, 500));
  await page.screenshot({ path: `${folder}/${name}.png` });
  await context.close();
  console.log(`${folder}/${name}.png`);
}
