import { readFileSync } from 'node:fs';
import { blankArrival, stampJobEvent } from '@probe-trail/core/job';
import { liveValuesOf } from '@probe-trail/core/liveValue';
import type { Line, NewVehicle } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { makeStandInVehicle, openStandIn, type StandInVehicle } from '@probe-trail/vehicle/standIn';
import type { CDPSession } from 'puppeteer-core';
import { openSeenBrowser } from '../support/browser.js';
import { openServer } from '../support/server.js';
import { aUser, reach, send, type User } from '../support/user.js';
import { atMost, type Measured, percentile } from './measured.js';

const demo = new URL('../../demo/', import.meta.url);
const read = <Content>(file: string) => JSON.parse(readFileSync(new URL(file, demo), 'utf8')) as Content;
// Of no bus of the demo world: those have stand-ins of their own.
const vin = 'ZZXLP35T0N0000999';
const jobId = 'live-bench';
const [pictures, slowdown, watchedMs, stops] = [200, 4, 10_000, 100];

/** From a vehicle that tells all that it can to the picture of it; and from a key that is let go to the vehicle. */
export const liveRates = async (): Promise<Measured[]> => [
  ...(await withVehicle('driving', (hanna, { line }) =>
    measureBoard(
      hanna,
      liveValuesOf(line).map(({ key }) => key),
    ),
  )),
  ...(await withVehicle('parked', measureStops)),
];

interface Watched {
  readonly line: Line;
  /** When an actuator was given back on the wire. */
  readonly givenBackAtMs: readonly number[];
}

/** A stand-in in this process, so that what comes to it is seen, with a server and somebody at a screen. */
async function withVehicle(
  motion: 'driving' | 'parked',
  measure: (user: User, watched: Watched) => Promise<Measured[]>,
): Promise<Measured[]> {
  const line = read<Line>('lines/loper-35.line.json');
  const vehicle = makeStandInVehicle(vin, { ...read<Rig>('rigs/fg-08.rig.json'), motion, fallsSilentAt: null }, line);
  const givenBackAtMs: number[] = [];
  const ask: StandInVehicle['ask'] = (address, bytes) => {
    // InputOutputControlByIdentifier, returnControlToECU: ISO 14229-1, 13.2.
    if (bytes[0] === 0x2f && bytes[3] === 0x00) givenBackAtMs.push(Date.now());
    return vehicle.ask(address, bytes);
  };
  const standIn = await openStandIn({ ...vehicle, ask }, '127.0.0.1', 0);
  process.env.PROBE_TRAIL_INTERFACE = `127.0.0.1:${standIn.port}`;
  const server = await openServer();
  delete process.env.PROBE_TRAIL_INTERFACE;
  const browser = await openSeenBrowser();
  try {
    await checkIn(server.url);
    return await measure(await aUser(browser, server.url, 'hanna'), { line, givenBackAtMs });
  } finally {
    await browser.close();
    await server.kill();
    await standIn.close();
  }
}

/** Brings the vehicle into the workshop, with a job. */
async function checkIn(url: string): Promise<void> {
  const vehicle: NewVehicle = {
    fleetNumber: 'FG-99',
    plate: 'FT 99 LP',
    vin,
    lineId: 'loper-35',
    modelYear: 2024,
    engine: 'TD24',
    inServiceSince: '2024-08-12',
    notOriginal: [],
  };
  const added = await send(url, 'POST', '/api/vehicles', vehicle);
  const { vehicleId } = (await added.json()) as { readonly vehicleId: string };
  const takenIn = { kind: 'takenIn', vehicleId, arrival: { ...blankArrival, complaint: 'drops out' } } as const;
  const event = stampJobEvent(takenIn, { id: 'live-bench-in', atMs: Date.now() - 1000, by: 'Hanna Creek' });
  const answer = await send(url, 'POST', `/api/jobs/${jobId}/events`, { events: [event] });
  if (!answer.ok) throw new Error(`the job was not checked in: ${await answer.text()}`);
}

