import { expect } from 'chai';
import {
  aHookUp,
  aNeed,
  anOutcome,
  aPath,
  aPlan,
  aReading,
  aStep,
  toConclusion,
  toStep,
  withOutcome,
  withStep,
} from '../../testing/aPlan.js';
import {
  acceptanceOf,
  checkPlan,
  type HookUp,
  isOpen,
  mendOf,
  type Need,
  type Plan,
  type RuleName,
  type Step,
  type StepReading,
  type Suspect,
} from '../index.js';

const ofRule = (plan: Plan, rule: RuleName) => checkPlan(plan).filter((finding) => finding.rule === rule);
const feed = (change: Partial<Step>): Plan => withStep(aPlan(), 'feed', (step) => ({ ...step, ...change }));
const ground = (change: Partial<Step>): Plan => withStep(aPlan(), 'ground', (step) => ({ ...step, ...change }));
const ohms = aHookUp({ instrument: 'ohms' });
const drop = aPlan().steps[2]?.readings[0];

const task = (...needs: Need[]): Suspect['tasks'][number] => ({
  id: 't',
  kind: 'check',
  text: 'Look',
  needs,
  limit: null,
});

interface Broken {
  readonly rule: RuleName;
  readonly why: string;
  readonly plan: Plan;
  readonly mended: Plan;
}

const formula = (min: string) =>
  ground({ readings: [aReading('drop', { kind: 'formula', unit: 'V', min, max: null })] });

