import { expect } from 'chai';
import fc from 'fast-check';
import type { Job } from '../job/index.js';
import { blankRepair } from '../repair/index.js';
import { anOutcome, aPlan, aStep, toStep } from '../testing/aPlan.js';
import { chosen, events, ignitionOn, opened, taken, typed, walkToGround } from '../testing/aWalk.js';
import { type NewTrailEvent, reduceTrail } from '../trail/index.js';
import { countTogether, quantile, spreadOf } from './distribution.js';
import { authorsStrength, fleetWeights, withFleetWeights } from './fleetWeights.js';
import {
  addLessons,
  type CountTally,
  type Lesson,
  lessonChange,
  lessonOf,
  lessonsToCsv,
  planLessons,
  roundedValue,
} from './index.js';
import { limitAdvice } from './limitAdvice.js';
import { stepMinutes } from './stepMinutes.js';

const plan = aPlan();

type OneRepair = Job['repairs'][number];
const repair = (suspectId: string | null, more: Partial<OneRepair> = {}): OneRepair =>
  ({
    repairId: 'r1',
    repair: { ...blankRepair, cause: suspectId ?? 'chafed loom', suspectId, trailId: 't1' },
    failedBecause: null,
    ...more,
  }) as OneRepair;
const jobWith = (verdict: 'proven' | 'partlyProven' | undefined, ...repairs: OneRepair[]) => ({
  repairs,
  proof: verdict && ({ verdict } as Job['proof']),
});

function lesson(job: ReturnType<typeof jobWith> | undefined, ...walked: NewTrailEvent[]): Lesson {
  const log = events(opened, ...walked);
  const trail = reduceTrail(plan, log);
  if (!trail.ok) throw new Error(JSON.stringify(trail.problem));
  return lessonOf({ trailId: 't1', trail: trail.value, events: log, job });
}
/** Of what, how often, by topic. */
const told = ({ counts }: Lesson, ...topics: CountTally['about'][]) =>
  counts
    .filter(({ about }) => topics.includes(about))
    .map(({ about, stepId, of, count }) => [about, stepId || of, count]);

