import { mkdir } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import type { PlanVersion } from '@probe-trail/core/plan';
import type { Page } from 'puppeteer-core';
import { openBrowser } from './support/browser.js';
import { openServer } from './support/server.js';

// One picture of each main view, from the demo world, into docs/screenshots; or into the folder given as an argument.
const folder = process.argv[2] ?? fileURLToPath(new URL('../docs/screenshots', import.meta.url));
const only = process.argv[3];

interface Shot {
  readonly path: string;
  readonly size?: readonly [number, number];
  readonly night?: boolean;
  readonly act?: (page: Page) => Promise<unknown>;
}

const type = (text: string) => (page: Page) => page.keyboard.type(text);
const click = (selector: string) => async (page: Page) => {
  const found = await page.waitForSelector(selector);
  await found?.click();
};

const shots: Readonly<Record<string, Shot>> = {
  trails: { path: '/' },
  plans: { path: '/plans' },
  plan: { path: '/plans/radiator-fan' },
  follow: {
    path: '/trails/fg-03-coolant',
    act: type('4.87'),
  },
  'follow-night': {
    path: '/trails/fg-03-coolant',
    night: true,
    act: type('3,1'),
  },
  'follow-tablet': { path: '/trails/fg-03-coolant', size: [820, 1180], act: type('4.87') },
  'follow-phone': { path: '/trails/fg-03-coolant', size: [390, 844], act: type('4.52') },
  shelf: { path: '/trails/fg-07-fan', act: click('::-p-text(Fan control module A34)') },
  conclusion: { path: '/trails/fg-11-fan' },
  record: { path: '/trails/fg-11-fan/record' },
  editor: { path: '/plans/coolant-temperature/edit?part=steps&step=signal' },
  'editor-night': { path: '/plans/coolant-temperature/edit?part=steps&step=signal', night: true },
  'plan-check': { path: '/plans/radiator-fan/edit?part=findings' },
  person: { path: '/who' },
};

const server = await openServer();
const browser = await openBrowser();
await mkdir(folder, { recursive: true });
try {
  await fetch(`${server.url}/api/plans/coolant-temperature/draft`, {
    method: 'POST',
    headers: { 'x-probe-trail-person': 'ines' },
  });
  await leaveBranchOpen();
  for (const [name, shot] of Object.entries(shots)) if (!only || name.includes(only)) await take(name, shot);
} finally {
  await browser.close();
  await server.kill();
}

async function take(name: string, { path, size: [width, height] = [1280, 800], night = false, act }: Shot) {
  // A context of its own: what is typed for one picture must not stand in the next.
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width, height, hasTouch: width < 1000 });
  await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: night ? 'dark' : 'light' }]);
  await page.evaluateOnNewDocument(() => localStorage.setItem('probe-trail-person', 'tobi'));
  await page.goto(server.url + path, { waitUntil: 'networkidle0' });
  await act?.(page);
  await new Promise((resolve) => setTimeout(resolve, 500));
  await page.screenshot({ path: `${folder}/${name}.png` });
  await context.close();
  console.log(`${folder}/${name}.png`);
}

/** A draft in the middle of being written, so that the plan check has something to say. */
async function leaveBranchOpen() {
  const drafted = await fetch(`${server.url}/api/plans/radiator-fan/draft`, {
    method: 'POST',
    headers: { 'x-probe-trail-person': 'ines' },
  });
  const { etag, document } = (await drafted.json()) as PlanVersion;
  const steps = document.steps.map((step) => ({
    ...step,
    outcomes: step.id === 'groundDrop' ? step.outcomes.slice(0, 1) : step.outcomes,
  }));
  await fetch(`${server.url}/api/plans/radiator-fan/draft`, {
    method: 'PUT',
    headers: { 'x-probe-trail-person': 'ines', 'content-type': 'application/json', 'if-match': etag },
    body: JSON.stringify({ document: { ...document, steps } }),
  });
}
