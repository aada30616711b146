import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { blankArrival, type JobLog, stampJobEvent } from '@probe-trail/core/job';
import { type RecordingListItem, readRecording } from '@probe-trail/core/recording';
import { expect } from 'chai';
import type { ElementHandle } from 'puppeteer-core';
import { expectAccessible } from '../support/axe.js';
import { addEvents, trailAt } from '../support/trailAt.js';
import { aUser, choose, desk, pickFirst, send, tablet, type User, until } from '../support/user.js';
import { standsStill } from '../support/views.js';
import { useWorld } from '../support/world.js';

const jobId = 'drive-fg-08';

describe('a recorded drive', () => {
  const world = useWorld();
  let tobi: User;
  let ines: User;
  before(async () => {
    const arrival = { ...blankArrival, complaint: 'Brake warning lamp comes on over bumps' };
    const takenIn = { kind: 'takenIn', vehicleId: 'fg-08', arrival } as const;
    const event = stampJobEvent(takenIn, { id: 'drive-taken-in', atMs: Date.now() - 60_000, by: 'Tobi Lunde' });
    await send(world.server.url, 'POST', `/api/jobs/${jobId}/events`, { events: [event] });
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
    ines = await aUser(world.browser, world.server.url, 'ines', desk);
  });

  const recordings = async (): Promise<readonly RecordingListItem[]> =>
    (await (await send(world.server.url, 'GET', `/api/jobs/${jobId}/recordings`)).json()) as RecordingListItem[];

  it('is recorded with marks that the space bar sets, and kept', async () => {
    await tobi.goTo(`/jobs/${jobId}/live`);
    for (const place of ['front left', 'front right', 'rear left'])
      await pickFirst(tobi, 'Add a value', `wheel speed, ${place}`);
    await tobi.click('Record');
    await tobi.see('Recording for');
    await tobi.missing('Remove wheel speed, front left');
    await new Promise((resolve) => setTimeout(resolve, 3000));
    await tobi.press('Space');
    await tobi.see('1 mark');
    await tobi.click('Mark');
    await tobi.see('2 marks');
    // The wheel speed at the front left drops out for the last part of every seven seconds.
    await new Promise((resolve) => setTimeout(resolve, 6000));
    await tobi.click('Stop and keep');
    await tobi.see('Kept:');
    await until(async () => (await recordings()).some(({ storedBytes, byteCount }) => storedBytes === byteCount));
  });

  it('comes out as an open file with units, times and marks', async () => {
    const [recording] = await recordings();
    const path = `/api/jobs/${jobId}/recordings/${recording?.recordingId}`;
    const bytes = new Uint8Array(await (await send(world.server.url, 'GET', path)).arrayBuffer());
    const read = readRecording(bytes);
    if (!read.ok) throw new Error(read.problem);
    expect(read.value.channels.map(({ key, unit }) => [key, unit])).to.deep.equal([
      ['A20.wheelSpeedFrontLeft', 'km/h'],
      ['A20.wheelSpeedFrontRight', 'km/h'],
      ['A20.wheelSpeedRearLeft', 'km/h'],
    ]);
    expect(read.value.marks).to.have.length(2);
    expect(read.value.times.length).to.be.greaterThan(50);
  });

  it('is opened from the job at a desk: who drops out alone is found', async () => {
    await ines.goTo(`/jobs/${jobId}`);
    await ines.see('3 values, 2 marks; Tobi Lunde');
    await ines.click('FG-08, Brake warning lamp comes on over bumps');
    await ines.see('Recording of');
    await ines.see('wheel speed, front right');
    await ines.page.waitForSelector('canvas');
    await standsStill(ines);
    await choose(ines, 'What', 'drops out alone');
    await ines.click('Find');
    await ines.see('% of all of it; the longest is');
    await ines.click('Mark 1');
    await ines.see('At ');
    await ines.click('Set A');
    await ines.click('Mark 2');
    await ines.click('Set B');
    await ines.see('A to B');
  });

  it('is laid over the one before the repair, by their marks', async () => {
    await ines.goTo('/jobs/job-fg-06');
    await ines.click('Drive before the repair');
    await ines.see('boost pressure, absolute');
    await ines.page.waitForSelector('canvas');
    await standsStill(ines);
    await choose(ines, 'Lay another over it, in dashes', 'Drive after the repair, 2 min 30 s');
    await choose(ines, 'Aligned', 'by their first mark');
    await ines.missing('One of the two has no mark');
    await expectAccessible(ines);
    await ines.goTo(`/jobs/${jobId}`);
    await ines.click('FG-08, Brake warning lamp comes on over bumps');
    await ines.see('Recording of');
  });

  it('says how the vehicle was tried out, where it was driven since the repair', async () => {
    await ines.goTo('/jobs/job-fg-06');
    await ines.see('Not proven yet');
    await ines.click('Try it out');
    await pickFirst(ines, 'From a recording', 'Drive');
    await ines.see('It shows 3 min, 1.4 km, up to 50 km/h, 2 stops, coolant 9 °C at first, 46 °C at most.');
    await ines.click('It did not show');
    await ines.click('Record how it was tried');
    await ines.see('tried once, 3 min and 1 km, when cold, with a recording; still to be tried under load');
    await until(async () => {
      const log = (await (await send(world.server.url, 'GET', '/api/jobs/job-fg-06')).json()) as JobLog;
      const tried = log.events.findLast((event) => event.kind === 'triedOut');
      return tried?.minutes === 3 && tried.topSpeed === 50 && tried.recordingId !== undefined;
    });
  });

  it('that another tool has made is imported, with what it does not say', async () => {
    const rows = Array.from({ length: 400 }, (_, at) =>
      at === 100 ? '###;;;' : `${String(at / 10).replace('.', ',')};${98 + (at % 40)};${750 + at};${at % 2}`,
    );
    const file = join(await mkdtemp(join(tmpdir(), 'probe-trail-log-')), 'Hill climb.csv');
    await writeFile(file, ['Logger 7', 'Zeit;Boost [kPa];Speed;Switch', 's;kPa;rpm;', ...rows].join('\r\n'));
    await ines.goTo(`/jobs/${jobId}/recordings/new`);
    await ines.see('Choose a file');
    await ((await ines.page.$('input[type="file"]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
    await ines.see('3 of 3 values');
    await ines.see('1 value without a unit that is known here');
    await expectAccessible(ines);
    await ines.fill('Unit of Switch', '%');
    await ines.missing('without a unit that is known here');
    await ines.fill('Name of 2', 'engine speed');
    await ines.click('Import');
    await ines.see('Kept: 39.9 s of 3 values.');
    await ines.see('1 row left out, without a time: line 104.');
    await ines.click('Open the recording');
    await ines.see('engine speed');
    await until(async () =>
      (await recordings()).some(
        ({ name, channels }) => name === 'Hill climb' && channels.join() === 'Boost,engine speed,Switch',
      ),
    );
  });

  it('says of a file that is none why it cannot be imported', async () => {
    const file = join(await mkdtemp(join(tmpdir(), 'probe-trail-log-')), 'letter.txt');
    await writeFile(file, 'Dear Hanna,\nthe bus is fine.\n');
    await ines.goTo(`/jobs/${jobId}/recordings/new`);
    await ines.see('Choose a file');
    await ((await ines.page.$('input[type="file"]')) as ElementHandle<HTMLInputElement>).uploadFile(file);
    await ines.see('No row of this file has a time and a value.');
    await ines.goTo(`/jobs/${jobId}`);
    await ines.click('FG-08, Brake warning lamp comes on over bumps');
    await ines.see('Recording of');
  });

  it('has on its time what was measured meanwhile on the trails of its job', async () => {
    const answer = await send(world.server.url, 'GET', '/api/jobs/job-fg-13-slip/recordings');
    const drive = ((await answer.json()) as RecordingListItem[]).find(({ kind }) => kind === 'drive');
    if (!drive) throw new Error('there is no drive');
    const on = { jobId: 'job-fg-13-slip', fleetNumber: 'FG-13' };
    const since = drive.startedAtMs + 20_000;
    await trailAt(world.server.url, 'meanwhile', 'wheel-speeds', 'look', on, since);
    const seen = {
      kind: 'readingEntered',
      stepId: 'look',
      readingId: 'seen',
      typedFirst: null,
      stillStands: null,
    } as const;
    await addEvents(
      world.server.url,
      'meanwhile',
      [{ ...seen, entry: { kind: 'chosen', optionId: 'fine' } }],
      since + 10_000,
    );
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo(`/jobs/job-fg-13-slip/recordings/${drive.recordingId}`);
    await ines.see('What do you see? Nothing wrong, 30.0 s');
    await ines.leave();
  });

  it('is there without a network, once it was opened', async () => {
    await ines.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await world.server.stop();
    await ines.page.reload();
    await ines.see('Recording of');
    await ines.see('wheel speed, front right');
    await world.server.start();
  });

  it('that was broken off is kept when the page is opened again', async () => {
    const before = (await recordings()).length;
    await tobi.goTo(`/jobs/${jobId}/live`);
    await tobi.click('Record');
    await new Promise((resolve) => setTimeout(resolve, 5000));
    const again = await tobi.page.browserContext().newPage();
    // It is gone at once: nothing of the page runs any more.
    await tobi.page.close();
    await until(async () => {
      await again.goto(`${world.server.url}/jobs/${jobId}/live`, { waitUntil: 'domcontentloaded' });
      await new Promise((resolve) => setTimeout(resolve, 3000));
      return (await recordings()).length > before;
    });
    expect((await recordings())[0]?.lengthMs).to.be.greaterThan(1500);
  });
});
