import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Plan } from '@probe-trail/core/plan';
import { coilCurrent } from '@probe-trail/core/signalModel';
import type { TrailEventOf } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { expectAccessible } from '../support/axe.js';
import { trailAt } from '../support/trailAt.js';
import { aUser, choose, chooseFile, desk, eventsOf, pressIn, send, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** The current of a contactor’s coil as a table with decimal commas. */
function coilTable(pullInMs: number | null, channel: string): string {
  const samples = coilCurrent(
    { onMs: 10, offMs: 90, supplyV: 12.4, ohms: 14, henries: 0.1, pullInMs, travelMs: 5, backShare: 0.75 },
    { stepMs: 0.02, lengthMs: 120 },
  );
  const rows = Array.from(samples, (sample, at) =>
    `${(at * 0.02).toFixed(2)};${sample.toFixed(5)}`.replaceAll('.', ','),
  );
  return [`Time;${channel}`, '(ms);(A)', ...rows, ''].join('\n');
}

describe('readings that are measured on captures', () => {
  const world = useWorld();
  let tobi: User;
  let folder = '';
  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
    folder = await mkdtemp(join(tmpdir(), 'probe-trail-captured-'));
    await trailAt(world.server.url, 'coil', 'contactor-coil', 'coil', { jobId: 'job-fg-05', fleetNumber: 'FG-05' });
    await trailAt(world.server.url, 'doors', 'door-motors', 'motors', { jobId: 'job-fg-01', fleetNumber: 'FG-01' });
  });

  const entered = async (trailId: string): Promise<readonly TrailEventOf<'readingEntered'>[]> => {
    const events = await eventsOf(world.server.url, trailId);
    return events.flatMap((event) => (event.kind === 'readingEntered' ? [event] : []));
  };

  it('come from a file with decimal commas, each with its verdict, and are recorded with one press', async () => {
    const file = join(folder, 'coil stuck.csv');
    await writeFile(file, coilTable(null, 'clamp'));
    await tobi.goTo('/trails/coil');
    await tobi.clickIfThere('Understood');
    await tobi.click('Bring in a file');
    await chooseFile(tobi.page, () => tobi.click('Choose a file'), file);
    await tobi.see('6000 samples in 120 ms.');
    await tobi.click('Keep it');
    await tobi.click('To the step');
    // The only channel is taken for the only one that the plan names, and that is said.
    await tobi.see('“coil K41 86” is');
    await tobi.see('Current when it has settled In spec');
    await tobi.see('Dip as the armature arrives Out of spec');
    await tobi.see('The armature does not move.');
    await expectAccessible(tobi);
    await tobi.click('Record all 3');
    await tobi.see('The coil is right, and nothing moves.');
    await until(async () => (await entered('coil')).length === 3);
    const [final] = await entered('coil');
    expect(final?.entry.kind === 'typed' && final.entry.capture).to.include({
      channel: 'clamp',
      what: 'final current',
      unit: 'A',
      byHand: false,
    });
  });

  it('stand before and after a repair side by side in its proof', async () => {
    await tobi.goTo('/trails/coil');
    await tobi.click('Go on: Armature of K41 stuck');
    await tobi.click('Accept this conclusion');
    await tobi.click('To the job');
    await tobi.click('Record the repair');
    await tobi.see('Prove the repair');
    await pressIn(tobi, 'Dip as the armature arrives', 'Measure again');
    await tobi.see('Proof of the repair, then back to the proof');
    await tobi.click('Confirmed: ignition on, engine off');
    await choose(tobi, 'From a capture', 'Ramp contactor, armature moves');
    await tobi.see('Dip as the armature arrives In spec');
    await tobi.click('Record all 3');
    await tobi.click('Go on: back to the proof');
    await tobi.see('14.1 % now, 0.0 % before.');
    await tobi.see('Before: depth of the dip');
    await tobi.see('After: depth of the dip');
  });

  it('of four alike motors in one capture name the odd one', async () => {
    await tobi.goTo('/trails/doors');
    await tobi.clickIfThere('Understood');
    await choose(tobi, 'From a capture', 'Door motors, all four shutting');
    await tobi.see('Current while it runs In spec');
    await tobi.see('rear door, front wing is the odd one');
    await tobi.see('rear door, front wing: height of the oddest bar');
    await tobi.click('Record all 3');
    await tobi.see('A bar of that commutator gives less');
  });

  it('can be typed instead, and chosen again', async () => {
    await trailAt(world.server.url, 'typed', 'contactor-coil', 'coil', { jobId: 'job-fg-05', fleetNumber: 'FG-05' });
    await tobi.goTo('/trails/typed');
    await tobi.clickIfThere('Understood');
    await choose(tobi, 'From a capture', 'Ramp contactor, armature moves');
    await tobi.see('Record all 3');
    await tobi.see('Type it instead');
    // The first character opens the field, and stands in it.
    await tobi.type('0,9');
    await tobi.see('0.9 A is 0.2 A inside the limit of');
    await tobi.press('Enter');
    // What is left is still measured.
    await tobi.click('Record all 2');
    await tobi.see('It pulls now.');
    // One of them again, on another capture.
    await tobi.page.evaluate(() =>
      [...document.querySelectorAll('button')].filter((one) => one.innerText === 'Again')[1]?.click(),
    );
    await choose(tobi, 'From a capture', 'Ramp contactor, armature stuck');
    await tobi.click('Record it');
    await tobi.see('The coil is right, and nothing moves.');
    await tobi.missing('Record it');
  });

  it('are measured where markers are set by hand, which is kept and said', async () => {
    await trailAt(world.server.url, 'byHand', 'passenger-door', 'current', {
      jobId: 'job-fg-01',
      fleetNumber: 'FG-01',
    });
    await tobi.goTo('/trails/byHand');
    await tobi.clickIfThere('Understood');
    await choose(tobi, 'From a capture', 'Door motors, all four shutting');
    await tobi.see('mean while it runs, from');
    await tobi.click('Correct the markers');
    const thumb = await tobi.page.waitForSelector('[role=slider][aria-label="While closing: second marker"]');
    await thumb?.focus();
    for (let press = 0; press < 60; press += 1) await tobi.page.keyboard.press('ArrowLeft');
    await tobi.see('markers set by hand');
    await tobi.see('As it was found');
    await tobi.click('Record it');
    await tobi.click('Go on: Move the door harness');
    await until(async () => (await entered('byHand')).length === 1);
    const [amps] = await entered('byHand');
    const source = amps?.entry.kind === 'typed' ? amps.entry.capture : undefined;
    expect(source?.byHand).to.equal(true);
    expect(source?.toMs).to.be.below(1060);
    await tobi.goTo('/trails/byHand/record');
    await tobi.see('markers set by hand');
    await tobi.see('The capture');
    await tobi.leave();
  });
});

