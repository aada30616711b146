import { expect } from 'chai';
import fc from 'fast-check';
import { lineUp } from '../../evidence/index.js';
import type { Spec } from '../../spec/index.js';
import {
  aHookUp,
  anOutcome,
  aPlan,
  aReading,
  aStep,
  toConclusion,
  toStep,
  withOutcome,
  withStep,
} from '../../testing/aPlan.js';
import { chosen, ignitionOn, taken, typed, walk } from '../../testing/aWalk.js';
import { blankPlan, checkPlan, type Finding, type Plan, type Step, type StepReading } from '../index.js';

const found = (plan: Plan) =>
  checkPlan(plan).map(({ rule, at }) => [rule, at.stepId ?? at.suspectId ?? at.conclusionId ?? '']);
const rulesFound = (plan: Plan) => [...new Set(checkPlan(plan).map(({ rule }) => rule))];

describe('checkPlan', () => {
  it('finds nothing in a sound plan', () => expect(checkPlan(aPlan())).to.deep.equal([]));

  it('says that an empty plan has no step', () =>
    expect(checkPlan(blankPlan('new', 'New')).map(({ message }) => message)).to.deep.equal(['The plan has no step.']));

  it('asks for a first step', () =>
    expect(found(aPlan({ startStepId: 'gone' })).map(([rule]) => rule)).to.include('nothingToFollow'));

  it('finds an outcome with no target', () =>
    expect(found(withOutcome(aPlan(), 'ground', 'bad', { goTo: { kind: 'nowhere' } }))).to.deep.include([
      'outcomeWithoutTarget',
      'ground',
    ]));

  it('finds a target that does not exist', () =>
    expect(found(withOutcome(aPlan(), 'feed', 'there', { goTo: toStep('gone') }))).to.deep.include([
      'outcomeWithoutTarget',
      'feed',
    ]));

  it('finds an unreachable step, and the suspect that only it could find', () => {
    const plan = withOutcome(aPlan(), 'feed', 'there', { goTo: toConclusion('motor'), pointsTo: ['motor'] });
    expect(found(plan)).to.deep.equal([
      ['unreachableStep', 'ground'],
      ['suspectNeverConcluded', 'ground'],
    ]);
  });

  it('finds a step from which no conclusion can be reached', () => {
    const plan = aPlan();
    const dead = aStep('dead', [anOutcome('only', { kind: 'nowhere' })]);
    expect(
      found(withOutcome({ ...plan, steps: [...plan.steps, dead] }, 'ground', 'bad', { goTo: toStep('dead') })),
    ).to.deep.include(['noWayToConclusion', 'dead']);
  });

  it('finds every step of a loop with no way out', () => {
    const plan = aPlan();
    const loop = [aStep('a', [anOutcome('on', toStep('b'))]), aStep('b', [anOutcome('on', toStep('a'))])];
    const looped = withOutcome({ ...plan, steps: [...plan.steps, ...loop] }, 'ground', 'bad', { goTo: toStep('a') });
    expect(found(looped).filter(([rule]) => rule === 'loopWithoutWayOut')).to.deep.equal([
      ['loopWithoutWayOut', 'a'],
      ['loopWithoutWayOut', 'b'],
    ]);
  });

  it('lets a loop be that has a way out', () => {
    const plan = withOutcome(aPlan(), 'feed', 'there', { when: [{ readingId: 'volts', zoneIds: ['inSpec'] }] });
    const repeat = anOutcome('repeat', toStep('look'), { when: [{ readingId: 'volts', zoneIds: ['above'] }] });
    const looped = withStep(plan, 'feed', (step) => ({ ...step, outcomes: [...step.outcomes, repeat] }));
    expect(rulesFound(looped)).to.not.include('loopWithoutWayOut');
  });

  it('finds the zone that no outcome takes, by its name', () => {
    const plan = withOutcome(aPlan(), 'feed', 'there', { when: [{ readingId: 'volts', zoneIds: ['inSpec'] }] });
    expect(checkPlan(plan).map(({ message }) => message)).to.deep.equal(['“feed” has no outcome for Feed “too high”.']);
  });

  it('finds the case that is open between two readings', () => {
    const both = withStep(aPlan(), 'ground', (step) => ({
      ...step,
      readings: [...step.readings, aReading('load', { kind: 'band', unit: 'A', min: 5, max: null }, { name: 'Load' })],
      outcomes: [
        anOutcome('good', toConclusion('motor'), {
          when: [{ readingId: 'drop', zoneIds: ['inSpec'] }],
          pointsTo: ['motor'],
        }),
        anOutcome('bad', toConclusion('ground'), {
          when: [{ readingId: 'load', zoneIds: ['below'] }],
          pointsTo: ['ground'],
        }),
      ],
    }));
    expect(checkPlan(both).map(({ message }) => message)).to.deep.equal([
      '“ground” has no outcome for Drop “too high” with Load “in spec”.',
    ]);
  });

  it('warns of an outcome that an earlier one always takes', () => {
    const plan = withOutcome(aPlan(), 'look', 'broken', { when: [] });
    const findings = checkPlan(plan).filter(({ rule }) => rule === 'outcomeNeverTaken');
    expect(findings.map(({ severity, at }) => [severity, at.outcomeId])).to.deep.equal([['warning', 'fine']]);
  });

  it('finds a suspect that a way to its conclusion has cleared', () => {
    const silent = withOutcome(aPlan(), 'ground', 'bad', { pointsTo: [] });
    const plan = withOutcome(silent, 'look', 'fine', { clears: ['fuse', 'ground'] });
    const finding = checkPlan(plan).find(({ rule }) => rule === 'concludedAfterCleared');
    expect([finding?.severity, finding?.at]).to.deep.equal([
      'error',
      { stepId: 'ground', outcomeId: 'bad', suspectId: 'ground' },
    ]);
    expect(finding?.message).to.include('“look”');
  });

  it('only warns where it was pointed to again, as the line-up takes it up again', () => {
    const plan = withOutcome(aPlan(), 'look', 'fine', { clears: ['fuse', 'ground'] });
    expect(checkPlan(plan).map(({ rule, severity, at }) => [rule, severity, at.outcomeId])).to.deep.equal([
      ['clearedAndPointedTo', 'warning', 'bad'],
    ]);
    const trail = walk(
      plan,
      chosen('look', 'seen', 'fine'),
      taken('look', 'fine'),
      ignitionOn('feed'),
      typed('feed', 'volts', '12.4'),
      taken('feed', 'there'),
      typed('ground', 'drop', '3'),
      taken('ground', 'bad'),
    );
    expect(lineUp(trail)[0]?.suspect.id).to.equal('ground');
  });

  it('warns of a suspect that a step clears or points to whatever it reads', () => {
    const both = withOutcome(withOutcome(aPlan(), 'look', 'fine', { clears: ['feed'] }), 'look', 'broken', {
      clears: ['feed'],
    });
    expect(rulesFound(both)).to.include('sameWhateverTheReading');
    const pointed = withOutcome(withOutcome(aPlan(), 'ground', 'good', { pointsTo: ['motor'] }), 'ground', 'bad', {
      pointsTo: ['ground', 'motor'],
    });
    expect(checkPlan(pointed).find(({ rule }) => rule === 'sameWhateverTheReading')?.message).to.equal(
      '“ground” points to “motor” whatever it reads.',
    );
    expect(rulesFound(aPlan())).not.to.include('sameWhateverTheReading');
  });

  it('finds a suspect that is cleared and concluded by one outcome', () =>
    expect(rulesFound(withOutcome(aPlan(), 'ground', 'bad', { clears: ['ground'] }))).to.deep.equal([
      'concludedAfterCleared',
      // The other outcome clears it too.
      'sameWhateverTheReading',
    ]));

  it('finds names in formulas and curves that nothing in the plan has', () => {
    const plan = withStep(aPlan(), 'ground', (step) => ({
      ...step,
      readings: [
        aReading('drop', { kind: 'formula', unit: 'V', min: 'volts - supply', max: null }),
        aReading('ohms', { kind: 'band', unit: 'Ω', min: null, max: 1 }, { derivedFrom: 'drop / amps' }),
      ],
      outcomes: [anOutcome('any', toConclusion('motor'))],
    }));
    const messages = checkPlan(plan)
      .filter(({ rule }) => rule === 'unknownReference')
      .map((finding) => finding.message);
    expect(messages).to.deep.equal([
      '“drop” of “ground” needs “supply”, which is neither a reading nor an input of this plan.',
      '“ohms” of “ground” needs “amps”, which is neither a reading nor an input of this plan.',
    ]);
  });

  it('finds names of things that the plan does not have', () => {
    const plan = withStep(withOutcome(aPlan(), 'look', 'broken', { pointsTo: ['fuse', 'ghost'] }), 'feed', (step) => ({
      ...step,
      partCardIds: ['gone'],
      hookUp: aHookUp({ leads: [{ colour: 'red', how: '', at: { kind: 'pin', connectorId: 'C9', pin: '1' } }] }),
    }));
    expect(checkPlan(plan).map(({ message }) => message)).to.deep.equal([
      'An outcome of “look” names the suspect “ghost”, which the plan does not have.',
      'The shelf of “feed” asks for the part card “gone”, which the plan does not have.',
      'The red lead of “feed” goes to C9·1, which no part card has.',
    ]);
  });

  it('finds an id that is used twice', () => {
    const plan = aPlan();
    expect(rulesFound({ ...plan, conclusions: [...plan.conclusions, ...plan.conclusions.slice(0, 1)] })).to.deep.equal([
      'doubleId',
    ]);
  });

  it('finds a step that only an outcome leads to which is never taken, and the suspect that only it concludes', () => {
    const plan = aPlan();
    const behind = aStep('behind', [anOutcome('on', toConclusion('ground'))]);
    const [look, ...others] = plan.steps as [Step, ...Step[]];
    const never = anOutcome('never', toStep('behind'), { when: [{ readingId: 'seen', zoneIds: [] }] });
    const steps = [{ ...look, outcomes: [...look.outcomes, never] }, ...others, behind];
    expect(found({ ...plan, steps })).to.deep.include.members([
      ['outcomeNeverTaken', 'look'],
      ['unreachableStep', 'behind'],
    ]);
    const onlyThere = withOutcome({ ...plan, steps }, 'ground', 'bad', { goTo: toConclusion('motor') });
    expect(found(onlyThere)).to.deep.include(['suspectNeverConcluded', 'ground']);
  });

  const option = (id: string, ok = false) => ({ id, name: id, meaning: '', ok });
  const volts: Spec = { kind: 'band', unit: 'V', min: 1, max: 2 };
  const anInput = (id: string, unit: string, from: string | null) =>
    ({ id, name: id, unit, ask: '', means: 'value', from }) as const;
  const withReading = (spec: Spec, more: Partial<StepReading> = {}, inputs: Plan['inputs'] = []) =>
    withStep(aPlan({ inputs }), 'ground', (step) => ({
      ...step,
      readings: [...step.readings, aReading('more', spec, more)],
    }));
  const curve = (of: string, ofUnit: string): Spec => ({
    kind: 'curve',
    unit: 'kΩ',
    of,
    ofUnit,
    rows: [20, 80].map((at) => ({ at, limits: { kind: 'band', min: 1, max: 2 } })),
  });

  for (const [what, plan, rule, message] of [
    [
      'two options of one id',
      withReading({ kind: 'choice', options: [option('a', true), option('b'), option('a')] }),
      'doubleId',
      '“a”',
    ],
    [
      'two zones of one id',
      withReading({ kind: 'zones', unit: 'V', cuts: [1, 2], zones: [option('a'), option('b', true), option('a')] }),
      'doubleId',
      '“a”',
    ],
    ['two inputs of one id', aPlan({ inputs: [anInput('x', 'V', null), anInput('x', 'A', null)] }), 'doubleId', '“x”'],
    ['an input called like a reading', aPlan({ inputs: [anInput('volts', 'V', null)] }), 'doubleId', '“volts”'],
    [
      'an input from a reading that no step takes',
      aPlan({ inputs: [anInput('x', 'V', 'gone')] }),
      'unknownReference',
      '“gone”',
    ],
    ['an input from a choice', aPlan({ inputs: [anInput('x', 'V', 'seen')] }), 'notANumber', 'gives no number'],
    [
      'an input from amps that is in volts',
      aPlan({ inputs: [anInput('x', 'A', 'volts')] }),
      'otherQuantity',
      '“volts”',
    ],
    ['a formula on a choice', withReading(volts, { derivedFrom: 'seen * 2' }), 'notANumber', 'gives no number'],
    [
      'limits from a choice',
      withReading({ kind: 'formula', unit: 'V', min: 'seen', max: null }),
      'notANumber',
      'gives no number',
    ],
    ['a curve over volts in degrees', withReading(curve('volts', '°C')), 'otherQuantity', 'a temperature'],
    ['a curve over a choice', withReading(curve('seen', '°C')), 'notANumber', 'gives no number'],
  ] as const)
    it(`finds ${what}`, () =>
      expect(
        checkPlan(plan)
          .filter((finding) => finding.rule === rule)
          .map((finding) => finding.message)
          .join(),
      ).to.include(message));

  it('lets a curve over an input of its quantity be', () =>
    expect(
      checkPlan(withReading(curve('coolant', '°C'), {}, [anInput('coolant', '°F', null)])).filter(
        ({ rule }) => rule === 'otherQuantity' || rule === 'notANumber',
      ),
    ).to.deep.equal([]));

  it('agrees with walking every way, on random plans', () => {
    let broken = 0;
    fc.assert(
      fc.property(randomPlan, (plan) => {
        const unreachable = new Set(ofRule(checkPlan(plan), 'unreachableStep'));
        const walked = walkEverywhere(plan);
        expect([...unreachable].sort()).to.deep.equal(
          plan.steps
            .map(({ id }) => id)
            .filter((id) => !walked.has(id))
            .sort(),
        );
        for (const { id } of plan.steps) {
          const stuck = [
            ...ofRule(checkPlan(plan), 'noWayToConclusion'),
            ...ofRule(checkPlan(plan), 'loopWithoutWayOut'),
          ];
          broken += Number(stuck.includes(id));
          expect(stuck.includes(id)).to.equal(!canConclude(plan, id));
        }
      }),
      { numRuns: 300, seed: 41 },
    );
    expect(broken).to.be.greaterThan(50);
  });
});

