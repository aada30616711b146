import { compareSheets, type NewSheet, readCodeText } from '@probe-trail/core/codes';
import type { Line } from '@probe-trail/core/vehicle';
import type { Page } from 'puppeteer-core';
import { openSeenBrowser } from '../support/browser.js';
import { openServer, type RunningServer } from '../support/server.js';
import { cookieOf } from '../support/signIn.js';
import { aUser } from '../support/user.js';
import { atMost, type Measured, medianMs, percentile } from './measured.js';
import { bulkJobId, bulkVehicleId, fillVolume, volume } from './volume.js';

const rounds = 60;
const paints = 12;

/** Arrival with the volume of many years: what the server answers and what is painted; and reading and comparing sheets. */
export async function arrivalRates(): Promise<Measured[]> {
  const server = await openServer();
  await server.kill();
  await fillVolume(server.folder);
  await server.start();
  try {
    return [...sheetRates(await lineOf(server)), ...(await answers(server)), ...(await painted(server))];
  } finally {
    await server.kill();
  }
}

const ask = async (server: RunningServer, path: string): Promise<Response> =>
  fetch(`${server.url}/api${path}`, { headers: { cookie: await cookieOf(server.url, 'tobi') } });

const lineOf = async (server: RunningServer): Promise<Line> => {
  const [line] = (await (await ask(server, '/lines')).json()) as Line[];
  if (!line) throw new Error('the demo world has no line');
  return line;
};

const words = ['zz-0', 'fan', 'door stick', 'p0118', 'c31', 'the heater', 'zt 77', 'rattles night', 'P0', 'C4'];

async function answers(server: RunningServer): Promise<Measured[]> {
  const paths = {
    'ranking the plans for a job': (at: number) => `/jobs/${bulkJobId((at * 1571) % volume.jobs)}/plans`,
    'searching as one types': (at: number) => `/search?words=${encodeURIComponent(words[at % words.length] ?? '')}`,
    'the board': () => '/jobs',
    'a vehicle’s page': (at: number) => `/vehicles/${bulkVehicleId((at * 331) % volume.vehicles)}`,
    'a vehicle’s visits': (at: number) => `/vehicles/${bulkVehicleId((at * 331) % volume.vehicles)}/jobs`,
    'what the bay found, all plans': () => '/lessons',
    'what the bay found with a plan of a million readings': () => '/lessons/radiator-fan/versions/1',
  };
  const measured: Measured[] = [];
  for (const [what, path] of Object.entries(paths)) {
    const times: number[] = [];
    for (let at = 0; at < rounds; at += 1) {
      const from = performance.now();
      const answer = await ask(server, path(at));
      await answer.text();
      if (!answer.ok) throw new Error(`${path(at)} answered ${answer.status}`);
      times.push(performance.now() - from);
    }
    const target = what.startsWith('what the bay found') ? 300 : 60;
    const p95 = percentile(times, 0.95);
    measured.push(atMost(`${what} with ${volume.jobs / 1000}k jobs, answered, p95`, p95, target, 'ms'));
  }
  return measured;
}

/** From a click to the frame that shows what was asked for. */
async function painted(server: RunningServer): Promise<Measured[]> {
  const browser = await openSeenBrowser();
  const { page, goTo, see } = await aUser(browser, server.url, 'tobi');
  await goTo('/vehicles');
  await see('FG-14');
  const board = await times(
    page,
    'a[href="/"]',
    'ul a[href^="/jobs/"]',
    'a[href="/vehicles"]',
    'ul a[href^="/vehicles/"]',
  );
  const vehicle = await times(
    page,
    'ul a[href="/vehicles/fg-07"]',
    '[aria-label="Codes over time"] li',
    'a[href="/vehicles"]',
    'ul a[href="/vehicles/fg-07"]',
  );
  await browser.close();
  return [
    atMost('the board, from the click to the paint, p95', percentile(board, 0.95), 120, 'ms'),
    atMost('a vehicle’s page, from the click to the paint, p95', percentile(vehicle, 0.95), 200, 'ms'),
  ];
}

async function times(page: Page, way: string, sign: string, back: string, backSign: string): Promise<number[]> {
  const found: number[] = [];
  for (let at = 0; at < paints; at += 1) {
    found.push(await page.evaluate(clickUntil, way, sign));
    await page.evaluate(clickUntil, back, backSign);
  }
  return found.slice(2);
}

/** Runs in the page. */
const clickUntil = async (way: string, sign: string): Promise<number> => {
  const from = performance.now();
  document.querySelector<HTMLElement>(way)?.click();
  while (!document.querySelector(sign)) await new Promise((resolve) => requestAnimationFrame(resolve));
  // What follows a frame in a task of its own runs after that frame has been drawn.
  await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
  return performance.now() - from;
};

function sheetRates(line: Line): Measured[] {
  const sheet = (from: number): NewSheet => ({
    sheetId: 's',
    source: 'hand',
    moment: 'afterClearing',
    takenAtMs: from,
    units: Array.from({ length: 60 }, (_, at) => ({
      unitId: `u${at}`,
      name: '',
      answer: at % 9 === from ? 'silent' : 'answered',
    })),
    codes: Array.from({ length: 400 }, (_, at) => ({
      unitId: `u${at % 60}`,
      code: `P${(at + from * 37).toString(16).toUpperCase().padStart(4, '0')}`,
      failureType: null,
      text: '',
      status: 8,
    })),
  });
  const [before, after] = [sheet(0), sheet(1)];
  const row = 'Engine control unit;P0118-17;coolant temperature sensor, circuit high;present;2031-04-17 08:12\n';
  const report = row.repeat(Math.ceil(2 ** 20 / row.length));
  return [
    atMost(
      'comparing two sheets of 60 units and 400 codes',
      medianMs(() => compareSheets(before, after, true), 50),
      5,
      'ms',
    ),
    atMost(
      'reading a report of 1 MB',
      medianMs(() => readCodeText(report, line)),
      100,
      'ms',
    ),
  ];
}