describe('lessonOf', () => {
  const proven = jobWith('proven', repair('ground'));

  it('counts a cause only once its repair is proven', () => {
    for (const job of [undefined, jobWith(undefined, repair('ground')), jobWith('partlyProven', repair('ground'))])
      expect(told(lesson(job, ...walkToGround), 'proven', 'offPlan')).to.deep.equal([]);
    expect(told(lesson(proven, ...walkToGround), 'trail', 'concluded', 'proven')).to.deep.equal([
      ['trail', '', 1],
      ['concluded', '', 1],
      ['proven', 'ground', 1],
    ]);
  });

  it('counts a repair of another trail for that one alone', () => {
    const other = repair('ground', { repair: { ...blankRepair, suspectId: 'ground', trailId: 't2' } as never });
    expect(told(lesson(jobWith('proven', other), ...walkToGround), 'proven', 'offPlan')).to.deep.equal([]);
  });

  it('counts a proven cause that the plan does not have by its name', () => {
    expect(told(lesson(jobWith('proven', repair(null)), ...walkToGround), 'proven', 'offPlan')).to.deep.equal([
      ['offPlan', 'chafed loom', 1],
    ]);
  });

  it('counts a suspect that was repaired in vain once, whether the job says so, the trail, or both', () => {
    const reopened: NewTrailEvent = {
      kind: 'reopened',
      repairId: 'r1',
      suspectIds: ['ground'],
      what: 'ground cleaned',
      because: 'it stays',
    };
    const inVain = jobWith(undefined, repair('ground', { failedBecause: 'it stays' }));
    const once = [['wrong', 'ground', 1]];
    expect(told(lesson(inVain, ...walkToGround), 'wrong')).to.deep.equal(once);
    expect(told(lesson(undefined, ...walkToGround, reopened), 'wrong')).to.deep.equal(once);
    expect(told(lesson(inVain, ...walkToGround, reopened), 'wrong')).to.deep.equal(once);
  });

  it('counts what became of each step: done, decided, skipped, gone back from, measured again', () => {
    const walked = lesson(
      undefined,
      chosen('look', 'seen', 'fine'),
      taken('look', 'fine'),
      { kind: 'wentBack', toWaymarkId: 'e2' },
      chosen('look', 'seen', 'fine'),
      taken('look', 'fine'),
      { kind: 'skipped', stepId: 'feed', reason: 'no time', outcomeId: 'there' },
      ignitionOn('ground'),
      typed('ground', 'drop', '0.4'),
      typed('ground', 'drop', '0.9'),
      taken('ground', 'bad'),
      { kind: 'remarkMade', stepId: 'ground', about: 'unclear', text: 'which stud?' },
    );
    expect(told(walked, 'done', 'decided', 'skipped', 'goneBack', 'again', 'remark')).to.deep.equal([
      ['goneBack', 'look', 1],
      ['done', 'look', 1],
      ['decided', 'look', 1],
      ['skipped', 'feed', 1],
      ['done', 'ground', 1],
      ['decided', 'ground', 1],
      ['again', 'ground', 1],
      ['remark', 'ground', 1],
    ]);
    expect(walked.readings.map(({ readingId, value }) => [readingId, value])).to.deep.equal([['drop', 0.9]]);
  });

  it('calls a reading sound where the proven cause is nothing that its step names, and after a proven repair', () => {
    const again: NewTrailEvent[] = [
      { kind: 'proofStepOpened', stepId: 'ground', repairId: 'r1' },
      ignitionOn('ground'),
      typed('ground', 'drop', '0.05'),
      taken('ground', 'good'),
    ];
    const seen = (job: typeof proven | undefined) =>
      lesson(job, ...walkToGround, ...again).readings.map(({ readingId, value, sound, state, inSpec, outOfSpec }) => [
        readingId,
        value,
        sound,
        state,
        inSpec - outOfSpec,
      ]);
    expect(seen(proven)).to.deep.equal([
      ['volts', 12.4, 1, 'ignition on', 1],
      ['drop', 0.9, 0, 'ignition on', -1],
      ['drop', 0.05, 1, 'ignition on', 1],
    ]);
    expect(seen(undefined).map(([, , sound]) => sound)).to.deep.equal([0, 0, 0]);
  });

  it('is taken off a sum again exactly, whatever stands there besides', () => {
    const tally = fc.record({
      about: fc.constantFrom('done', 'minutes', 'skipped') as fc.Arbitrary<CountTally['about']>,
      stepId: fc.constantFrom('a', 'b'),
      of: fc.constantFrom('', 'x'),
      value: fc.constantFrom(0, 0.25, 1),
      count: fc.integer({ min: 1, max: 9 }),
    });
    const times = fc.integer({ min: 0, max: 3 });
    const reading = fc.record({
      stepId: fc.constantFrom('a', 'b'),
      readingId: fc.constantFrom('r', 's'),
      row: fc.constant(''),
      state: fc.constantFrom('', 'ignition on'),
      value: fc.constantFrom(0, 12.4),
      count: fc.integer({ min: 1, max: 9 }),
      sound: times,
      inSpec: times,
      outOfSpec: times,
      tooClose: times,
    });
    const some = fc
      .tuple(fc.array(tally, { maxLength: 12 }), fc.array(reading, { maxLength: 12 }))
      .map(([counts, readings]): Lesson => ({ counts, readings }));
    const sorted = ({ counts, readings }: Lesson) => [...counts, ...readings].map((one) => JSON.stringify(one)).sort();
    fc.assert(
      fc.property(some, some, some, (others, before, after) => {
        const sum = addLessons([others, before]);
        const changed = addLessons([sum, lessonChange(before, after)]);
        expect(sorted(changed)).to.deep.equal(sorted(addLessons([others, after])));
      }),
    );
  });
});

describe('stepMinutes', () => {
  const minute = 60_000;
  /** Events at these minutes, each with its kind. */
  const log = (...at: readonly (readonly [kind: string, minutes: number])[]) =>
    at.map(([kind, minutes], index) => ({ id: `e${index}`, kind: kind as 'paused', atMs: minutes * minute }));
  const took = (events: ReturnType<typeof log>, ...ids: string[]) =>
    ids.map((id) => stepMinutes({ waymarks: ids.map((one) => ({ id: one }) as never) }, events).get(id));

  it('is the time between two ends of steps, without pauses', () => {
    const events = log(
      ['opened', 0],
      ['readingEntered', 3],
      ['outcomeTaken', 4],
      ['paused', 5],
      ['resumed', 40],
      ['outcomeTaken', 42],
    );
    expect(took(events, 'e2', 'e5')).to.deep.equal([4, 3]);
  });

  it('takes a gap of more than an hour for a pause that nobody recorded, and counts no clock that was set back', () => {
    const events = log(
      ['opened', 0],
      ['readingEntered', 5],
      ['outcomeTaken', 70],
      ['readingEntered', 60],
      ['outcomeTaken', 62],
    );
    expect(took(events, 'e2', 'e4')).to.deep.equal([5, 2]);
  });
});

