import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RecordingListItem } from '@probe-trail/core/recording';
import { expect } from 'chai';
import { keepDownloads, untilRead } from '../support/downloads.js';
import { aUser, choose, chooseFile, send, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('captures', () => {
  const world = useWorld();
  let tobi: User;
  let folder = '';

  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-capture-'));
  });

  const capturesOf = async (job: string): Promise<readonly RecordingListItem[]> =>
    ((await (await send(world.server.url, 'GET', `/api/jobs/${job}/recordings`)).json()) as RecordingListItem[]).filter(
      ({ kind }) => kind === 'capture',
    );
  const openCapture = async (job: string, name: string) => {
    const found = (await capturesOf(job)).find((one) => one.name === name);
    await tobi.goTo(`/jobs/${job}/recordings/${found?.recordingId}`);
    await tobi.see(name);
    // Once it is measured, nothing moves any more.
    await tobi.see('peak to peak');
  };

  it('with decimal commas are brought in, put right with what the clamp divides by, and kept', async () => {
    const rows = Array.from({ length: 4000 }, (_, at) => {
      const volts = at > 400 && at < 3400 ? 0.5 + 0.1 * Math.sin(at / 10) : 0;
      return [(at * 0.05).toFixed(2), volts.toFixed(4), '12,4'].join(';').replaceAll('.', ',');
    });
    const file = join(folder, 'bench motor.csv');
    await writeFile(file, ['Bench 4', 'Time;Motor;Supply', '(ms);(V);(V)', ...rows, ''].join('\n'));
    await tobi.goTo('/jobs/job-fg-06');
    await tobi.click('Bring in a capture');
    await chooseFile(tobi.page, () => tobi.click('Choose a file'), file);
    await tobi.see('4000 samples in 200 ms.');
    await choose(tobi, 'Probe or clamp', 'clamp of 100 mV/A');
    await tobi.see('0 to 6 A');
    await tobi.click('Keep it');
    await tobi.see('Kept: 200 ms of 2 channels.');
    await until(async () =>
      (await capturesOf('job-fg-06')).some(
        ({ name, storedBytes, byteCount }) => name === 'bench motor' && storedBytes === byteCount,
      ),
    );
    await tobi.click('Open the capture');
    await tobi.see('bench motor, 200 ms');
    await tobi.see('peak to peak');
  });

  it('that are no table are refused with a sentence, and nothing is kept', async () => {
    const before = (await capturesOf('job-fg-06')).length;
    const file = join(folder, 'picture.csv');
    await writeFile(file, '<svg xmlns="http://www.w3.org/2000/svg"><path d="M 1,2"/></svg>');
    await tobi.goTo('/jobs/job-fg-06/captures/new');
    await chooseFile(tobi.page, () => tobi.click('Choose a file'), file);
    await tobi.see('This is a page or a drawing, not a table of samples.');
    expect((await capturesOf('job-fg-06')).length).to.equal(before);
  });

  it('of four door motors name the one bar that is worn', async () => {
    await openCapture('job-fg-01', 'Door motors, all four shutting');
    await choose(tobi, 'Channel', 'rear door, front wing');
    await choose(tobi, 'What it is', 'current of a motor');
    await tobi.click('Read it');
    await tobi.see('One bar differs');
    await tobi.see('bars of the commutator');
    await tobi.see('inrush, 4');
    await choose(tobi, 'Channel', 'front door, rear wing');
    await choose(tobi, 'What it is', 'current of a motor');
    await tobi.click('Read it');
    await tobi.see('peak of the inrush');
    await tobi.missing('One bar differs');
    await choose(tobi, 'By how much later is', 'rear door, rear wing');
    await tobi.see('delay');
  });

  it('of a contactor tell an armature that moves from one that is stuck, laid over each other', async () => {
    await openCapture('job-fg-05', 'Ramp contactor, armature moves');
    await choose(tobi, 'What it is', 'current of a coil');
    await tobi.fill('Voltage across it, in V', '12.4');
    await tobi.click('Read it');
    await tobi.see('The armature moves');
    await tobi.see('resistance');
    const stuck = (await capturesOf('job-fg-05')).find(({ name }) => name === 'Ramp contactor, armature stuck');
    await choose(tobi, 'Lay another over it, in dashes', `${stuck?.name}, 120 ms`);
    await choose(tobi, 'Aligned', 'by the course of coil K41 86');
    await tobi.see('lies further off than 10 % of its range');
    await tobi.fill('Band, ± % of its range', '1');
    await tobi.see('lies further off than 1 % of its range');
    await tobi.fill('Moved on by hand, in ms', '2.5');
    await choose(tobi, 'Aligned', 'by coil K41 86, stretched to its speed');
    await tobi.see(', made ');
    await openCapture('job-fg-05', 'Ramp contactor, armature stuck');
    await choose(tobi, 'What it is', 'current of a coil');
    await tobi.click('Read it');
    await tobi.see('the armature does not move');
  });

  it('are held against the known-good one of a part card, which was taken in other steps', async () => {
    await openCapture('job-fg-05', 'Ramp contactor, armature stuck');
    await choose(tobi, 'Lay another over it, in dashes', 'Ramp contactor K41: It pulls, 12.4 V');
    await choose(tobi, 'Aligned', 'by the course of coil K41 86');
    await tobi.see('lies further off than 10 % of its range');
    await tobi.fill('Band, ± % of its range', '2');
    await tobi.see('lies further off than 2 % of its range');
  });

  it('say what a ring, a starter and a sensor line have, and what is not known yet', async () => {
    await openCapture('job-fg-13-slip', 'Wheel ring rear left, turned by hand');
    await choose(tobi, 'What it is', 'toothed ring');
    await tobi.fill('Teeth a turn, with a gap', '48');
    await tobi.click('Read it');
    await tobi.see('is weak');
    await openCapture('job-fg-02', 'Cranking, ignition off');
    await choose(tobi, 'What it is', 'cranking current, compressions');
    await tobi.click('Read it');
    await tobi.see('Say how many cylinders the engine has.');
    await tobi.fill('Cylinders', '4');
    await tobi.click('Read it');
    await tobi.see('in the order in which they come is weak');
    await openCapture('job-fg-06', 'Rail pressure sensor, SENT');
    await choose(tobi, 'What it is', 'SENT line');
    await tobi.click('Read it');
    await tobi.see('frames with a wrong checksum');
  });

  it('have degrees between two markers, and are taken out as drawing and picture as they are seen', async () => {
    await openCapture('job-fg-06', 'Cylinder 1 while cranking, cam late');
    const board = await tobi.page.waitForSelector('canvas');
    const box = await board?.boundingBox();
    if (!box) throw new Error('nothing is drawn');
    for (const [share, name] of [
      [0.3, 'Set A'],
      [0.6, 'Set B'],
    ] as const) {
      await tobi.page.mouse.click(box.x + box.width * share, box.y + box.height / 2);
      await tobi.see('At ');
      await tobi.click(name);
    }
    await choose(tobi, 'From A to B', 'A to B is 720°');
    const folder = await keepDownloads(tobi);
    await tobi.click('SVG');
    const svg = (await untilRead(join(folder, 'recording.svg'), '</svg>')).toString('utf8');
    const drawn = await tobi.page.evaluate((text) => {
      const document = new DOMParser().parseFromString(text, 'image/svg+xml');
      const texts = [...document.querySelectorAll('text')].map((one) => one.textContent);
      return { isBroken: document.querySelector('parsererror') !== null, texts };
    }, svg);
    expect(drawn.isBroken).to.equal(false);
    expect(drawn.texts).to.include.members(['cylinder 1, absolute', 'A', 'B']);
    await tobi.click('PNG');
    const png = await untilRead(join(folder, 'recording.png'), 'IEND\xaeB`\x82');
    // As wide as the drawing, twice.
    expect(png.readUInt32BE(16)).to.equal(2400);
  });

  it('are shown filtered, and it is said by how much that comes later', async () => {
    await openCapture('job-fg-09', 'Blower command');
    await tobi.fill('Up to, in Hz', '100');
    await tobi.click('Make it');
    await tobi.see('blower control, below 100 Hz');
    await tobi.see('The low pass makes it later by 2.25 ms.');
  });
});
