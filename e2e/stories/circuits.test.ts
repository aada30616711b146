import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import type { ElementHandle } from 'puppeteer-core';
import { aUser, desk, pickFirst, send, tablet, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

describe('the circuit of a bus', () => {
  const world = useWorld();
  let tobi: User;

  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
  });

  /** Says of a fuse or a consumer that it is dead, that it lives, or nothing. */
  const say = (user: User, what: string, is: 'Dead' | 'Lives' | '?') =>
    user.page.locator(`::-p-xpath(//li[span[starts-with(., "${what}")]]//label[normalize-space(.)="${is}"])`).click();

  it('tells a technician, from a row of dead fuses, which relay is behind them', async () => {
    await tobi.goTo('/jobs/job-fg-09');
    await tobi.click('Codes');
    await tobi.click('Dead together');
    await tobi.see('Say what is dead, and what lives');
    for (const fuse of ['Fuse F44', 'Fuse F46', 'Fuse F47', 'Fuse F49']) await say(tobi, fuse, 'Dead');
    for (const fuse of ['Fuse F5', 'Fuse F12', 'Fuse F40']) await say(tobi, fuse, 'Lives');
    await tobi.see('Contact of Load relay K2: is open');
    await tobi.see('Nothing that lives speaks against it.');
    await tobi.click('9 more that would look the same');
    await tobi.see('Coil of Load relay K2: is open');
  });

  it('keeps what was seen over a reload, and forgets it when asked', async () => {
    await tobi.page.reload();
    await tobi.see('Contact of Load relay K2: is open');
    await tobi.click('Begin anew');
    await tobi.see('Say what is dead, and what lives');
    await tobi.page.reload();
    await tobi.see('Say what is dead, and what lives');
  });

  it('says what nothing feeds in the state that was chosen, and takes it back in another state', async () => {
    await tobi.click('Consumers');
    await tobi.fill('Find', 'tail lamp, left');
    await say(tobi, 'Tail lamp, left', 'Dead');
    await tobi.see('Nothing feeds Tail lamp, left in this state.');
    await tobi.click('The vehicle: ignition on');
    await tobi.page.locator('::-p-xpath(//*[@role="group" and @aria-label="loads"]//label[.="on"])').click();
    await tobi.see('Tail lamp, left: is burnt out');
    await tobi.see('Leaves dead: Tail lamp, left.');
  });

  it('lets an author put a meter to it, in any state and with a fault', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo('/library?part=circuits');
    await ines.click('Loper 35, the whole bus');
    await ines.see('Choose where the leads are');
    await pickFirst(ines, 'Red lead at', 'battery +');
    await pickFirst(ines, 'Black lead at', 'battery −');
    await ines.see('12.67 V');
    await pickFirst(ines, 'With a fault', 'Battery, 12 V, 110 Ah: weak');
    await ines.see('When all is well: 12.67 V');
    await ines.click('Ohms');
    await pickFirst(ines, 'Red lead at', 'sensor pin 2');
    await pickFirst(ines, 'Black lead at', 'sensor pin 1');
    await ines.page.locator('::-p-xpath(//*[@role="group" and @aria-label="C31"]//label[.="unplugged"])').click();
    await ines.see('2500 Ω');
    expect(await ines.page.$$eval('h2', (heads) => heads.map(({ textContent }) => textContent))).to.include(
      'What the check says',
    );
  });

  it('says to an author what a reading should show, and which faults its limits are too wide for', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await send(world.server.url, 'POST', '/api/plans/radiator-fan/draft');
    await ines.goTo('/plans/radiator-fan/edit?part=steps&step=fuse31');
    await ines.click('Edit the reading Voltage');
    await ines.click('What should it show, by the circuit?');
    await ines.see('By the circuit: 12.7 V');
    await ines.see('No healthy vehicle is out of these limits.');
    await ines.click('Too wide: moves it, and stays in spec');
    await ines.see('Battery, 12 V, 110 Ah: weak');
  });

  it('takes a circuit file in, says what it replaces, and what is wrong with one that is none', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines', desk);
    await ines.goTo('/library?part=circuits');
    await ines.see('Loper 35, the whole bus');
    const folder = await mkdtemp(join(tmpdir(), 'circuits-'));
    const choose = async (name: string, content: object) => {
      const file = join(folder, name);
      await writeFile(file, JSON.stringify(content));
      const input = await ines.page.$('input[type="file"]');
      if (!input) throw new Error('no file can be chosen');
      await (input as ElementHandle<HTMLInputElement>).uploadFile(file);
    };
    const bus = JSON.parse(
      await readFile(new URL('../../demo/circuits/loper-35.circuit.json', import.meta.url), 'utf8'),
    );
    await choose('none.json', { format: 'something else' });
    await ines.see('This is no circuit');
    await choose('bad.json', { ...bus, components: [{ ...bus.components[0], ohms: -1 }] });
    await ines.see('components[0].ohms is -1; it must be more than 0');
    await choose('again.json', { ...bus, name: 'Loper 35, as it is now' });
    await ines.see('It replaces “Loper 35, the whole bus”, which Ines Marrow saved.');
    await ines.click('Replace it');
    await ines.see('Choose where the leads are');
    await ines.goTo('/library?part=circuits');
    await ines.see('Loper 35, as it is now');
    await rm(folder, { recursive: true });
  });
});