const ofRule = (findings: readonly Finding[], rule: Finding['rule']) =>
  findings.filter((finding) => finding.rule === rule).map(({ at }) => at.stepId);

const shows: Spec = {
  kind: 'choice',
  options: ['a', 'b', 'c'].map((id) => ({ id, name: id, meaning: '', ok: false })),
};
const way = fc.record({ to: fc.integer({ min: 0, max: 9 }), when: fc.subarray(['a', 'b', 'c']) });
const randomPlan = fc
  .array(fc.array(way, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 8 })
  .map((ways): Plan => {
    const target = (to: number) =>
      to < ways.length ? toStep(`s${to}`) : to === 9 ? toConclusion('fuse') : ({ kind: 'nowhere' } as const);
    const steps = ways.map((outcomes, index) =>
      aStep(
        `s${index}`,
        outcomes.map(({ to, when }, at) =>
          anOutcome(`o${at}`, target(to), { when: [{ readingId: 'shows', zoneIds: when }] }),
        ),
        { readings: [aReading('shows', shows)] },
      ),
    );
    return aPlan({ steps, startStepId: 's0' });
  });

/** Where a step leads to, told by going through what it can show: the first outcome that asks for it. */
const leadsTo = ({ outcomes }: Step) =>
  ['a', 'b', 'c'].flatMap(
    (seen) => outcomes.find(({ when }) => when.every(({ zoneIds }) => zoneIds.includes(seen)))?.goTo ?? [],
  );

function walkEverywhere(plan: Plan, at = plan.startStepId, seen = new Set<string>()): Set<string> {
  if (seen.has(at)) return seen;
  seen.add(at);
  const step = plan.steps.find(({ id }) => id === at);
  for (const goTo of step ? leadsTo(step) : []) if (goTo.kind === 'step') walkEverywhere(plan, goTo.stepId, seen);
  return seen;
}

const canConclude = (plan: Plan, from: string): boolean =>
  [...walkEverywhere(plan, from)].some((id) =>
    plan.steps.some((step) => step.id === id && leadsTo(step).some(({ kind }) => kind === 'conclusion')),
  );
