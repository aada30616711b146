import { blankOutcome, blankPlan, blankStep, type Plan, type PlanVersion } from '@probe-trail/core/plan';
import type { TrailEventOf } from '@probe-trail/core/trail';
import { expect } from 'chai';
import { aSuspect } from '../support/aSuspect.js';
import { releasePlan } from '../support/releasePlan.js';
import { trailAt } from '../support/trailAt.js';
import { aUser, choose, eventsOf, phone, send, tablet, trailIdOf, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

/** “It always is the pump”: a look that tells nothing of it, and a conclusion all the same. */
const presumes: Plan = {
  ...blankPlan('presumes', 'No pressure at the ramp'),
  appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [] },
  suspects: [aSuspect('pump', 'Pump', 2), aSuspect('screen', 'Screen', 2), aSuspect('valve', 'Valve', 2)],
  startStepId: 'listen',
  steps: [
    {
      ...blankStep('listen', 'Listen to the pump'),
      readings: [
        {
          id: 'sound',
          name: 'Sound',
          derivedFrom: null,
          hookUp: null,
          live: null,
          capture: null,
          watches: [],
          expects: [],
          spec: {
            kind: 'choice',
            options: [
              { id: 'hums', name: 'it hums', meaning: '', ok: true },
              { id: 'silent', name: 'it is silent', meaning: '', ok: false },
            ],
          },
        },
      ],
      outcomes: [
        blankOutcome('hums', {
          when: [{ readingId: 'sound', zoneIds: ['hums'] }],
          goTo: { kind: 'conclusion', conclusionId: 'pump' },
        }),
        blankOutcome('silent', { goTo: { kind: 'conclusion', conclusionId: 'others' } }),
      ],
    },
  ],
  conclusions: [
    { id: 'pump', title: 'It is the pump', summary: '', suspectIds: ['pump'] },
    { id: 'others', title: 'It is another', summary: '', suspectIds: ['screen', 'valve'] },
  ],
};

