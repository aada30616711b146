import { expect } from 'chai';
import { lineUp } from '../evidence/index.js';
import { blankSuspect, checkPlan, type Experiment, experimentNames, type Plan, stepSchema } from '../plan/index.js';
import { validate } from '../schema/index.js';
import { aPartCard, aPlan, toConclusion } from '../testing/aPlan.js';
import { chosen, entered, taken, typed, walk } from '../testing/aWalk.js';
import { unmetNeeds } from '../trail/index.js';
import {
  type Answers,
  experimentKinds,
  experimentStep,
  likelySubjects,
  measuredAsks,
  measuredStep,
  type Subjects,
  type SuspectRole,
  suspectRoles,
} from './index.js';

const kinds = Object.keys(experimentNames) as Experiment[];
const roles = Object.keys(suspectRoles) as SuspectRole[];

const suspects = roles.map((id) => blankSuspect(id, suspectRoles[id], { repair: 'x', afterRepair: 'x' }));
/** Each role has one suspect, of the same name. */
const subjects: Subjects = Object.fromEntries(roles.map((role) => [role, [role]]));

/** What was proposed, and a name for what nobody can propose. */
const answersTo = (kind: Experiment, more: Answers = {}): Answers => ({
  ...Object.fromEntries(
    experimentKinds[kind].asks.flatMap(({ id, initial, mayBeEmpty }) => (initial || mayBeEmpty ? [] : [[id, 'X1']])),
  ),
  ...more,
});

function stepOf(kind: Experiment, more: Answers = {}, of: Subjects = subjects) {
  const made = experimentStep(kind, 'try', answersTo(kind, more), of);
  if (!made.ok) throw new Error(`${kind}: ${made.problem.message}`);
  return made.value;
}

/** A plan of this step alone, in which every outcome leads to the one conclusion. */
function planOf(kind: Experiment, more: Answers = {}): Plan {
  const step = stepOf(kind, more);
  const outcomes = step.outcomes.map((outcome) => ({ ...outcome, goTo: toConclusion('end') }));
  return {
    ...aPlan(),
    suspects,
    startStepId: 'try',
    steps: [{ ...step, outcomes }],
    conclusions: [{ id: 'end', title: 'End', summary: '', suspectIds: roles }],
  };
}

