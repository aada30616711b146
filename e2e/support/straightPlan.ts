import {
  blankOutcome,
  blankPlan,
  blankReading,
  blankStep,
  blankSuspect,
  type Plan,
  type Step,
} from '@probe-trail/core/plan';
import { enteredReading, type NewTrailEvent } from '@probe-trail/core/trail';

/** A plan of so many steps in a row, each of which points to the one suspect. */
export function straightPlan(id: string, stepCount: number): Plan {
  const steps = Array.from({ length: stepCount }, (_, at): Step => {
    const last = at === stepCount - 1;
    const goTo = last
      ? ({ kind: 'conclusion', conclusionId: 'c' } as const)
      : ({ kind: 'step', stepId: `s${at + 1}` } as const);
    const healthy = last ? ({ kind: 'conclusion', conclusionId: 'f' } as const) : goTo;
    return {
      ...blankStep(`s${at}`, `Step ${at}`),
      readings: [blankReading('v', 'Voltage', { kind: 'band', unit: 'V', min: 12, max: 14 })],
      outcomes: [
        blankOutcome('bad', { when: [{ readingId: 'v', zoneIds: ['below', 'above'] }], pointsTo: ['x'], goTo }),
        blankOutcome('good', { goTo: healthy }),
      ],
    };
  });
  return {
    ...blankPlan(id, 'Straight on'),
    suspects: [blankSuspect('x', 'Ground stud'), blankSuspect('y', 'Fuse')],
    startStepId: 's0',
    steps,
    conclusions: [
      { id: 'c', title: 'Ground stud', summary: '', suspectIds: ['x'] },
      { id: 'f', title: 'Fuse', summary: '', suspectIds: ['y'] },
    ],
  };
}

/** From its first step to its conclusion, each reading out of spec. */
export const straightWalk = (stepCount: number): NewTrailEvent[] => [
  ...Array.from({ length: stepCount }, (_, at): NewTrailEvent[] => [
    enteredReading(`s${at}`, 'v', { kind: 'typed', text: '11.2' }),
    { kind: 'outcomeTaken', stepId: `s${at}`, outcomeId: 'bad' },
  ]).flat(),
  { kind: 'concluded', conclusionId: 'c', assumedBecause: null },
];