// For every rule a plan that breaks it, and its twin that does not.
const broken: readonly Broken[] = [
  {
    rule: 'resistanceMeasuredLive',
    why: 'ohms with the ignition on, as the way to the step left it',
    plan: ground({ hookUp: ohms, needs: [] }),
    mended: ground({ hookUp: ohms, needs: [aNeed('ignition', 'off')] }),
  },
  {
    rule: 'resistanceMeasuredLive',
    why: 'continuity in a plug that is still on',
    plan: ground({ hookUp: aHookUp({ instrument: 'continuity' }) }),
    mended: ground({ hookUp: aHookUp({ instrument: 'continuity' }), needs: [aNeed('C31', 'unplugged')] }),
  },
  {
    rule: 'unpluggedLive',
    why: 'a plug that only the instruction takes off',
    plan: ground({ instruction: 'Unplug C31 and measure.' }),
    mended: ground({ instruction: 'Unplug C31 and measure.', needs: [aNeed('C31', 'unplugged')] }),
  },
  {
    rule: 'resistanceMeasuredLive',
    why: 'ohms with the ignition on and a door open: a door is no plug',
    plan: ground({ hookUp: ohms, needs: [aNeed('ignition', 'on'), aNeed('rear door', 'open')] }),
    mended: ground({ hookUp: ohms, needs: [aNeed('ignition', 'off'), aNeed('rear door', 'open')] }),
  },
  {
    rule: 'resistanceMeasuredLive',
    why: 'ohms of one reading beside others in volts',
    plan: ground({ readings: [{ ...(drop as StepReading), hookUp: ohms }] }),
    mended: ground({ readings: [{ ...(drop as StepReading), hookUp: ohms }], needs: [aNeed('ignition', 'off')] }),
  },
  {
    rule: 'resistanceMeasuredLive',
    why: 'a plug in other words than those that a rule could know',
    plan: ground({
      hookUp: ohms,
      needs: [aNeed('ignition', 'on'), { ...aNeed('C31', 'von der Dose'), does: 'check' }],
    }),
    mended: ground({
      hookUp: ohms,
      needs: [aNeed('ignition', 'on'), { ...aNeed('C31', 'von der Dose'), does: 'unplug' }],
    }),
  },
  ...[
    'Remove fuse F12.',
    'Pull relay K4 and measure at its socket.',
    'Pull F12, then read.',
    'Do not wait; unplug C31.',
  ].map(
    (instruction): Broken => ({
      rule: 'unpluggedLive',
      why: `“${instruction}” with the ignition on`,
      plan: ground({ instruction }),
      mended: ground({ instruction, needs: [aNeed('ignition', 'off')] }),
    }),
  ),
  ...[
    'Do not unplug C31.',
    'Never pull the relay.',
    'Measure from behind, without unplugging; do not remove fuse F12.',
  ].map(
    (instruction): Broken => ({
      rule: 'unpluggedLive',
      why: 'a plug, where its twin forbids it',
      plan: ground({ instruction: 'Unplug C31.' }),
      mended: ground({ instruction }),
    }),
  ),
  {
    rule: 'stateUntold',
    why: 'an engine that only the instruction starts',
    plan: ground({ instruction: 'Start the engine, then read.' }),
    mended: ground({ instruction: 'Start the engine, then read.', needs: [aNeed('engine', 'running')] }),
  },
  {
    rule: 'stateUntold',
    why: 'an ignition that one way leaves on and the other off',
    plan: twoWays([]),
    mended: twoWays([aNeed('ignition', 'on')]),
  },
  {
    rule: 'readingUsedBeforeTaken',
    why: 'a limit from a reading that one way leaves out',
    plan: withOutcome(formula('volts - 0.5'), 'look', 'fine', { goTo: toStep('ground') }),
    mended: formula('volts - 0.5'),
  },
  { rule: 'wrongUnitInFormula', why: 'volts times volts', plan: formula('volts * volts'), mended: formula('volts') },
  {
    rule: 'wrongUnitInFormula',
    why: 'volts and amps in one sum',
    plan: withAmps('amps + volts'),
    mended: withAmps('mean(volts, volts + 0.1)'),
  },
  {
    rule: 'beyondTheHookUp',
    why: 'volts on an ohmmeter',
    plan: feed({ hookUp: aHookUp({ instrument: 'dcAmps' }) }),
    mended: feed({ hookUp: aHookUp() }),
  },
  {
    rule: 'beyondTheHookUp',
    why: 'a limit of 14.8 V in the range of 2 V',
    plan: feed({ hookUp: aHookUp({ range: { value: 2, unit: 'V' } }) }),
    mended: feed({ hookUp: aHookUp({ range: { value: 20, unit: 'V' } }) }),
  },
  {
    rule: 'limitNarrowerThanAccuracy',
    why: '12.0 to 12.1 V with a meter of 1 %',
    plan: narrow({}),
    mended: narrow({ tooClose: 'repeat' }),
  },
  {
    rule: 'limitNarrowerThanAccuracy',
    why: '12.0 to 12.1 V with digits of a meter in its range of 200 V',
    plan: narrow({}, { accuracy: { percent: 0, digits: 1 }, range: { value: 200, unit: 'V' } }),
    mended: narrow({}, { accuracy: { percent: 0, digits: 1 }, range: { value: 20, unit: 'V' } }),
  },
  {
    rule: 'unsupportedConclusion',
    why: 'a motor that nothing points to',
    plan: withOutcome(aPlan(), 'ground', 'good', { pointsTo: [], clears: [] }),
    mended: withOutcome(aPlan(), 'ground', 'good', { pointsTo: [], clears: ['ground'] }),
  },
  {
    rule: 'repairWithoutProof',
    why: 'a fuse that is only looked at, and nothing said',
    plan: withFuse({ afterRepair: '' }),
    mended: withFuse({ afterRepair: 'The fan runs.' }),
  },
  {
    rule: 'repairWithoutProof',
    why: 'nothing is measured, and no work afterwards shows it',
    plan: withFuse({ afterRepair: ' ' }),
    mended: withFuse({ afterRepair: '', tasks: [task()] }),
  },
  {
    rule: 'causeWithoutRepair',
    why: 'the plan can come to it, and nothing says what is done',
    plan: withFuse({ repair: ' ' }),
    mended: withFuse({ repair: 'Replace it.' }),
  },
  {
    rule: 'taskNeedsUnknownState',
    why: 'work afterwards in a state that no step makes',
    plan: withFuse({ tasks: [task(aNeed('C99', 'on the test box'))] }),
    mended: withFuse({ tasks: [task(aNeed('ignition', 'on'))] }),
  },
  {
    rule: 'outcomesOverlap',
    why: 'two outcomes that both take “too high”',
    plan: withOutcome(aPlan(), 'feed', 'missing', { when: [{ readingId: 'volts', zoneIds: ['below', 'above'] }] }),
    mended: aPlan(),
  },
  { rule: 'hardBeforeEasy', why: 'the dismantling first', plan: twoFuses('dismantling'), mended: twoFuses('inReach') },
  {
    rule: 'noVisualCheck',
    why: 'a plan in which nobody looks',
    plan: { ...aPlan(), startStepId: 'feed' },
    mended: aPlan(),
  },
];

function twoWays(needs: Step['needs']): Plan {
  const plan = withOutcome(aPlan(), 'look', 'broken', { goTo: toStep('ground') });
  return withStep(
    withStep(plan, 'look', (step) => ({ ...step, needs: [aNeed('ignition', 'off')] })),
    'ground',
    (step) => ({ ...step, needs, hookUp: aHookUp() }),
  );
}

function withAmps(derivedFrom: string): Plan {
  const spec = { kind: 'band', unit: 'V', min: 0, max: null } as const;
  return ground({
    readings: [
      aReading('amps', { kind: 'band', unit: 'A', min: 1, max: null }),
      ...(drop ? [drop] : []),
      aReading('sum', spec, { derivedFrom }),
    ],
  });
}

function narrow(more: Partial<Plan>, hookUp: Partial<HookUp> = {}): Plan {
  const plan = feed({
    hookUp: aHookUp({ accuracy: { percent: 1, digits: 0 }, ...hookUp }),
    readings: [aReading('volts', { kind: 'band', unit: 'V', min: 12, max: 12.1 })],
  });
  return { ...plan, ...more };
}

function withFuse(more: Partial<Suspect>): Plan {
  const suspects = aPlan().suspects.map((suspect) => (suspect.id === 'fuse' ? { ...suspect, ...more } : suspect));
  return aPlan({ suspects });
}

