import { expect } from 'chai';
import { aUser, pickFirst, tablet, type User, until } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** What a tile says, by the name of its value. */
const tileOf = ({ page }: User, name: string): Promise<string> =>
  page.evaluate(
    (wanted) =>
      [...document.querySelectorAll('li')].find((one) => one.querySelector('h2')?.textContent === wanted)?.innerText ??
      '',
    name,
  );

describe('live values', () => {
  const world = useWorld();
  let tobi: User;
  before(async () => {
    tobi = await aUser(world.browser, world.server.url, 'tobi', tablet);
  });

  it('are reached from the job, and picked by words', async () => {
    await tobi.goTo('/jobs/job-fg-06');
    await tobi.click('Codes');
    await tobi.click('Live values');
    await tobi.see('Add the values that you want to see');
    await pickFirst(tobi, 'Add a value', 'boost');
    // The words are gone: the next value is typed at once.
    await tobi.type('ambient');
    await tobi.press('Enter');
    // The boost pressure sensor of this bus is off by 21.5 kPa, until it is repaired; the demo world repaired it.
    await until(async () => /98\.6 kPa/.test(await tileOf(tobi, 'boost pressure, absolute')));
    await until(async () => /98\.6 kPa[\s\S]*mean\s98\.6/.test(await tileOf(tobi, 'ambient pressure')));
  });

  it('stand there again when somebody comes back', async () => {
    await tobi.page.reload();
    await until(async () => /98\.6 kPa/.test(await tileOf(tobi, 'boost pressure, absolute')));
  });

  it('stand still while they are frozen, and go on', async () => {
    await pickFirst(tobi, 'Add a value', 'supply voltage');
    await until(async () => /12\.55 V/.test(await tileOf(tobi, 'supply voltage of the unit')));
    await tobi.click('Freeze');
    const frozen = await tileOf(tobi, 'supply voltage of the unit');
    await world.server.stop();
    await new Promise((resolve) => setTimeout(resolve, 3500));
    expect(await tileOf(tobi, 'supply voltage of the unit')).to.equal(frozen);
    await tobi.click('Go on');
  });

  it('that stopped coming are grey and say since when; they go on by themselves', async () => {
    await tobi.see('no value for');
    await tobi.see('The server cannot be reached. What was seen is kept; it goes on by itself.');
    expect(await tileOf(tobi, 'supply voltage of the unit')).to.include('12.55');
    await world.server.start();
    await tobi.missing('The server cannot be reached');
    await tobi.missing('no value for');
  });

  it('are computed with: what is wrong with a formula is said, and what it gives stands on the board and stays', async () => {
    await tobi.click('Compute a value');
    await tobi.fill('Name', 'charge pressure');
    await tobi.fill('Formula', 'boostPressure - rail');
    await tobi.see('“rail” is no value of this model.');
    await tobi.fill('Formula', 'boostPressure - ambientPressure');
    await tobi.fill('Unit', 'V');
    await tobi.see('does not give');
    await tobi.fill('Unit', 'kPa');
    await tobi.click('Add it');
    await until(async () => /0\.0\s*kPa ±/.test(await tileOf(tobi, 'charge pressure')));
    await tobi.page.reload();
    await until(async () => /0\.0\s*kPa ±/.test(await tileOf(tobi, 'charge pressure')));
    await tobi.click('Remove charge pressure');
    await tobi.missing('charge pressure');
  });

  it('stand in the order in which they are put, and boards have names', async () => {
    const order = () =>
      tobi.page.evaluate(() => [...document.querySelectorAll('li h2')].map((heading) => heading.textContent));
    const before = await order();
    expect(before[0]).to.equal('boost pressure, absolute');
    // By the keyboard: taken with the space bar, moved with an arrow, put down.
    await tobi.page.focus('[aria-label="Move boost pressure, absolute"]');
    for (const key of ['Space', 'ArrowRight', 'Space'] as const) {
      await tobi.press(key);
      await new Promise((resolve) => setTimeout(resolve, 400));
    }
    await until(async () => (await order())[1] === 'boost pressure, absolute');
    expect(new Set(await order())).to.deep.equal(new Set(before));
    await tobi.click('Sets');
    await tobi.fill('Keep this board as', 'no power');
    await tobi.press('Enter');
    await tobi.click('Remove ambient pressure');
    await tobi.missing('ambient pressure');
    await tobi.page.reload();
    await tobi.click('Sets');
    await tobi.click('no power');
    await tobi.see('ambient pressure');
    expect((await order())[1]).to.equal('boost pressure, absolute');
    await tobi.click('Sets');
    await tobi.click('Forget no power');
    await tobi.missing('Forget no power');
    await tobi.press('Escape');
  });

  it('are taken off again', async () => {
    await tobi.click('Remove ambient pressure');
    await until(async () => (await tileOf(tobi, 'ambient pressure')) === '');
    expect(await tileOf(tobi, 'boost pressure, absolute')).to.include('98.6');
    await tobi.leave();
  });
});
