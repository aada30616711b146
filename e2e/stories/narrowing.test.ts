import { blankOutcome, blankPlan, blankStep, type Outcome, type Plan } from '@probe-trail/core/plan';
import { expect } from 'chai';
import { aSuspect } from '../support/aSuspect.js';
import { releasePlan } from '../support/releasePlan.js';
import { addEvents, opening } from '../support/trailAt.js';
import { aUser, choose, eventsOf, send, tablet, type User } from '../support/user.js';
import { useWorld } from '../support/world.js';

const toStep = (stepId: string) => ({ kind: 'step', stepId }) as const;
const toConclusion = (conclusionId: string) => ({ kind: 'conclusion', conclusionId }) as const;
const seen = (id: string, ...names: string[]) => ({
  id,
  name: 'What is seen',
  derivedFrom: null,
  hookUp: null,
  live: null,
  capture: null,
  watches: [],
  expects: [],
  spec: { kind: 'choice' as const, options: names.map((name) => ({ id: name, name, meaning: '', ok: true })) },
});
const when = (readingId: string, zoneId: string, more: Partial<Outcome>): Outcome =>
  blankOutcome(zoneId, { when: [{ readingId, zoneIds: [zoneId] }], ...more });

/** Two looks that can contradict each other, and an end that nothing bears out. */
const torn: Plan = {
  ...blankPlan('torn', 'Torn readings'),
  suspects: [aSuspect('pump', 'Pump', 4), aSuspect('valve', 'Valve', 3), aSuspect('hose', 'Hose', 2)],
  startStepId: 'first',
  steps: [
    {
      ...blankStep('first', 'First look'),
      readings: [seen('a', 'wet', 'dry')],
      outcomes: [
        when('a', 'wet', { pointsTo: ['pump'], goTo: toStep('second') }),
        when('a', 'dry', { pointsTo: ['valve'], goTo: toConclusion('valve') }),
      ],
    },
    {
      ...blankStep('second', 'Second look'),
      readings: [seen('b', 'loud', 'still')],
      outcomes: [
        when('b', 'loud', { pointsTo: ['pump'], goTo: toConclusion('pump') }),
        when('b', 'still', { pointsTo: ['hose'], goTo: toConclusion('hose') }),
      ],
    },
  ],
  conclusions: ['pump', 'valve', 'hose'].map((id) => ({ id, title: `It is the ${id}`, summary: '', suspectIds: [id] })),
};

describe('narrowing', () => {
  const world = useWorld();
  let hanna: User;
  before(async () => {
    await releasePlan(world.server.url, torn);
  });
  beforeEach(async () => {
    hanna = await aUser(world.browser, world.server.url, 'hanna', tablet);
  });
  afterEach(() => hanna.leave());

  const saw = (stepId: string, readingId: string, optionId: string) =>
    [
      {
        kind: 'readingEntered',
        stepId,
        readingId,
        entry: { kind: 'chosen', optionId },
        typedFirst: null,
        stillStands: null,
      },
      { kind: 'outcomeTaken', stepId, outcomeId: optionId },
    ] as const;

  it('shows what each reading says of each suspect, and what would tell most next', async () => {
    await addEvents(world.server.url, 'torn-1', [opening('torn'), ...saw('first', 'a', 'wet')]);
    await hanna.goTo('/trails/torn-1');
    await hanna.click('Understood');
    await hanna.click('What the readings say');
    await hanna.see('Strongly for it');
    await hanna.see('Most useful next test');
    await hanna.see('Second look tells Pump from Hose: 5 min, in reach (the step that is open)');
    await hanna.press('Escape');
    await hanna.missing('Most useful next test');
  });

  it('says when no single suspect explains the readings, and takes an assumption only with its reason', async () => {
    const { url } = world.server;
    const events = [opening('torn'), ...saw('first', 'a', 'wet'), ...saw('second', 'b', 'still')];
    await addEvents(url, 'torn-2', events);
    await hanna.goTo('/trails/torn-2');
    await hanna.click('Understood');
    await hanna.see('Root cause, only assumed');
    await hanna.missing('Accept this conclusion');
    await hanna.click('What the readings say');
    await hanna.see('No single suspect explains all of this');
    await hanna.see('there are two faults: Pump and Hose would explain it.');
    await hanna.press('Escape');
    await hanna.missing('there are two faults');
    await hanna.click('Accept it as an assumption');
    await hanna.fill('Why you accept it', 'The hose was seen to burst.');
    await hanna.click('Accept this assumption');
    await hanna.see('only assumed: The hose was seen to burst.');
    await hanna.see('all saved');
    expect((await eventsOf(url, 'torn-2')).at(-1)).to.include({
      kind: 'concluded',
      assumedBecause: 'The hose was seen to burst.',
    });
    await hanna.goTo('/trails/torn-2/record');
    await hanna.see('only assumed: The hose was seen to burst.');
  });

  it('keeps a test outside the plan without leaving the step, and it counts until it is taken back', async () => {
    const { url } = world.server;
    await addEvents(url, 'torn-3', [opening('torn'), ...saw('first', 'a', 'wet')]);
    await hanna.goTo('/trails/torn-3');
    await hanna.click('Understood');
    await hanna.click('Test something else');
    await hanna.fill('What was tested', 'Hose pinched off');
    await hanna.fill('Result', 'Pressure holds');
    await choose(hanna, 'It clears', 'Pump');
    await hanna.click('Save');
    await hanna.see('cleared: Hose pinched off, Pressure holds');
    await hanna.see('Second look');
    await hanna.click('Hose pinched off');
    await hanna.click('Withdraw it');
    await hanna.fill('Why it does not count', 'Wrong hose');
    await hanna.click('Withdraw it');
    await hanna.missing('cleared: Hose pinched off');
    await hanna.see('all saved');
    await hanna.goTo('/trails/torn-3/record');
    await hanna.see('Wrong hose');
  });

  it('computes the cheapest order for the author, beside what the plan takes', async () => {
    await send(world.server.url, 'POST', '/api/plans/radiator-fan/draft');
    const ines = await aUser(world.browser, world.server.url, 'ines');
    await ines.goTo('/plans/radiator-fan/edit');
    await ines.click('All walks');
    await ines.click('Compute the cheapest order');
    await ines.see('min on average in the cheapest order');
    await ines.leave();
  });
});