describe('an experiment', () => {
  for (const kind of kinds)
    describe(experimentNames[kind], () => {
      it('is a step that the schema takes, and says what it proves and how long it takes', () => {
        const step = stepOf(kind);
        expect(validate(stepSchema, step).ok).to.equal(true);
        expect(step.experiment).to.equal(kind);
        expect(step.proves).to.not.equal('');
        expect(step.effort.minutes).to.be.greaterThan(0);
        expect(experimentKinds[kind].purpose).to.match(/\.$|\?$/);
      });

      it('asks for what makes it safe before it opens, and the plan check misses it where it is gone', () => {
        const plan = planOf(kind);
        const rules = (of: Plan) => checkPlan(of).map(({ rule }) => rule);
        expect(rules(plan)).to.not.include('experimentUnsafe');
        expect(unmetNeeds(walk(plan), plan.steps[0]?.needs ?? []).length).to.be.greaterThan(0);
        const bare = { ...plan, steps: plan.steps.map((step) => ({ ...step, needs: [] })) };
        const isWatched = !['move', 'climate', 'compare'].includes(kind);
        expect(rules(bare).includes('experimentUnsafe')).to.equal(isWatched);
      });

      it('has one outcome for whatever can come out, and no case twice or left open', () => {
        const findings = checkPlan(planOf(kind)).map(({ rule }) => rule);
        for (const rule of ['caseLeftOpen', 'outcomeNeverTaken', 'unknownReference', 'doubleId'])
          expect(findings, rule).to.not.include(rule);
      });

      it('never clears whom the same result points to', () => {
        for (const { clears, pointsTo } of stepOf(kind, {}, { part: ['a'], feed: ['a'], wiringHere: ['a', 'b'] })
          .outcomes)
          expect(clears.filter((id) => pointsTo.includes(id))).to.deep.equal([]);
      });
    });

  const needsDone = (kind: Experiment) => ({
    kind: 'stateConfirmed' as const,
    stepId: 'try',
    state: stepOf(kind).needs.map(({ what, is }) => ({ what, is })),
  });
  const likeliest = (kind: Experiment, entry: ReturnType<typeof typed>, outcomeId: string) => {
    const plan = planOf(kind);
    const entries = lineUp(walk(plan, needsDone(kind), entry, taken('try', outcomeId)));
    return {
      ids: entries.map(({ suspect }) => suspect.id),
      cleared: entries.filter(({ clearedBy }) => clearedBy).length,
    };
  };
  const rows = (...texts: string[]) => entered('try', 'shows', { kind: 'rows', texts });

  for (const [message, kind, entry, outcomeId, first, cleared] of [
    ['a swap: the fault goes with the part', 'swap', chosen('try', 'shows', 'follows'), 'follows', ['part'], 5],
    [
      'a swap: the fault stays with the place',
      'swap',
      chosen('try', 'shows', 'stays'),
      'stays',
      ['wiringHere', 'wiringThere', 'feed', 'ground', 'controlUnit'],
      1,
    ],
    ['a bridge: the load runs', 'bridge', chosen('try', 'shows', 'runs'), 'runs', ['part', 'controlUnit'], 3],
    [
      'a bridge: the load does nothing',
      'bridge',
      chosen('try', 'shows', 'still'),
      'still',
      ['feed', 'wiringThere', 'ground'],
      2,
    ],
    ['known values: they follow', 'substitute', rows('80', '20'), 'inSpec', ['part'], 5],
    [
      'known values: they are stuck',
      'substitute',
      rows('140', '140'),
      'stuck',
      ['wiringHere', 'wiringThere', 'controlUnit'],
      1,
    ],
    ['unplugging: it jumps', 'unplug', typed('try', 'shows', '4,96'), 'inSpec', ['part', 'wiringHere'], 2],
    ['unplugging: it stays', 'unplug', typed('try', 'shows', '0,1'), 'stays', ['wiringThere', 'controlUnit'], 1],
  ] as const)
    it(`says what comes of ${message}`, () => {
      const found = likeliest(kind, entry, outcomeId);
      expect(found.ids.slice(0, first.length)).to.have.members([...first]);
      expect(found.cleared).to.equal(cleared);
    });

  it('lets only the voltage under load count', () => {
    const walked = (loaded: string, outcomeId: string) => {
      const trail = walk(
        planOf('load'),
        needsDone('load'),
        typed('try', 'open', '12,6'),
        typed('try', 'shows', loaded),
        taken('try', outcomeId),
      );
      return lineUp(trail)[0]?.suspect.id;
    };
    expect(walked('4', 'sags')).to.be.oneOf(['feed', 'wiringHere']);
    expect(walked('12,1', 'inSpec')).to.not.equal('feed');
  });

  it('counts dropouts for each section by its name', () => {
    const [reading] = stepOf('move', { sections: 'plug; sill ;; hinge' }).readings;
    const names = reading?.spec.kind === 'count' ? reading.spec.sections.map(({ name }) => name) : [];
    expect(names).to.deep.equal(['plug', 'sill', 'hinge']);
  });

  for (const [why, kind, more, askId, message] of [
    ['nothing where something must be', 'swap', { twin: ' ' }, 'twin', '“With which, that works” is empty.'],
    ['a unit of another kind', 'bridge', { rating: '10 V' }, 'rating', /voltage/],
    ['OL for a limit', 'load', { min: 'OL' }, 'min', /is not a number to judge by/],
    ['a unit that nobody knows', 'compare', { unit: 'furlong' }, 'unit', /not a unit known here/],
    ['a pressure without its datum', 'compare', { unit: 'kPa' }, 'unit', /needs its datum/],
    ['one point alone', 'substitute', { put: '2,5', back: '20' }, 'put', /at one point alone/],
    ['values that do not rise', 'substitute', { put: '3; 2' }, 'put', 'The values must rise.'],
    ['not as many back as are put in', 'pressure', { back: '0,5' }, 'back', /3 values are put in, and 1/],
    ['no limit at all', 'unplug', { min: '', max: '' }, 'min', /so that the reading can be judged/],
    ['limits the wrong way round', 'unplug', { min: '5', max: '1' }, 'max', /below the least/],
    ['a time of nothing', 'move', { seconds: '0' }, 'seconds', /From 1 s/],
    ['nothing to compare with', 'compare', { members: 'this one' }, 'members', /at least one good one/],
  ] as const)
    it(`says what cannot be used: ${why}`, () => {
      const made = experimentStep(kind, 'try', answersTo(kind, more), subjects);
      expect(made.ok).to.equal(false);
      if (made.ok) return;
      expect(made.problem.askId).to.equal(askId);
      expect(made.problem.message).to.match(new RegExp(message));
    });

  it('reads numbers as a reading is read: comma, prefix, its own unit', () => {
    const [reading] = stepOf('bridge', { rating: '7,5' }).needs;
    expect(reading?.is).to.equal('connected, fused 7,5 A');
    const [, loaded] = stepOf('load', { min: '11500 mV' }).readings;
    expect(loaded?.spec).to.deep.include({ min: 11.5 });
  });
});

