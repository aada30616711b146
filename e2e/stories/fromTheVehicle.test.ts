import type { TrailEvent } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { trailAt } from '../support/trailAt.js';
import { aUser, desk, eventsOf, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

const on = { jobId: 'job-fg-06', fleetNumber: 'FG-06' };

type Entered = Extract<TrailEvent, { readonly kind: 'readingEntered' }>;
const entered = async (url: string, trailId: string): Promise<readonly Entered[]> =>
  (await eventsOf(url, trailId)).flatMap((event) => (event.kind === 'readingEntered' ? [event] : []));

/** Presses what bears this text down, and does not let go. */
async function holdDown({ page }: User, text: string): Promise<void> {
  const key = await page.waitForSelector(`::-p-xpath(//button[contains(., "${text}")])`);
  const box = await key?.boundingBox();
  if (!box) throw new Error(`there is no ${text}`);
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
}

describe('a reading that is taken from the vehicle', () => {
  const world = useWorld();
  let tobi: User;
  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
  });

  it('moves the needle before it is taken, and is judged by what is known of its sensor', async () => {
    await tobi.goTo(await trailAt(world.server.url, 'live-cold', 'coolant-temperature', 'liveCold', on));
    await tobi.clickIfThere('Understood');
    await tobi.see('coolant temperature, engine control unit');
    await tobi.see('9.0 °C ±2 °C; the limit is 10 °C.');
    await tobi.click('Take it');
    await tobi.see('Type again');
    await until(async () => (await entered(world.server.url, 'live-cold')).length === 1);
    const [first] = await entered(world.server.url, 'live-cold');
    const live = first?.entry.kind === 'typed' ? first.entry.live : undefined;
    expect(first?.entry).to.include({ kind: 'typed', text: '9.0 °C' });
    expect(live).to.include({ key: 'A10.coolantTemperature', take: 'mean', seconds: 3, within: 2 });
    expect(live?.trace.values.length).to.be.within(20, 120);
  });

  it('can be typed by hand instead, which goes before', async () => {
    await tobi.click('Type again');
    await tobi.type('21');
    await tobi.see('believable');
    await tobi.press('Enter');
    await until(async () => (await entered(world.server.url, 'live-cold')).length === 2);
    expect((await entered(world.server.url, 'live-cold'))[1]?.entry).to.deep.equal({ kind: 'typed', text: '21' });
  });

  it('says in the record who told it', async () => {
    await tobi.goTo('/trails/live-cold');
    await tobi.click('Type again');
    await tobi.see('9.0 °C ±2 °C; the limit is 10 °C.');
    await tobi.click('Take it');
    await tobi.click('Go on');
    await tobi.goTo('/trails/live-cold/record');
    await tobi.see('coolant temperature, told by engine control unit, mean of 3 s');
  });

  it('is typed where the trail belongs to no job', async () => {
    await tobi.goTo(await trailAt(world.server.url, 'no-job', 'coolant-temperature', 'liveCold'));
    await tobi.clickIfThere('Understood');
    await tobi.see('This trail belongs to no job, so no vehicle is connected. Type the reading.');
  });
});

