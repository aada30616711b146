import { type AccessLevel, blankHookUp, blankOutcome, blankStep, type Step } from '../plan/index.js';
import { ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import { bandReading } from './bandReading.js';
import type { Answers, Ask, AskProblem } from './experiment.js';
import { readAnswers } from './readAnswers.js';

/** What a verdict says of the suspects. */
export interface Says {
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
}

/** A test of one number that is made up at the vehicle. */
export interface MeasuredTest {
  readonly answers: Answers;
  readonly inSpec: Says;
  readonly outOfSpec: Says;
  readonly minutes: number;
  readonly access: AccessLevel;
}

/** What a test of one number must be told. */
export const measuredAsks: readonly Ask[] = [
  { id: 'title', label: 'What is measured, and where', is: 'text', initial: '' },
  { id: 'unit', label: 'Unit', is: 'unit', initial: 'V' },
  { id: 'min', label: 'At least', is: 'number', initial: '', unit: 'unit', mayBeEmpty: true },
  { id: 'max', label: 'At most', is: 'number', initial: '', unit: 'unit', mayBeEmpty: true },
];

/**
 * A test of one number as a step, with one outcome in spec and one out of spec; they lead nowhere.
 * @returns the step, or the first answer that cannot be used
 */
export function measuredStep(id: string, test: MeasuredTest): Result<Step, AskProblem> {
  const told = readAnswers(measuredAsks, test.answers);
  if (!told.ok) return told;
  const reading = bandReading(told.value, 'shows', 'Shows');
  if (!reading.ok) return reading;
  return ok({
    ...blankStep(id, told.value.text('title')),
    hookUp: findUnit(told.value.text('unit'))?.base.quantity === 'voltage' ? blankHookUp : null,
    readings: [reading.value],
    outcomes: [
      blankOutcome('inSpec', { when: [{ readingId: 'shows', zoneIds: ['inSpec'] }], ...test.inSpec }),
      blankOutcome('outOfSpec', test.outOfSpec),
    ],
    effort: { minutes: test.minutes, access: test.access, tools: [] },
  });
}