async function measureBoard({ page, goTo, see }: User, keys: readonly string[]): Promise<Measured[]> {
  await goTo('/');
  await see('in the workshop');
  await page.evaluate((kept) => localStorage.setItem('probe-trail-kept-live-loper-35', kept), JSON.stringify(keys));
  await page.evaluateOnNewDocument(noteLines);
  await goTo(`/jobs/${jobId}/live`);
  await page.waitForFunction(
    (count) => document.querySelectorAll('[data-there="true"]').length >= count,
    {},
    keys.length,
  );
  const delays = (await page.evaluate(delaysToPicture)) as number[];
  const cdp = await page.createCDPSession();
  await cdp.send('Performance.enable');
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: slowdown });
  const before = await taskSeconds(cdp);
  await pause(watchedMs);
  const busy = (await taskSeconds(cdp)) - before;
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  return [
    atMost(`from a unit’s answer to its picture, ${keys.length} values, p95`, percentile(delays, 0.95), 100, 'ms'),
    atMost(`main thread meanwhile, processor slowed ${slowdown}×`, (100_000 * busy) / watchedMs, 30, '%'),
  ];
}

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

async function taskSeconds(cdp: CDPSession): Promise<number> {
  const { metrics } = await cdp.send('Performance.getMetrics');
  return metrics.find(({ name }) => name === 'TaskDuration')?.value ?? Number.NaN;
}

/** As text: what is handed over as a function is compiled with helpers that the page does not have. Notes when each unit was read last, by the clock of this machine. */
const noteLines = `(() => {
  const ask = window.fetch.bind(window);
  window.readAtMs = new Map();
  window.fetch = async (...asked) => {
    const answer = await ask(...asked);
    if (!String(asked[0]?.url ?? asked[0]).includes('/interface/live')) return answer;
    const [shown, noted] = answer.body.tee();
    (async () => {
      let rest = '';
      for (const reader = noted.pipeThrough(new TextDecoderStream()).getReader(); ; ) {
        const { done, value } = await reader.read();
        if (done) return;
        const lines = (rest + value).split('\\n');
        rest = lines.pop();
        for (const line of lines) {
          const told = JSON.parse(line);
          if (told.kind === 'values') window.readAtMs.set(told.unitId, told.atMs);
        }
      }
    })();
    return new Response(shown, answer);
  };
})()`;

/** Each new number of a wheel that turns: from when its unit answered to the frame that shows it. */
const delaysToPicture = `new Promise((resolve) => {
  const tile = [...document.querySelectorAll('li')].find((one) => one.querySelector('h2')?.textContent === 'wheel speed, rear right');
  const delays = [];
  const observer = new MutationObserver(() => {
    const readAtMs = window.readAtMs.get('A20');
    requestAnimationFrame(() => setTimeout(() => {
      delays.push(Date.now() - readAtMs);
      if (delays.length < ${pictures}) return;
      observer.disconnect();
      resolve(delays);
    }));
  });
  observer.observe(tile.querySelector('b'), { characterData: true, childList: true, subtree: true });
})`;

/** An actuator is held and let go: from the release of the key to the request on the wire that gives it back. */
async function measureStops({ page, goTo, click, see }: User, { givenBackAtMs }: Watched): Promise<Measured[]> {
  await goTo(`/jobs/${jobId}/actuators`);
  await click('ramp pump');
  await page.evaluate(
    "window.releasedAtMs = 0; addEventListener('pointerup', () => { window.releasedAtMs = Date.now(); }, true)",
  );
  await click('This is so: ignition on, ramp area clear');
  const key = await reach(page, ['::-p-xpath(//button[contains(., "Hold to run")])']);
  const delays: number[] = [];
  for (let stop = 0; stop < stops; stop += 1) {
    const before = givenBackAtMs.length;
    const box = await key.boundingBox();
    if (!box) throw new Error('the key of the actuator is not there');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await see('Let go to stop');
    await pause(300);
    await page.mouse.up();
    while (givenBackAtMs.length === before) await pause(5);
    const releasedAtMs = (await page.evaluate('window.releasedAtMs')) as number;
    delays.push((givenBackAtMs[before] ?? Number.NaN) - releasedAtMs);
    await see('Stopped, and confirmed by the unit.');
    await pause(200);
  }
  return [
    atMost(
      'from the release of the key of an actuator to the request on the wire, p99',
      percentile(delays, 0.99),
      30,
      'ms',
    ),
  ];
}