describe('an actuator of the vehicle', () => {
  const world = useWorld();
  let tobi: User;
  let ines: User;
  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
    ines = await aUser(world.browser, world.server.url, 'ines', desk);
  });

  it('runs while its key is held, once what makes it safe is confirmed', async () => {
    await tobi.goTo(await trailAt(world.server.url, 'ramp', 'boarding-ramp', 'clicks', on));
    await tobi.clickIfThere('Understood');
    await tobi.see('Hold to run');
    const isDisabled = await tobi.page.$eval('button[aria-pressed]', (key) => (key as HTMLButtonElement).disabled);
    expect(isDisabled).to.equal(true);
    await tobi.click('This is so: ramp area clear');
    await holdDown(tobi, 'Hold to run');
    await tobi.see('Let go to stop');
    await tobi.see('It acts, and its answer follows.');
    await tobi.page.mouse.up();
    await tobi.see('Stopped, and confirmed by the unit.');
  });

  it('runs by the space bar too, and stops when another device says so', async () => {
    await ines.goTo('/jobs/job-fg-06/actuators');
    await tobi.page.focus('button[aria-pressed]');
    await tobi.page.keyboard.down('Space');
    await tobi.see('Let go to stop');
    await ines.click('ramp pump');
    await ines.click('This is so: ignition on, ramp area clear');
    await holdDown(ines, 'Hold to run');
    await ines.see('Tobi Lunde runs ramp pump on FG-06: stop it first.');
    await ines.page.mouse.up();
    await ines.click('Stop all on this vehicle');
    await tobi.see('Ines Marrow stopped it.');
    await tobi.page.keyboard.up('Space');
  });

  it('stops by closing the page', async () => {
    await tobi.goTo('/jobs/job-fg-06/actuators');
    await tobi.click('This is so: ignition on, hands clear of the fan');
    await tobi.click('Run');
    await tobi.see('It acts.');
    await tobi.leave();
    await ines.click('radiator fan');
    await ines.click('This is so: ignition on, hands clear of the fan');
    // It runs anew at once: nobody else runs it any more.
    await ines.click('Run');
    await ines.see('Radiator fan, current went from 0');
    await ines.click('Stop radiator fan');
    await ines.see('Stopped, and confirmed by the unit.');
  });
});

describe('a sweep that runs by itself', () => {
  const world = useWorld();
  let tobi: User;
  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
  });

  it('commands its rows, takes each once it has settled, and goes on where it was stopped', async () => {
    await tobi.goTo(await trailAt(world.server.url, 'blower', 'saloon-blower', 'follow', on));
    await tobi.clickIfThere('Understood');
    await tobi.click('Run');
    // The next row is on its way: this one is taken.
    await tobi.see('4.130 V');
    await tobi.click('Stop saloon blower');
    await tobi.see('Stopped, and confirmed by the unit.');
    await tobi.page.reload();
    await tobi.see('2.820 V');
    await tobi.click('Run');
    await tobi.see('In spec');
    await until(async () => (await entered(world.server.url, 'blower')).length === 1);
    const [first] = await entered(world.server.url, 'blower');
    const entry = first?.entry.kind === 'rows' ? first.entry : undefined;
    expect(entry?.texts).to.have.length(9);
    expect(entry?.live?.map((source) => source?.key)).to.deep.equal(Array(9).fill('A45.blowerVoltage'));
    expect(entry?.texts.map((text) => Number.parseFloat(text))).to.deep.equal(
      [10, 20, 30, 40, 50, 60, 70, 80, 90].map((duty) => Number((0.2 + 0.131 * duty).toFixed(2))),
    );
    await tobi.missing('commanded duty 90 %');
  });
});

describe('a test that a control unit runs by itself', () => {
  const world = useWorld();

  it('begins once the vehicle is as it must be, says how it came out, and is stopped by leaving the page', async () => {
    const hanna = await aUser(world.browser, world.server.url, 'hanna', tablet);
    await hanna.goTo('/jobs/job-fg-05/actuators');
    await hanna.click('self-test of ramp, pump and valve');
    expect(
      await hanna.page.$$eval('button', (all) => all.find((one) => one.innerText === 'Run the test')?.disabled),
    ).to.equal(true);
    // Another device stops whatever runs on the vehicle. It stands ready: the test takes six seconds.
    const tobi = await aUser(world.browser, world.server.url, 'tobi', desk);
    await tobi.goTo('/jobs/job-fg-05/actuators');
    await tobi.see('Stop all on this vehicle');
    await hanna.click('This is so: ignition on, ramp area clear');
    await hanna.click('Run the test');
    await hanna.see('Pump and valve are tried.');
    await tobi.click('Stop all on this vehicle');
    await hanna.see('Tobi Lunde stopped it.');
    await hanna.click('Run the test');
    await hanna.see('Failed');
    await hanna.see('Pressure is built too slowly.');
    await hanna.click('wheel speed sensors, resistance');
    await hanna.click('This is so: ignition on');
    await hanna.click('Run the test');
    await hanna.see('All four are in their range.');
    await hanna.leave();
    await tobi.leave();
  });
});
