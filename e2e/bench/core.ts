import { countWalks, listWalks } from '@probe-trail/core/evidence';
import { blankOutcome, blankPlan, blankStep, checkPlan, type Plan } from '@probe-trail/core/plan';
import { parseReading } from '@probe-trail/core/reading';
import { judgeReading, uncertaintyOf, zonesOf } from '@probe-trail/core/spec';
import { reduceTrail, type TrailEvent } from '@probe-trail/core/trail';
import { fanPlan, largePlan } from '../support/largePlan.js';
import { atLeast, atMost, type Measured, medianMs } from './measured.js';

export async function coreRates(): Promise<Measured[]> {
  return [
    atLeast('parsing and judging readings, one core', readingsPerSecond(), 200_000, 'a second'),
    atMost('reducing a trail of 10,000 events', reduceMs(), 25, 'ms'),
    atMost('plan check of a 500-step plan', checkMs(), 100, 'ms'),
    atMost('counting the walks of a plan with 131,072, and listing the first 1,000', walksMs(), 100, 'ms'),
  ];
}

function readingsPerSecond(): number {
  const spec = { kind: 'band', unit: 'V', min: 12, max: 14.8 } as const;
  const limits = { line: zonesOf(spec), uncertainty: 0, text: '' };
  const texts = ['12.4', '12,45', '200 mV', '4.7k', 'OL', '11.3 V', '13.05', '-0.2', '>50', '14.8'];
  const count = 100_000;
  const ms = medianMs(() => {
    for (let index = 0; index < count; index += 1) {
      const parsed = parseReading(texts[index % texts.length] ?? '', spec);
      if (!parsed.ok) throw new Error('a reading was refused');
      judgeReading(limits, parsed.value, uncertaintyOf(parsed.value, { percent: 0.5, digits: 2 }));
    }
  });
  return (count / ms) * 1000;
}

function reduceMs(): number {
  const events = longWalk(10_000);
  return medianMs(() => {
    const trail = reduceTrail(fanPlan, events);
    if (!trail.ok) throw new Error(`the long walk is broken: ${trail.problem.misfit.kind}`);
  });
}

/** A walk that measures the battery again and again, going back each time: readings, outcomes and waymarks set aside. */
function longWalk(count: number): TrailEvent[] {
  const common = (index: number) => ({ id: `b${index}`, atMs: index, by: 'Tobi Lunde' });
  const start: TrailEvent[] = [
    {
      kind: 'opened',
      jobId: null,
      ...common(0),
      planId: fanPlan.id,
      planVersion: 1,
      vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
      complaint: '',
    },
    { kind: 'stateConfirmed', ...common(1), stepId: 'look', state: [{ what: 'ignition', is: 'off' }] },
    {
      kind: 'readingEntered',
      ...common(2),
      stepId: 'look',
      readingId: 'seen',
      entry: { kind: 'chosen', optionId: 'fine' },
      typedFirst: null,
      stillStands: null,
    },
    { kind: 'outcomeTaken', ...common(3), stepId: 'look', outcomeId: 'fine' },
  ];
  const rounds = Array.from({ length: Math.ceil((count - start.length) / 3) }, (_, round): TrailEvent[] => {
    const at = start.length + round * 3;
    return [
      {
        kind: 'readingEntered',
        ...common(at),
        stepId: 'rest',
        readingId: 'volts',
        entry: { kind: 'typed', text: `12.${50 + (round % 40)}` },
        typedFirst: null,
        stillStands: null,
      },
      { kind: 'outcomeTaken', ...common(at + 1), stepId: 'rest', outcomeId: 'good' },
      { kind: 'wentBack', ...common(at + 2), toWaymarkId: `b${at + 1}` },
    ];
  });
  return [...start, ...rounds.flat()].slice(0, count);
}

const checkMs = () => {
  const plan = largePlan(500);
  return medianMs(() => {
    // A copy: the indexes that the core keeps for each document must be made anew, as after an edit.
    checkPlan({ ...plan });
  });
};

/** Seventeen steps of two outcomes that both lead on: 2 to the power of 17 walks. */
function walksMs(): number {
  const ids = Array.from({ length: 17 }, (_, index) => `s${index}`);
  const plan: Plan = {
    ...blankPlan('ladder', 'Ladder'),
    startStepId: 's0',
    suspects: fanPlan.suspects,
    conclusions: fanPlan.conclusions,
    steps: ids.map((id, index) => {
      const next = ids[index + 1];
      const goTo = next
        ? ({ kind: 'step', stepId: next } as const)
        : ({ kind: 'conclusion', conclusionId: fanPlan.conclusions[0]?.id ?? '' } as const);
      return { ...blankStep(id, id), outcomes: [blankOutcome('a', { goTo }), blankOutcome('b', { goTo })] };
    }),
  };
  return medianMs(() => {
    const copy = { ...plan };
    if (countWalks(copy) !== 131_072n || listWalks(copy, 1000).length !== 1000) throw new Error('walks are missing');
  });
}