/** The fuse is looked at twice: once where something must come off first, once in reach. */
function twoFuses(access: Step['effort']['access']): Plan {
  const look = aPlan().steps[0] as Step;
  const first = aStep(
    'first',
    [
      anOutcome('bad', toStep('look'), { when: [{ readingId: 'seen', zoneIds: ['broken'] }], pointsTo: ['fuse'] }),
      anOutcome('good', toStep('look'), { when: [{ readingId: 'seen', zoneIds: ['fine'] }] }),
    ],
    { readings: look.readings, effort: { minutes: 60, access, tools: [] } },
  );
  return { ...aPlan(), steps: [first, ...aPlan().steps], startStepId: 'first' };
}

describe('the rules of care', () => {
  for (const { rule, why, plan, mended } of broken) {
    it(`${rule}: warns of ${why}`, () =>
      expect(ofRule(plan, rule).map(({ severity }) => severity)).to.include('warning'));
    it(`${rule}: is silent about its mended twin (${why})`, () => expect(ofRule(mended, rule)).to.deep.equal([]));
  }

  it('warns of ohms where nobody has said how the ignition is', () =>
    expect(
      ofRule(
        withStep(aPlan(), 'look', (step) => ({ ...step, hookUp: ohms })),
        'resistanceMeasuredLive',
      ),
    ).to.have.length(1));
});

describe('the mend of a finding', () => {
  const withMend = broken.flatMap(({ rule, why, plan }) => {
    const finding = ofRule(plan, rule)[0];
    const mend = finding && mendOf(plan, finding);
    return mend ? [{ rule, why, mend }] : [];
  });

  it('is there for what is mechanical', () =>
    expect([...new Set(withMend.map(({ rule }) => rule))].sort()).to.deep.equal([
      'beyondTheHookUp',
      'limitNarrowerThanAccuracy',
      'outcomesOverlap',
      'resistanceMeasuredLive',
      'stateUntold',
      'unpluggedLive',
      'unsupportedConclusion',
    ]));

  for (const { rule, why, mend } of withMend)
    it(`${rule}: “${mend.label}” mends ${why}`, () => expect(ofRule(mend.plan, rule)).to.deep.equal([]));

  for (const [rule, plan] of [
    ['nothingToFollow', aPlan({ startStepId: '' })],
    ['unreachableStep', aPlan({ steps: [...aPlan().steps, aStep('island', [anOutcome('on', toConclusion('fuse'))])] })],
    ['caseLeftOpen', ground({ outcomes: [] })],
    ['outcomeNeverTaken', withOutcome(aPlan(), 'look', 'broken', { when: [] })],
    ['unknownReference', withOutcome(aPlan(), 'look', 'broken', { expects: ['ghost'] })],
    ['unknownReference', aPlan({ paths: [aPath('lamp', ['battery', 'lamp', 'stud'], ['ghost'])] })],
    [
      'unknownReference',
      withStep(aPlan(), 'ground', (step) => ({
        ...step,
        readings: step.readings.map((reading) => ({
          ...reading,
          expects: [{ kind: 'range', suspectId: 'ghost', min: 0, max: 1 }],
        })),
      })),
    ],
    ['unknownReference', aPlan({ conclusions: aPlan().conclusions.map((one) => ({ ...one, suspectIds: ['ghost'] })) })],
    ['concludedAfterCleared', withOutcome(aPlan({}), 'ground', 'bad', { clears: ['ground'], pointsTo: [] })],
    ['clearedAndPointedTo', withOutcome(aPlan(), 'look', 'fine', { clears: ['fuse', 'ground'] })],
  ] as const)
    it(`${rule}: takes the first finding away`, () => {
      const before = ofRule(plan, rule);
      const mend = before[0] && mendOf(plan, before[0]);
      expect(mend && ofRule(mend.plan, rule).length).to.equal(before.length - 1);
    });
});

describe('a finding that may stand', () => {
  const plan = ground({ hookUp: ohms, needs: [] });
  const [finding] = ofRule(plan, 'resistanceMeasuredLive');
  if (!finding) throw new Error('there is nothing to accept');
  const accepted = { ...plan, accepted: [acceptanceOf(finding, 'The bus is off here.')] };

  it('keeps the reason, and is no longer open', () => {
    const [kept] = ofRule(accepted, 'resistanceMeasuredLive');
    expect(kept && [kept.acceptedBecause, isOpen(kept)]).to.deep.equal(['The bus is off here.', false]);
  });

  it('says nothing about the same at another step', () =>
    expect(
      ofRule(
        withStep(accepted, 'feed', (step) => ({ ...step, hookUp: ohms })),
        'resistanceMeasuredLive',
      ).map(isOpen),
    ).to.deep.equal([true, false]));

  it('is never an error', () => {
    const dead = withOutcome(aPlan(), 'ground', 'bad', { goTo: { kind: 'nowhere' } });
    const [error] = ofRule(dead, 'outcomeWithoutTarget');
    const tried = { ...dead, accepted: error ? [acceptanceOf(error, 'never mind')] : [] };
    expect(ofRule(tried, 'outcomeWithoutTarget').map(isOpen)).to.deep.equal([true]);
  });
});