describe('testing without a plan, and beside one', () => {
  const world = useWorld();
  let hanna: User;
  beforeEach(async () => {
    hanna = await aUser(world.browser, world.server.url, 'hanna', tablet);
  });
  afterEach(() => hanna.leave());

  const suspect = async (name: string, kind: string) => {
    await hanna.fill('Suspect', name);
    await choose(hanna, 'Kind', kind);
    await hanna.click('Add it');
    await hanna.see(`${name}.`);
  };

  it('finds a fault without a plan, and what was done becomes a draft of one', async () => {
    await hanna.goTo('/trails');
    await hanna.click('Test without a plan');
    await hanna.fill('Bus', 'FG-09');
    await hanna.fill('Model', 'Loper 35');
    await hanna.fill('Complaint', 'Saloon lamps go out over bumps');
    await hanna.click('Begin');
    await hanna.see('What could be the cause?');
    await hanna.click('Add a suspect');
    await suspect('Lamp switch S9', 'part');
    await suspect('Roof harness', 'wire');
    await suspect('Fuse F14', 'fuse');
    await choose(hanna, 'Or from a part card', 'Ground stud G7');
    await (await hanna.page.waitForSelector('[aria-label="Suspects of Ground stud G7"] input'))?.click();
    await hanna.see('Ground stud G7.');
    await hanna.click('Done');

    // Two tests are planned; the one that tells most for its minutes comes first.
    await hanna.click('Add a test');
    await hanna.click('An experiment');
    await choose(hanna, 'Which experiment', 'move it');
    await hanna.fill('Which harness', 'the roof harness');
    await hanna.fill('Its sections', 'at the switch; above the door');
    await hanna.fill('Each is moved for, s', '0');
    await hanna.click('Save for later');
    await hanna.see('From 1 s to an hour for each section.');
    await hanna.fill('Each is moved for, s', '1');
    await hanna.click('Save for later');
    await hanna.see('To be tested, the most useful first');
    await hanna.click('Add a test');
    await hanna.click('A number');
    await hanna.fill('What is measured, and where', 'Feed behind F14, lamps on');
    await hanna.fill('At least, V', '11,5');
    await choose(hanna, 'In spec, it clears', 'Fuse F14');
    await hanna.fill('Red lead at', 'F14, far side');
    await choose(hanna, 'Too low, it points to', 'Fuse F14');
    await hanna.click('Test it now');

    await hanna.see('A test of your own, then the next test.');
    await hanna.type('12,6');
    await hanna.see('In spec');
    await hanna.press('Enter');
    await hanna.see('Clears Fuse F14.');
    await hanna.click('Go on: the next test');
    await hanna.see('cleared: Feed behind F14, lamps on, 12.6 V');

    // The harness: two dropouts above the door.
    await hanna.click('Test it');
    await hanna.click('Confirmed: ignition on');
    await hanna.click('above the door 0');
    const tap = async () => (await hanna.page.waitForSelector('button[data-running]'))?.click();
    await hanna.click('Start the clock');
    await tap();
    await tap();
    await hanna.see('above the door 2');
    await hanna.see('0 s left');
    await hanna.click('Record');
    await hanna.see('Points to Roof harness.');
    await hanna.click('Go on: the next test');

    // The cause is named, and what the readings say of it stands beside it.
    await hanna.click('Name the cause');
    await hanna.click('Lamp switch S9 unlikely');
    await hanna.see('Root cause, only assumed');
    await hanna.click('Not yet, test more');
    await hanna.see('What next?');
    await hanna.click('Name the cause');
    await hanna.click('Roof harness likeliest');
    await hanna.see('Root cause, proven by the readings');
    await hanna.click('Accept this conclusion');
    await hanna.see('Accepted by Hanna Creek');
    await hanna.see('all saved');
    const trailId = trailIdOf(hanna.page);
    await hanna.goTo('/trails');
    await hanna.see('Roof harness');

    // What was done is a draft for whoever writes plans.
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo(`/trails/${trailId}/record`);
    await ines.see('without a plan');
    await ines.click('Make a draft plan of it');
    await ines.see('Saloon lamps go out over bumps');
    await ines.page.waitForFunction(() => location.pathname.endsWith('/edit'));
    const planId = new URL(ines.page.url()).pathname.split('/')[2];
    const answer = await send(world.server.url, 'GET', `/api/plans/${planId}/draft`);
    const { document } = (await answer.json()) as PlanVersion;
    expect(document.steps.map(({ title }) => title)).to.deep.equal([
      'Feed behind F14, lamps on',
      'Move the roof harness, section by section',
    ]);
    expect(document.steps[1]?.experiment).to.equal('move');
    expect(document.startStepId).to.equal(document.steps[0]?.id);
    const ends = document.steps[1]?.outcomes.find(({ pointsTo }) => pointsTo.length > 0);
    const end = document.conclusions.find(
      ({ id }) => ends?.goTo.kind === 'conclusion' && id === ends.goTo.conclusionId,
    );
    expect(end?.title).to.equal('Roof harness');
    expect(document.partCards.map(({ name }) => name)).to.deep.equal(['Ground stud G7']);
    await ines.leave();
  });

  const experiment = async (name: string, fields: Readonly<Record<string, string>>, part: string) => {
    await hanna.click('Test something else');
    await hanna.click('An experiment');
    await choose(hanna, 'Which experiment', name);
    for (const [label, text] of Object.entries(fields)) await hanna.fill(label, text);
    await choose(hanna, 'the part', part);
    await hanna.click('Test it now');
    await hanna.see('A test of your own, then back to “Control side at the engine control unit”.');
  };

  it('swaps with a twin and bridges beside the plan, after what makes it safe, and comes back to the step', async () => {
    const { url } = world.server;
    await hanna.goTo(await trailAt(url, 'swap-1', 'radiator-fan', 'controlAtUnit'));
    await hanna.click('Understood');
    await hanna.type('12,3');
    const fields = {
      'Which part': 'relay K7',
      'With which, that works': 'relay K9',
      'What shows the fault': 'fan does not run',
    };
    await experiment('swap with a twin', fields, 'Fan relay K7');
    await hanna.see('relay K7 and relay K9');
    await hanna.click('Confirmed: relay K7 and relay K9 swapped');
    await hanna.click('stayed with the place');
    await hanna.see('Clears Fan relay K7.');
    await hanna.click('Go on: back to “Control side at the engine control unit”');
    await hanna.see('cleared: Swap relay K7 with relay K9, stayed with the place');
    // What had been typed before is there still.
    const typed = await hanna.page.waitForSelector('input[inputmode="none"]');
    expect(await typed?.evaluate((field) => (field as HTMLInputElement).value)).to.equal('12,3');

    const bridge = { 'What is bridged': 'relay K7', From: 'K7·30', To: 'K7·87', 'Fuse in the lead, A': '30' };
    await experiment('bridge it', bridge, 'Fan relay K7');
    await hanna.see('connected, fused 30 A');
    await hanna.click('Confirmed: bridge connected, fused 30 A');
    await hanna.see('No lead without its fuse of 30 A');
    await hanna.click('does nothing');
    await hanna.see('What was bridged is not it');
    await hanna.click('Go on: back to “Control side at the engine control unit”');
    await hanna.see('all saved');
    const steps = (await eventsOf(url, 'swap-1')).filter(
      (event): event is TrailEventOf<'stepAdded'> => event.kind === 'stepAdded',
    );
    expect(steps.map(({ step }) => step.experiment)).to.deep.equal(['swap', 'bridge']);
    await hanna.goTo('/trails/swap-1/record');
    await hanna.see('Bridge relay K7, K7·30 to K7·87');
  });

  it('begins from a job for which no plan fits, with its bus and its complaint', async () => {
    await hanna.goTo('/jobs/job-fg-07/plans');
    await hanna.click('Test without a plan');
    await hanna.see('What could be the cause?');
    await hanna.see('FG-07');
    await hanna.see('all saved');
    const [opened] = await eventsOf(world.server.url, trailIdOf(hanna.page));
    expect(opened).to.include({ kind: 'opened', jobId: 'job-fg-07', planId: null });
    expect(opened?.kind === 'opened' && opened.complaint).to.not.equal('');
    await hanna.goTo('/jobs/job-fg-07');
    await hanna.see('Open trail');
    await hanna.see('at: the choice of the next test');
  });

  it('leaves a test for later, and says so on a phone too', async () => {
    const { url } = world.server;
    const tobi = await aUser(world.browser, url, 'tobi', phone);
    await tobi.goTo(await trailAt(url, 'later-1', 'radiator-fan', 'rest'));
    await tobi.click('Understood');
    await tobi.click('Test something else');
    await tobi.click('A number');
    await tobi.fill('What is measured, and where', 'Charging voltage');
    await tobi.fill('At least, V', '13,2');
    await tobi.click('Test it now');
    await tobi.click('Do it later');
    await tobi.see('Battery voltage at rest');
    // It is where tests are added, to be taken up again.
    await tobi.click('Test something else');
    await tobi.click('Test it');
    await tobi.see('A test of your own, then back to “Battery voltage at rest”.');
    await tobi.click('Do it later');
    await tobi.see('all saved');
    await tobi.leave();
  });

  it('says that the plan presumes too much, and ends at the cause that the readings show', async () => {
    await releasePlan(world.server.url, presumes);
    await hanna.goTo('/plans/presumes');
    await hanna.click('Follow this plan');
    await hanna.fill('Bus', 'FG-03');
    await hanna.click('Begin with the first step');
    await hanna.click('it hums');
    await hanna.click('Go on: It is the pump');
    await hanna.see('Root cause, only assumed');
    await hanna.see('The readings do not show this');
    await hanna.click('Test something else');
    await hanna.fill('What was tested', 'Screen in the tank looked at');
    await hanna.fill('Result', 'clogged with rags');
    await choose(hanna, 'It points to', 'Screen');
    await choose(hanna, 'It clears', 'Pump');
    await hanna.click('Save');
    await hanna.see('cleared: Screen in the tank looked at, clogged with rags');
    await hanna.click('Name the cause');
    await hanna.click('Screen likeliest');
    await hanna.see('Root cause, proven by the readings');
    await hanna.click('Accept this conclusion');
    await hanna.see('Accepted by Hanna Creek');
  });

  it('tells where on the wire the fault lies, and what is good from where to where', async () => {
    const { url } = world.server;
    await hanna.goTo(await trailAt(url, 'wire-1', 'radiator-fan', 'rest'));
    await hanna.click('Understood');
    await hanna.click('Where on the wire');
    await hanna.see('Nothing is known yet: the supply comes first.');
    const measure = async (volts: string) => {
      await hanna.fill('Volts here', volts);
      await hanna.press('Enter');
    };
    await measure('12 ohm');
    await hanna.see('resistance');
    await measure('12,4');
    await hanna.see('The fault is left between Battery + and Battery −.');
    await hanna.click('C52·1 measure');
    await measure('9,8');
    await hanna.see('The fault lies between Battery + and C52·1.');
    await hanna.page.reload();
    await hanna.click('Where on the wire');
    await hanna.see('9.8 V');
    await hanna.click('K7·87 measure');
    await measure('12,3');
    await hanna.see('The fault lies between K7·87 and C52·1.');
    await hanna.see('good under load');
    await hanna.press('Escape');
    await hanna.see('cleared: Fan current, battery to stud G3, The fault lies between K7·87 and C52·1.');
    await hanna.click('Where on the wire');
    await hanna.click('K7·87 12.3 V');
    await hanna.click('Withdraw it');
    await hanna.see('The fault lies between Battery + and C52·1.');
    await hanna.press('Escape');
    await hanna.see('all saved');
    await hanna.goTo('/trails/wire-1/record');
    await hanna.see('Where on the wire: Fan current, battery to stud G3');
    await hanna.see('C52·1 9.8 V typed “9,8”');
  });

  it('has a current path written on the spot', async () => {
    const { url } = world.server;
    await hanna.goTo(await trailAt(url, 'wire-2', 'coolant-temperature', 'rest'));
    await hanna.click('Understood');
    await hanna.click('Where on the wire');
    await hanna.fill('Name', 'Blower');
    await hanna.click('Measure along it');
    await hanna.fill('Volts here', '12,4');
    await hanna.press('Enter');
    await hanna.see('The fault is left between Battery + and Battery −.');
    await hanna.see('load: the fault may be here');
    await hanna.press('Escape');
    await hanna.see('all saved');
  });
});

