import { readFileSync } from 'node:fs';
import { checkPlan, type Plan, readPlanFile, type Step } from '@probe-trail/core/plan';
import { parseReading } from '@probe-trail/core/reading';
import { judgeReading, uncertaintyOf, zonesOf } from '@probe-trail/core/spec';
import { reduceTrail, type TrailEvent } from '@probe-trail/core/trail';
import { atLeast, atMost, type Measured, medianMs } from './measured.js';

const file = readPlanFile(readFileSync(new URL('../../demo/plans/radiator-fan.plan.json', import.meta.url), 'utf8'));
if (!file.ok) throw new Error('the demo plan cannot be read');
const fan = file.value;

export async function coreRates(): Promise<Measured[]> {
  return [
    atLeast('parsing and judging readings, one core', readingsPerSecond(), 200_000, 'a second'),
    atMost('reducing a trail of 10,000 events', reduceMs(), 25, 'ms'),
    atMost('plan check of a 500-step plan', checkMs(), 100, 'ms'),
  ];
}

function readingsPerSecond(): number {
  const spec = { kind: 'band', unit: 'V', min: 12, max: 14.8 } as const;
  const limits = { line: zonesOf(spec), uncertainty: 0, says: '' };
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
    const trail = reduceTrail(fan, events);
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
      planId: fan.id,
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

/** The demo plan many times over, each copy leading into the next. */
function largePlan(stepCount: number): Plan {
  const copies = Math.ceil(stepCount / fan.steps.length);
  const steps = Array.from({ length: copies }, (_, copy) =>
    fan.steps.map((step) => renamed(step, copy, copies)),
  ).flat();
  return { ...fan, startStepId: `${fan.startStepId}-0`, steps: steps.slice(0, stepCount) };
}

const renamed = (step: Step, copy: number, copies: number): Step => ({
  ...step,
  id: `${step.id}-${copy}`,
  outcomes: step.outcomes.map((outcome) => {
    if (outcome.goTo.kind === 'step')
      return { ...outcome, goTo: { kind: 'step', stepId: `${outcome.goTo.stepId}-${copy}` } };
    const leadsOn = copy + 1 < copies && step.id === 'wanted';
    return leadsOn ? { ...outcome, goTo: { kind: 'step', stepId: `${fan.startStepId}-${copy + 1}` } } : outcome;
  }),
});