describe('the author of a reading on a capture', () => {
  const world = useWorld();

  it('presses what is measured on a sample, sees it on the limits, and keeps the sample as known-good', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'probe-trail-sample-'));
    const file = join(folder, 'good coil.csv');
    await writeFile(file, coilTable(15, 'coil K41 86'));
    await send(world.server.url, 'POST', '/api/plans/contactor-coil/draft');
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo('/plans/contactor-coil/edit?step=coil');
    await (
      await ines.page.waitForSelector('button[aria-label="Edit the reading Dip as the armature arrives"]')
    )?.click();
    await chooseFile(ines.page, () => ines.click('Measure it on a capture: open a sample'), file);
    await ines.see('depth of the dip: 14');
    await expectAccessible(ines);
    await ines.page.evaluate(() => {
      const buttons = [...document.querySelectorAll<HTMLButtonElement>('[aria-label="What is measured"] button')];
      buttons.find((one) => one.innerText.startsWith('armature arrives after'))?.click();
    });
    const draft = async () =>
      (await (await send(world.server.url, 'GET', '/api/plans/contactor-coil/draft')).json()) as { document: Plan };
    const dip = async () =>
      (await draft()).document.steps.find(({ id }) => id === 'coil')?.readings.find(({ id }) => id === 'dip');
    await until(async () => (await dip())?.spec.kind === 'zones' && (await dip())?.capture?.measure.fact === 'dipTime');
    // Limits in % could never be met by a time.
    const reading = await dip();
    expect(reading?.spec.kind === 'zones' && reading.spec.unit).to.equal('ms');
    expect(reading?.capture?.channels).to.deep.equal(['coil K41 86']);
    await choose(ines, 'Keep “coil K41 86” as known-good', 'Ramp contactor K41');
    await until(async () => (await draft()).document.partCards[0]?.references.length === 2);
    await ines.leave();
  });
});