describe('experiments and current paths at the desk', () => {
  const world = useWorld();

  it('adds an experiment as a step, and writes a current path', async () => {
    const { url } = world.server;
    await send(url, 'POST', '/api/plans/coolant-temperature/draft');
    const ines = await aUser(world.browser, url, 'ines');
    await ines.goTo('/plans/coolant-temperature/edit');
    await ines.click('Add a step on an outcome, a block or an experiment');
    await ines.click('An experiment …');
    await choose(ines, 'Which experiment', 'unplug and see');
    await ines.click('Add it as a step');
    await ines.see('“Which part” is empty.');
    await ines.fill('Which part', 'C31');
    await ines.click('Add it as a step');
    await ines.see('The experiment “unplug and see”: the plan check watches what makes it safe.');
    await ines.click('Paths');
    await ines.click('Add a current path');
    await ines.fill('Name', 'Sensor supply');
    await ines.see('all saved');
    const answer = await send(url, 'GET', '/api/plans/coolant-temperature/draft');
    const { document } = (await answer.json()) as PlanVersion;
    expect(document.steps.filter(({ title }) => title === 'Unplug C31 and see')).to.have.length(1);
    expect(document.paths.map(({ name }) => name)).to.deep.equal(['Sensor supply']);
    await ines.leave();
  });
});
