import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect } from 'chai';
import { addEvents, opening, trailAt } from '../support/trailAt.js';
import { aUser, send, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

/** Address, what is seen once it is there, and what is pressed first. */
const views: Readonly<Record<string, readonly [path: string, sign: string, ...presses: string[]]>> = {
  'the board': ['/', 'in the workshop'],
  'a job': ['/jobs/job-fg-14', 'Codes, whole vehicle'],
  'taking in': ['/jobs/new', 'Lamps and messages seen'],
  'code sheets': ['/jobs/job-fg-06/codes', 'Every unit'],
  'what codes share': ['/jobs/job-fg-14/codes', 'What they have in common'],
  'codes by hand': ['/jobs/job-fg-14/codes/new?from=hand', 'Keep this sheet'],
  'choosing a plan': ['/jobs/job-fg-07/plans', 'Follow this plan'],
  'the vehicles': ['/vehicles', 'FG-14'],
  'a vehicle': ['/vehicles/fg-09', 'Codes over time'],
  search: ['/search?words=fan', 'Parts and pins'],
  preferences: ['/me', 'Sign out everywhere'],
  'the people': ['/people', 'Sam Quill'],
  'the trails': ['/trails', 'Under way'],
  'the plan library': ['/plans', 'Radiator fan never runs'],
  'the library': ['/library', 'Step blocks'],
  'a plan': ['/plans/radiator-fan', 'What it can find'],
  'a step': ['/trails/fg-03-coolant', 'Voltage on the sensor’s signal wire'],
  'a state gate': ['/trails/fg-07-fan', 'First, on the vehicle'],
  'a conclusion': ['/trails/fg-11-fan', 'Root cause'],
  'a sweep': ['/trails/axe-sweep', 'pedal travel'],
  siblings: ['/trails/axe-siblings', 'front M45'],
  'a count': ['/trails/axe-count', 'Start the clock'],
  'a change': ['/trails/axe-change', 'It should fall'],
  'a curve': ['/trails/axe-curve', 'Lowest while cranking'],
  'what is asked at the start': ['/trails/axe-inputs', 'Before you begin'],
  'the instruments': ['/instruments', 'Meter 1'],
  'a record': ['/trails/fg-11-fan/record', 'Accepted by'],
  'the editor': ['/plans/radiator-fan/edit?part=steps&step=groundDrop', 'Outcomes'],
  'the suspects': ['/plans/radiator-fan/edit?part=suspects', 'Add a suspect'],
  'the conclusions': ['/plans/radiator-fan/edit?part=conclusions', 'Add a conclusion'],
  'the part cards': ['/plans/radiator-fan/edit?part=cards', 'Add a connector'],
  'the plan check': ['/plans/radiator-fan/edit?part=findings', 'finds nothing'],
  'suspects against outcomes': ['/plans/radiator-fan/edit?part=matrix', 'points to'],
  'the versions of a plan': ['/plans/radiator-fan/versions', 'Version 1'],
  'a draft being tried': ['/plans/radiator-fan/try', 'Only tried'],
  'the current paths': ['/plans/radiator-fan/edit?part=paths', 'Allowed drop, V'],
  'an open trail': ['/trails/fg-08-lamps', 'To be tested'],
  'where on the wire': ['/trails/axe-wire', 'the supply comes first', 'Where on the wire'],
  'a test of one’s own': ['/trails/fg-08-lamps', 'Test it now', 'Add a test', 'A number'],
  'an experiment': ['/trails/fg-08-lamps', 'Which experiment', 'Add a test', 'An experiment'],
  'who may be the cause': ['/trails/fg-08-lamps', 'Or from a part card', 'Add a suspect'],
};

interface Violation {
  readonly id: string;
  readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
}

describe('axe-core finds no violation', () => {
  const world = useWorld();
  before(async () => {
    await send(world.server.url, 'POST', '/api/plans/radiator-fan/draft');
    for (const [trailId, planId, stepId] of [
      ['axe-sweep', 'accelerator-pedal', 'sweep1'],
      ['axe-siblings', 'saloon-blower', 'motors'],
      ['axe-count', 'passenger-door', 'move'],
      ['axe-change', 'passenger-door', 'press'],
      ['axe-curve', 'slow-cranking', 'crank'],
      ['axe-wire', 'radiator-fan', 'rest'],
    ] as const)
      await trailAt(world.server.url, trailId, planId, stepId);
    await addEvents(world.server.url, 'axe-inputs', [opening('slow-cranking')]);
  });

  const check = async (user: User, where: 'document' | `'[role="dialog"]'` = 'document') => {
    const violations = (await user.page.evaluate(
      `axe.run(${where}).then((result) => result.violations)`,
    )) as readonly Violation[];
    const messages = violations.flatMap(({ id, nodes }) =>
      nodes.slice(0, 3).map(({ html, failureSummary }) => `${id}: ${html.slice(0, 200)} ${failureSummary}`),
    );
    expect(messages, messages.join('\n')).to.deep.equal([]);
  };

  const inScheme = (user: User, scheme: 'light' | 'dark') =>
    user.page.emulateMediaFeatures([
      { name: 'prefers-color-scheme', value: scheme },
      { name: 'prefers-reduced-motion', value: 'reduce' },
    ]);

  it('in every page that the palette leads to', async () => {
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/jobs/job-fg-14');
    await ines.see('Codes, whole vehicle');
    await ines.page.keyboard.down('Control');
    await ines.press('k');
    await ines.page.keyboard.up('Control');
    const looked = new Set(Object.values(views).map(([path]) => path.split('?')[0]));
    const labels = await ines.page
      .waitForSelector('.mantine-Spotlight-action')
      .then(() => ines.page.$$eval('.mantine-Spotlight-action', (all) => all.map((one) => one.textContent ?? '')));
    expect(labels.length).to.be.greaterThan(6);
    for (const label of labels) {
      const before = new URL(ines.page.url()).pathname;
      await ines.click(label);
      await ines.page.waitForFunction((left) => location.pathname !== left, {}, before);
      expect(looked, label).to.include(new URL(ines.page.url()).pathname);
      await ines.page.keyboard.down('Control');
      await ines.press('k');
      await ines.page.keyboard.up('Control');
      await ines.page.waitForSelector('.mantine-Spotlight-action');
    }
    await ines.leave();
  });

  it('in the way in', async () => {
    const nobody = await aUser(world.browser, world.server.url, null);
    await nobody.goTo('/');
    await nobody.see('Accounts of the demo world');
    await nobody.page.evaluate(axe);
    await check(nobody);
    await nobody.leave();
  });

  for (const [name, [path, sign, ...presses]] of Object.entries(views))
    it(`in ${name}, by day and by night`, async () => {
      const user = await aUser(world.browser, world.server.url, 'ines');
      await inScheme(user, 'light');
      await user.goTo(path);
      for (const press of presses) await user.click(press);
      await user.see(sign);
      await user.page.evaluate(axe);
      // Behind an open dialog nothing can be reached.
      const where = presses.length > 0 ? `'[role="dialog"]'` : 'document';
      await check(user, where);
      await inScheme(user, 'dark');
      await user.page.waitForSelector('[data-mantine-color-scheme="dark"]');
      await check(user, where);
      await user.leave();
    });
});
