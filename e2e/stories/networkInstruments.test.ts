import type { Instrument } from '@probe-trail/core/instrument';
import type { RecordingListItem } from '@probe-trail/core/recording';
import type { TrailEvent, TrailEventOf } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { expectAccessible } from '../support/axe.js';
import { trailAt } from '../support/trailAt.js';
import { aUser, desk, eventsOf, phone, pressOn, reach, send, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** Nobody listens there. */
const notThere = '127.0.0.1:1';

describe('instruments on the network', () => {
  const world = useWorld();
  let tobi: User;
  before(async () => {
    const { url } = world.server;
    tobi = await aUser(world.browser, url, 'tobi', tablet);
    const fan = { jobId: 'job-fg-07', fleetNumber: 'FG-07' };
    await trailAt(url, 'rest', 'radiator-fan', 'rest', fan);
    await trailAt(url, 'coilOhms', 'radiator-fan', 'coilOhms', fan);
    await trailAt(url, 'gone', 'radiator-fan', 'fuse31', fan);
    await trailAt(url, 'duty', 'radiator-fan', 'command', fan);
    await trailAt(url, 'press', 'passenger-door', 'press', { jobId: 'job-fg-01', fleetNumber: 'FG-01' });
    await trailAt(url, 'doors', 'door-motors', 'motors', { jobId: 'job-fg-01', fleetNumber: 'FG-01' });
    await trailAt(url, 'coil', 'contactor-coil', 'coil', { jobId: 'job-fg-05', fleetNumber: 'FG-05' });
  });

  const isEntered = (event: TrailEvent): event is TrailEventOf<'readingEntered'> => event.kind === 'readingEntered';
  const entered = async (trailId: string) => (await eventsOf(world.server.url, trailId)).filter(isEntered);
  const open = async (user: User, trailId: string): Promise<void> => {
    await user.goTo(`/trails/${trailId}`);
    await user.clickIfThere('Understood');
  };
  const instruments = async () =>
    (await (await send(world.server.url, 'GET', '/api/instruments')).json()) as readonly Instrument[];
  const instrument = async (id: string): Promise<Instrument> =>
    (await instruments()).find((one) => one.id === id) ?? expect.fail(`there is no instrument ${id}`);

  it('give a reading with one press, with the range that they used and as many places as they have', async () => {
    await open(tobi, 'rest');
    await tobi.see('Type what the meter shows, or press:');
    await expectAccessible(tobi);
    await tobi.click('Take from Meter 1');
    await tobi.see('The supply is good enough to measure by.');
    await until(async () => (await entered('rest')).length === 1);
    const [one] = await entered('rest');
    const entry = one?.entry.kind === 'typed' ? one.entry : undefined;
    expect(entry?.text).to.match(/^12\.5\d\d$/);
    expect(entry?.meter).to.deep.equal({ identity: 'PROBE TRAIL,STAND-IN METER,0,1', range: 60, unit: 'V' });
    // What it was measured with is on record, and where that is on the network is not.
    const chosen = (await eventsOf(world.server.url, 'rest')).find(({ kind }) => kind === 'instrumentChosen');
    expect(chosen).to.have.nested.property('instrument.name', 'Meter 1');
    expect(chosen).not.to.have.nested.property('instrument.address');
  });

  it('show what is broken at the vehicle', async () => {
    await open(tobi, 'coilOhms');
    await tobi.click('Take from Meter 1');
    await tobi.see('open coil');
    await until(async () => (await entered('coilOhms')).length === 1);
    expect((await entered('coilOhms'))[0]?.entry).to.include({ kind: 'typed', text: 'OL' });
  });

  it('give one row after the other, on a phone too', async () => {
    const bo = await aUser(world.browser, world.server.url, 'tobi', phone);
    await open(bo, 'press');
    await bo.click('Ready to measure');
    await bo.click('Take from Meter 1');
    await bo.see('0.310 kΩ');
    await bo.click('Take from Meter 1');
    await until(async () => (await entered('press')).length === 1);
    const [one] = await entered('press');
    const entry = one?.entry.kind === 'rows' ? one.entry : undefined;
    expect(entry?.meters?.map((meter) => meter?.range)).to.deep.equal([60_000, 60_000]);
    await bo.leave();
  });

  it('say why they do not measure; typing goes on', async () => {
    const meter = await instrument('meter-1');
    await send(world.server.url, 'PUT', '/api/instruments/meter-1', { ...meter, address: notThere });
    await open(tobi, 'gone');
    await tobi.click('Take from Meter 1');
    await tobi.see('Meter 1 cannot be reached at 127.0.0.1:1 (ECONNREFUSED). Is it switched on, and on the network?');
    await tobi.type('12,4');
    await tobi.press('Enter');
    await until(async () => (await entered('gone')).length === 1);
    expect((await entered('gone'))[0]?.entry).to.deep.equal({ kind: 'typed', text: '12,4' });
    await send(world.server.url, 'PUT', '/api/instruments/meter-1', meter);
  });

  it('leave alone what is typed while they measure', async () => {
    const slow = await aUser(world.browser, world.server.url, 'tobi', tablet);
    await slow.page.setRequestInterception(true);
    let isAnswered = false;
    slow.page.on('request', (request) => {
      const isReading = request.url().endsWith('/instruments/reading');
      setTimeout(() => void request.continue(), isReading ? 1500 : 0);
    });
    slow.page.on('response', (response) => {
      isAnswered ||= response.url().endsWith('/instruments/reading');
    });
    await open(slow, 'duty');
    // A duty is shown by the scope too, which is not read as a meter.
    await slow.click('Take from Meter 1');
    await slow.type('41,5');
    await until(async () => isAnswered);
    await slow.press('Enter');
    await until(async () => (await entered('duty')).length === 1);
    expect((await entered('duty'))[0]?.entry).to.deep.equal({ kind: 'typed', text: '41,5' });
    await slow.leave();
  });

  it('take a capture with the settings of the step, measured and recorded with two presses', async () => {
    await open(tobi, 'coil');
    await tobi.click('Take with Four-channel scope');
    await tobi.see('Current when it has settled In spec');
    await tobi.see('Dip as the armature arrives Out of spec');
    await expectAccessible(tobi);
    await tobi.click('Record all 3');
    await until(async () => (await entered('coil')).length === 3);
    const [final] = await entered('coil');
    const source = final?.entry.kind === 'typed' ? final.entry.capture : undefined;
    expect(source).to.include({ channel: 'coil K41 86', unit: 'A' });
    const { url } = world.server;
    const kept = async () =>
      (await (await send(url, 'GET', '/api/jobs/job-fg-05/recordings')).json()) as readonly RecordingListItem[];
    await until(async () => (await kept()).some(({ recordingId }) => recordingId === source?.recordingId));
    const capture = (await kept()).find(({ recordingId }) => recordingId === source?.recordingId);
    expect(capture).to.include({ kind: 'capture', name: 'Current of the coil as it is switched on', markCount: 1 });
  });

  it('take four motors at once, of which one is odd', async () => {
    await open(tobi, 'doors');
    await tobi.click('Take with Four-channel scope');
    await tobi.see('Height of the oddest bar Out of spec');
    await tobi.click('Record all 3');
    await until(async () => (await entered('doors')).length === 3);
    const texts = (await entered('doors')).flatMap(({ entry }) => (entry.kind === 'rows' ? [entry.texts] : []));
    expect(texts.map(({ length }) => length)).to.deep.equal([4, 4, 4]);
  });

  it('find the bad tooth of a ring while the wheel is turned', async () => {
    const on = { jobId: 'job-fg-13-slip', fleetNumber: 'FG-13' };
    await trailAt(world.server.url, 'ring', 'wheel-speeds', 'ringSignal', on);
    await open(tobi, 'ring');
    await tobi.click('Take with Four-channel scope');
    await tobi.see('Teeth that are not like the others Out of spec');
    await tobi.see('Places where teeth are missing In spec');
    await tobi.click('Record all 2');
    await tobi.see('A tooth is not like the others, at the same place of each turn.');
    await until(async () => (await entered('ring')).length === 2);
    const texts = (await entered('ring')).flatMap(({ entry }) => (entry.kind === 'typed' ? [entry.text] : []));
    expect(texts).to.deep.equal(['1 ×', '0 ×']);
  });

  it('take one capture before and one after something is done', async () => {
    await trailAt(world.server.url, 'alone', 'saloon-blower', 'alone', { jobId: 'job-fg-09', fleetNumber: 'FG-09' });
    await open(tobi, 'alone');
    await tobi.click('Take with Four-channel scope');
    // The first one is chosen as the one before.
    await tobi.page.waitForFunction(
      (name) => [...document.querySelectorAll('input')].some(({ value }) => value.startsWith(name)),
      {},
      'Command with the regulator unplugged',
    );
    await tobi.click('Take with Four-channel scope');
    await tobi.see('Record it');
    await tobi.click('Record it');
    await until(async () => (await entered('alone')).length === 1);
    const [one] = await entered('alone');
    const entry = one?.entry.kind === 'rows' ? one.entry : undefined;
    const captures = entry?.captures?.map((source) => source?.recordingId);
    expect(new Set(captures).size).to.equal(2);
    expect(entry?.texts.map((text) => Math.round(Number.parseFloat(text)))).to.deep.equal([50, 50]);
  });

  it('have an address that is given where instruments are kept', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo('/instruments');
    const place = (await instruments()).findIndex(({ id }) => id === 'meter-2');
    await pressOn(() => reach(ines.page, ['main li button'], place));
    await ines.fill('Address on the network', 'meter two');
    await ines.see('“meter two” is no address; one is such as 192.168.8.20 or meter-1.local:5025');
    await ines.fill('Address on the network', 'meter-2.local');
    await ines.missing('is no address');
    await ines.click('Save');
    await until(async () => (await instrument('meter-2')).address === 'meter-2.local');
    await ines.leave();
  });
});