describe('quantile and spread', () => {
  it('agrees with the values written out one by one', () => {
    const values = fc.array(
      fc.record({ value: fc.integer({ min: -9, max: 9 }), count: fc.integer({ min: 1, max: 6 }) }),
      {
        minLength: 1,
        maxLength: 9,
      },
    );
    fc.assert(
      fc.property(values, fc.double({ min: 0, max: 1, noNaN: true }), (counted, share) => {
        const all = counted.flatMap(({ value, count }) => Array(count).fill(value)).sort((a, b) => a - b);
        const place = (all.length - 1) * share;
        const below = all[Math.floor(place)];
        const expected = below + (all[Math.ceil(place)] - below) * (place % 1);
        expect(quantile(countTogether(counted), share)).to.be.closeTo(expected, 1e-9);
      }),
    );
  });

  it('has none without values', () => expect(spreadOf([])).to.equal(undefined));
});

describe('fleetWeights', () => {
  const weightsOf = (proven: Record<string, number>) =>
    fleetWeights(plan.suspects, new Map(Object.entries(proven))).map(({ fleetWeight }) => fleetWeight);

  it('stays with the author where nothing was proven', () => {
    expect(weightsOf({})).to.deep.equal([4, 2, 3, 1]);
  });

  it('goes half way when as much was proven as the author’s weights are worth', () => {
    expect(weightsOf({ motor: authorsStrength })).to.deep.equal([2, 1, 1.5, 5.5]);
  });

  it('makes no weight that a plan would not take', () => {
    const heavy = plan.suspects.map((suspect) => ({ ...suspect, weight: 900 }));
    const weights = fleetWeights(heavy, new Map([['motor', 1000]])).map(({ fleetWeight }) => fleetWeight);
    expect(Math.max(...weights)).to.equal(1000);
    expect(Math.min(...weights)).to.be.greaterThan(0);
  });

  it('is put into a plan with where it comes from, and leaves the plan as it is where nothing was proven', () => {
    const weights = fleetWeights(plan.suspects, new Map([['motor', 10]])).filter(
      ({ suspectId }) => suspectId !== 'feed',
    );
    const [fuse, feed] = withFleetWeights(plan, weights).suspects;
    expect([fuse?.weight, fuse?.weightBecause]).to.deep.equal([
      2,
      'Proven 0 of 10 times in this workshop. It was 4; the weights before count as much as 10 proven causes.',
    ]);
    expect(feed).to.deep.equal(plan.suspects[1]);
    expect(withFleetWeights(plan, fleetWeights(plan.suspects, new Map()))).to.deep.equal(plan);
  });

  it('comes to what was proven in the end, and is the mean of many drawn Dirichlet shares', () => {
    expect(weightsOf({ motor: 100_000 })[3]).to.be.closeTo(10, 0.01);
    // The mean of a Dirichlet is alpha over its sum; checked against draws of gamma variables with whole shapes.
    const alphas = [4, 2, 3, 1].map((weight, at) => weight + ([5, 0, 1, 2][at] ?? 0));
    let seed = 7;
    const random = () => {
      seed = (seed * 16_807) % 2_147_483_647;
      return seed / 2_147_483_647;
    };
    const gamma = (shape: number) =>
      Array.from({ length: shape }, () => -Math.log(random())).reduce((a, b) => a + b, 0);
    const sums = [0, 0, 0, 0];
    const draws = 20_000;
    for (let draw = 0; draw < draws; draw += 1) {
      const drawn = alphas.map(gamma);
      const all = drawn.reduce((a, b) => a + b, 0);
      for (const [at, one] of drawn.entries()) sums[at] = (sums[at] ?? 0) + one / all;
    }
    const weights = weightsOf({ fuse: 5, ground: 1, motor: 2 });
    for (const [at, sum] of sums.entries()) expect(weights[at]).to.be.closeTo((sum / draws) * 10, 0.05);
  });
});

