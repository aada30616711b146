import { writeCsv } from '../exchange/index.js';
import type { PlanLessons } from './planLessons.js';

/** The columns of the file, in their order. */
const columns = ['about', 'id', 'name', 'state', 'unit', 'what', 'value', 'count'] as const;

type Line = Readonly<Record<(typeof columns)[number], string>>;

const line = (of: Partial<Record<keyof Line, string | number>>): Line =>
  Object.fromEntries(columns.map((column) => [column, String(of[column] ?? '')])) as Line;

/** What was learned of a plan version as CSV: a line for each number, readings by value. */
export function lessonsToCsv({ causes, noFault, offPlan, steps, readings, trails, concluded }: PlanLessons): string {
  const whole = [
    line({ about: 'plan', what: 'trails', count: trails }),
    line({ about: 'plan', what: 'came to an end', count: concluded }),
    line({ about: 'plan', what: 'no fault, proven', count: noFault }),
  ];
  const ofCauses = causes.flatMap(({ suspectId: id, name, proven, wrong, weight, fleetWeight }) => [
    line({ about: 'suspect', id, name, what: 'proven', count: proven }),
    line({ about: 'suspect', id, name, what: 'repaired in vain', count: wrong }),
    line({ about: 'suspect', id, name, what: 'weight', value: weight }),
    line({ about: 'suspect', id, name, what: 'weight with what was proven', value: fleetWeight }),
  ]);
  const others = offPlan.map(({ cause, count }) =>
    line({ about: 'not in the plan', name: cause, what: 'proven', count }),
  );
  const ofSteps = steps.flatMap(({ stepId: id, title: name, minutes, plannedMinutes, outcomes, ...step }) => [
    ...outcomes.map(({ outcomeId, count }) => line({ about: 'step', id, name, what: `outcome ${outcomeId}`, count })),
    line({ about: 'step', id, name, unit: 'min', what: 'planned', value: plannedMinutes }),
    ...(minutes
      ? (['median', 'low', 'high'] as const).map((what) =>
          line({
            about: 'step',
            id,
            name,
            unit: 'min',
            what: minutesNames[what],
            value: minutes[what],
            count: minutes.count,
          }),
        )
      : []),
    ...Object.entries(stepCountNames).map(([key, what]) =>
      line({ about: 'step', id, name, what, count: step[key as keyof typeof stepCountNames] }),
    ),
  ]);
  const ofReadings = readings.flatMap(({ stepId, readingId, title: name, state, unit, values }) =>
    values.flatMap(({ value, count, sound }) => [
      line({ about: 'reading', id: `${stepId}/${readingId}`, name, state, unit, what: 'all', value, count }),
      ...(sound > 0
        ? [
            line({
              about: 'reading',
              id: `${stepId}/${readingId}`,
              name,
              state,
              unit,
              what: 'sound',
              value,
              count: sound,
            }),
          ]
        : []),
    ]),
  );
  return writeCsv(columns, [...whole, ...ofCauses, ...others, ...ofSteps, ...ofReadings]);
}

const minutesNames = { median: 'median', low: 'one in ten is less', high: 'one in ten is more' } as const;

/** What is counted at a step besides its outcomes, in the words of the page. */
export const stepCountNames = {
  skipped: 'skipped',
  goneBack: 'gone back from',
  overridden: 'state overridden',
  again: 'measured again',
  remarks: 'remarks',
} as const;
