import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { expectAccessible } from '../support/axe.js';
import { trailAt } from '../support/trailAt.js';
import { aUser, choose, desk, eventsOf, pickFirst, send, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

type Entered = Extract<TrailEvent, { readonly kind: 'readingEntered' }>;
const entered = async (url: string, trailId: string): Promise<readonly Entered[]> =>
  (await eventsOf(url, trailId)).flatMap((event) => (event.kind === 'readingEntered' ? [event] : []));

const onBus = (number: string, jobId = `job-fg-${number}`) => ({ jobId, fleetNumber: `FG-${number}` });

describe('a step that judges a drive', () => {
  const world = useWorld();
  let hanna: User;
  before(async () => {
    hanna = await aUser(world.browser, world.server.url, 'hanna', tablet);
  });

  it('names the wheel that drops out of a recorded drive, and keeps its worst stretch', async () => {
    await hanna.goTo(
      await trailAt(world.server.url, 'four-wheels', 'wheel-speeds', 'drive', onBus('13', 'job-fg-13-slip')),
    );
    await hanna.clickIfThere('Understood');
    await hanna.see('It counts while road speed is 20 km/h or more.');
    await hanna.see('At least 30 s of that are needed.');
    await choose(hanna, 'The drive that is judged', 'Drive with the lamp on');
    await hanna.see('Out of spec: front left is the odd one');
    await hanna.see('front left had no value for 1.5 s, from 0:12 of the drive');
    // What was chosen is there again after a reload.
    await hanna.page.reload();
    await hanna.see('Out of spec: front left is the odd one');
    await hanna.click('Record');
    await hanna.see('Choose another drive');
    await hanna.see('The front left one is alone with it.');
    await until(async () => (await entered(world.server.url, 'four-wheels')).length === 1);
    const [{ entry } = { entry: undefined }] = await entered(world.server.url, 'four-wheels');
    expect(entry).to.deep.include({ kind: 'driven', heldSeconds: 0.3 });
    if (entry?.kind !== 'driven') throw new Error('no drive was entered');
    expect(entry.levels.map(({ of, gone }) => [of, gone !== null])).to.deep.equal([
      ['frontLeft', true],
      ['frontRight', false],
      ['rearLeft', false],
      ['rearRight', false],
    ]);
    expect(entry.trace.lines[0]?.values).to.include(null);
  });

  it('shows the stretch in the record, and leads to it in the recording', async () => {
    await hanna.click('Go on: Resistance of the sensor');
    await hanna.see('Measure at the sensor side');
    await hanna.goTo('/trails/four-wheels/record');
    await hanna.see('front left is the odd one');
    await hanna.click('The worst of it');
    await hanna.see('Recording of 2 min 30 s');
    // The stretch with some time around it, not all of the drive.
    await hanna.see('At 7.6 s');
  });

  it('is recorded on the step itself; too short a drive is refused, and says what is missing', async () => {
    await hanna.goTo(await trailAt(world.server.url, 'short-drive', 'boost-pressure', 'pull', onBus('06')));
    await hanna.clickIfThere('Understood');
    await hanna.click('Record a drive');
    await hanna.see('Recording for');
    await hanna.click('Mark');
    await hanna.fill('What mark 1 was', 'lamp came on');
    await new Promise((resolve) => setTimeout(resolve, 2500));
    await hanna.click('Stop and keep');
    await hanna.see('The conditions held for 0.0 of 10 s. Drive again for longer, or choose another recording.');
    expect(
      await hanna.page.$$eval('button', (all) => all.some((one) => one.textContent === 'Record' && !one.disabled)),
    ).to.equal(false);
    await hanna.leave();
  });

  it('holds a pressure above the air to its limits, before and after the repair', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
    await tobi.goTo(await trailAt(world.server.url, 'pulls', 'boost-pressure', 'pull', onBus('06')));
    await tobi.clickIfThere('Understood');
    await choose(tobi, 'The drive that is judged', 'Drive before the repair');
    await tobi.see('Out of spec: too high');
    await tobi.see('above the limit of 60 kPa(g)');
    await choose(tobi, 'The drive that is judged', 'Drive after the repair');
    await tobi.see('In spec');
    await tobi.missing('Out of spec');
    await tobi.click('Record');
    await tobi.see('The engine builds what it should.');
    await tobi.leave();
  });
});

describe('a count that the watch over the buses takes', () => {
  const world = useWorld();

  it('counts each loss while a section is moved, and says in the entry that it did', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
    await tobi.goTo(await trailAt(world.server.url, 'moved', 'silent-controllers', 'watch', onBus('01')));
    await tobi.clickIfThere('Understood');
    await tobi.see('The watch counts each loss of door controller, ramp controller.');
    await tobi.click('Start the clock');
    await tobi.see('Out of spec: too many');
    await tobi.click('Record');
    await tobi.see('It opens where it is moved.');
    await until(async () => (await entered(world.server.url, 'moved')).length === 1);
    const [{ entry } = { entry: undefined }] = await entered(world.server.url, 'moved');
    expect(entry).to.deep.include({ kind: 'counted', watched: ['A40', 'A41'] });
    await tobi.leave();
  });
});

describe('what physics say of a value', () => {
  const world = useWorld();

  it('stands beside it on the live board, as the part cards of the model say', async () => {
    const tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
    await tobi.goTo('/jobs/job-fg-06/live');
    await pickFirst(tobi, 'Add a value', 'boost pressure, absolute, engine control unit');
    await tobi.see('within 2.5 kPa of A10.ambientPressure (not on this board)');
    await pickFirst(tobi, 'Add a value', 'ambient pressure, engine control unit');
    await tobi.see('within 2.5 kPa of ambient pressure');
    await tobi.see('85 to 106 kPa(abs)');
    await until(async () =>
      (await tobi.page.$$eval('b', (all) => all.map((one) => one.textContent))).includes('holds now'),
    );
    await tobi.leave();
  });
});

describe('the author of limits over a drive', () => {
  const world = useWorld();

  it('adds values of the model, a formula and a condition, and is told what does not fit', async () => {
    await send(world.server.url, 'POST', '/api/plans/wheel-speeds/draft');
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo('/plans/wheel-speeds/edit?step=drive');
    await (await ines.page.waitForSelector('button[aria-label="Edit the reading The four wheels"]'))?.click();
    await pickFirst(ines, 'Add a value of the vehicle', 'engine speed');
    await ines.see('A10.engineSpeed');
    await expectAccessible(ines);
    await ines.see('all saved');
    const draft = async () =>
      (await (await send(world.server.url, 'GET', '/api/plans/wheel-speeds/draft')).json()) as {
        document: { steps: { id: string; readings: { spec: { values: unknown[] } }[] }[] };
      };
    const { document } = await draft();
    expect(document.steps.find(({ id }) => id === 'drive')?.readings[0]?.spec.values.at(-1)).to.deep.equal({
      id: 'engineSpeed',
      name: 'engine speed',
      key: 'A10.engineSpeed',
      unit: 'rpm',
    });
    await ines.click('Check');
    await ines.see('nothing uses its value “engineSpeed”');
    await ines.leave();
  });
});