describe('limitAdvice', () => {
  const zone = (id: string, isOk: boolean) => ({ id, name: id, meaning: '', ok: isOk });
  const line = { cuts: [1, 2], zones: [zone('low', false), zone('ok', true), zone('high', false)] };
  const spread = (from: number, to: number, count: number) =>
    Array.from({ length: count }, (_, at) => ({ value: from + ((to - from) * at) / (count - 1), count: 1 }));

  it('says nothing of few readings, or where sound vehicles are in spec', () => {
    expect(limitAdvice(line, spread(1.8, 2.6, 9))).to.equal(null);
    expect(limitAdvice(line, spread(1.1, 1.9, 40))).to.equal(null);
    expect(limitAdvice(line, [...spread(1.1, 1.9, 40), { value: 2.5, count: 4 }])).to.equal(null);
  });

  it('says on which side the limit stands among sound vehicles, and where it would not', () => {
    expect(limitAdvice(line, spread(1.5, 2.5, 41))).to.deep.equal({
      side: 'upper',
      limit: 2,
      sound: 41,
      beyond: 20,
      proposed: 2.5,
    });
    expect(limitAdvice(line, spread(0.5, 1.5, 41))).to.deep.include({
      side: 'lower',
      limit: 1,
      beyond: 20,
      proposed: 0.52,
    });
  });
});

const learnedFrom = (of: typeof plan, taught: Lesson) => planLessons(of, 1, taught);

describe('roundedValue', () => {
  const band = (min: number | null, max: number | null) => ({ kind: 'band', unit: 'V', min, max }) as const;

  it('keeps what is told apart by the limits, and gathers the rest', () => {
    expect(roundedValue(band(11.5, 14.8), 12.437)).to.equal(12.44);
    expect(roundedValue(band(null, 0.2), 0.0437)).to.equal(0.044);
    expect(roundedValue(band(11.5, 14.8), 3.437)).to.equal(3.4);
    expect(roundedValue(band(null, 12.2), 12.437)).to.equal(12.4);
    expect(roundedValue({ kind: 'choice', options: [] }, 12.437)).to.equal(12.4);
  });

  it('is never further off than half a hundredth of the limits', () => {
    const limit = fc.double({ min: -1e6, max: 1e6, noNaN: true });
    fc.assert(
      fc.property(limit, limit, fc.double({ min: -1e6, max: 1e6, noNaN: true }), (a, b, value) => {
        const [min, max] = [Math.min(a, b), Math.max(a, b)];
        fc.pre(max - min > 1e-3);
        const off = Math.abs(roundedValue(band(min, max), value) - value);
        const isFar = value < min - (max - min) || value > max + (max - min);
        expect(off).to.be.at.most(((max - min) / 200) * (isFar ? 10 : 1) + Math.abs(value) * 1e-9);
      }),
    );
  });
});

describe('planLessons', () => {
  const many = (count: number, job?: ReturnType<typeof jobWith>) =>
    addLessons(Array.from({ length: count }, () => lesson(job, ...walkToGround)));

  it('adds up trails, causes, steps and readings', () => {
    const learned = learnedFrom(plan, addLessons([many(3, jobWith('proven', repair('ground'))), many(2)]));
    expect(learned).to.deep.include({ trails: 5, concluded: 5, proven: 3, noFault: 0, offPlan: [] });
    expect(learned.causes[0]).to.deep.include({ suspectId: 'ground', proven: 3, wrong: 0 });
    expect(learned.steps.map(({ stepId, done, isIdle }) => [stepId, done, isIdle])).to.deep.equal([
      ['look', 5, false],
      ['feed', 5, false],
      ['ground', 5, false],
    ]);
    const feed = learned.readings.find(({ readingId }) => readingId === 'volts');
    expect(feed).to.deep.include({
      title: 'feed · Feed',
      count: 5,
      inSpec: 5,
      values: [{ value: 12.4, count: 5, sound: 3 }],
    });
  });

  it('names a step that never decided anything, once it was done often enough', () => {
    const idle = aStep('idle', [anOutcome('so', toStep('feed')), anOutcome('or', toStep('feed'))]);
    const withIdle = { ...plan, steps: [...plan.steps, idle] };
    const times = (count: number): Lesson => ({
      counts: [{ about: 'done', stepId: 'idle', of: 'so', value: 0, count }],
      readings: [],
    });
    expect(learnedFrom(withIdle, times(4)).steps[0]?.isIdle).to.equal(false);
    expect(learnedFrom(withIdle, times(5)).steps[0]?.isIdle).to.equal(true);
  });

  it('is written as CSV, a line for each number', () => {
    const csv = lessonsToCsv(learnedFrom(plan, many(2, jobWith('proven', repair('ground')))));
    const lines = csv.split(/\r?\n/);
    expect(lines[0]).to.equal('about,id,name,state,unit,what,value,count');
    expect(lines).to.include('suspect,ground,ground,,,proven,,2');
    expect(lines).to.include('reading,feed/volts,feed · Feed,ignition on,V,sound,12.4,2');
  });
});