describe('likelySubjects', () => {
  it('goes by what a suspect is, and leaves the parts to the reader', () => {
    const plan = aPlan();
    const of = (kind: (typeof plan.suspects)[number]['kind'], id: string) => ({ ...suspects[0], id, kind }) as never;
    expect(likelySubjects([of('fuse', 'F1'), of('ground', 'G1'), of('wire', 'w'), of('part', 'p')])).to.deep.equal({
      feed: ['F1'],
      ground: ['G1'],
      wiringHere: ['w'],
    });
  });
});

describe('measuredStep', () => {
  const test = (answers: Answers) =>
    measuredStep(
      't',
      {
        answers: { title: 'Feed of the sensor', unit: 'V', min: '11,5', max: '', ...answers },
        inSpec: { clears: ['feed'], pointsTo: [] },
        below: { clears: [], pointsTo: ['feed'] },
        above: { clears: [], pointsTo: ['controlUnit'] },
        minutes: 3,
        access: 'underBonnet',
      },
      { partCards: [aPartCard('sensor', 'C31', ['1', '2'])] },
    );

  it('makes a step of one number, with an outcome in spec and one on each side with a limit', () => {
    const made = test({});
    expect(made.ok && validate(stepSchema, made.value).ok).to.equal(true);
    if (!made.ok) return;
    expect(made.value.readings[0]?.spec).to.deep.include({ min: 11.5, max: null });
    expect(made.value.outcomes.map(({ clears, pointsTo }) => [clears, pointsTo])).to.deep.equal([
      [['feed'], []],
      [[], ['feed']],
    ]);
    expect(made.value.hookUp).to.deep.include({ instrument: 'dcVolts', leads: [] });
    expect(made.value.effort).to.deep.include({ minutes: 3, access: 'underBonnet' });
  });

  it('tells too low from too high where both have a limit', () => {
    const made = test({ max: '15' });
    expect(made.ok && made.value.outcomes.map(({ when, pointsTo }) => [when[0]?.zoneIds, pointsTo])).to.deep.equal([
      [['inSpec'], []],
      [['below'], ['feed']],
      [['above'], ['controlUnit']],
    ]);
  });

  it('puts the leads to pins of the part cards, or to places in words, on an instrument that shows the unit', () => {
    const hookUp = (answers: Answers) => {
      const made = test(answers);
      return made.ok ? made.value.hookUp : made.problem;
    };
    expect(hookUp({ red: 'C31 · 2', black: 'engine block ' })).to.deep.include({
      instrument: 'dcVolts',
      leads: [
        { colour: 'red', how: '', at: { kind: 'pin', connectorId: 'C31', pin: '2' } },
        { colour: 'black', how: '', at: { kind: 'place', name: 'engine block' } },
      ],
    });
    expect(hookUp({ unit: 'kΩ', min: '1' })).to.deep.include({ instrument: 'ohms' });
    expect(hookUp({ unit: '1/min', min: '1' })).to.equal(null);
    expect(hookUp({ unit: '1/min', min: '1', red: 'crank sensor' })).to.deep.include({ instrument: 'scope' });
  });

  it('asks for all that it is told, and for a limit', () => {
    expect(measuredAsks.map(({ id }) => id)).to.deep.equal(['title', 'unit', 'min', 'max', 'red', 'black']);
    const problem = (answers: Answers) => {
      const made = test(answers);
      return made.ok ? 'fits' : made.problem.askId;
    };
    expect([
      problem({ title: '' }),
      problem({ min: '' }),
      problem({ max: '1' }),
      problem({ min: '1 ohm' }),
    ]).to.deep.equal(['title', 'min', 'max', 'min']);
  });
});
