import { type InstrumentFunction, instrumentFunctions, quantityOfFunction } from '../instrument/index.js';
import {
  type AccessLevel,
  blankHookUp,
  blankOutcome,
  blankStep,
  type HookUp,
  type Plan,
  placeNamed,
  type Step,
} from '../plan/index.js';
import { ok, type Result } from '../result/index.js';
import { findUnit } from '../units/index.js';
import { bandReading } from './bandReading.js';
import type { Answers, Ask, AskProblem, Told } from './experiment.js';
import { readAnswers } from './readAnswers.js';

/** What a verdict says of the suspects. */
export interface Claims {
  readonly clears: readonly string[];
  readonly pointsTo: readonly string[];
}

/** A test of one number that is made up at the vehicle. */
export interface MeasuredTest {
  readonly answers: Answers;
  readonly inSpec: Claims;
  /** Below the least that was told; nothing is said of it where there is none. */
  readonly below: Claims;
  /** Above the most that was told, likewise. */
  readonly above: Claims;
  readonly minutes: number;
  readonly access: AccessLevel;
}

/** What a test of one number must be told. */
export const measuredAsks: readonly Ask[] = [
  { id: 'title', label: 'What is measured, and where', is: 'text', initial: '' },
  { id: 'unit', label: 'Unit', is: 'unit', initial: 'V' },
  { id: 'min', label: 'At least', is: 'number', initial: '', unit: 'unit', mayBeEmpty: true },
  { id: 'max', label: 'At most', is: 'number', initial: '', unit: 'unit', mayBeEmpty: true },
  { id: 'red', label: 'Red lead at', is: 'place', initial: '', mayBeEmpty: true },
  { id: 'black', label: 'Black lead at', is: 'place', initial: '', mayBeEmpty: true },
];

/**
 * A test of one number as a step, with an outcome in spec and one on each side that has a limit; they lead nowhere. A lead is known by the
 * pin of the part cards whose name was told.
 * @returns the step, or the first answer that cannot be used
 */
export function measuredStep(id: string, test: MeasuredTest, plan: Pick<Plan, 'partCards'>): Result<Step, AskProblem> {
  const told = readAnswers(measuredAsks, test.answers);
  if (!told.ok) return told;
  const reading = bandReading(told.value, 'shows', 'Shows');
  if (!reading.ok) return reading;
  const zones = [
    'inSpec' as const,
    ...(told.value.number('min') === undefined ? [] : ['below' as const]),
    ...(told.value.number('max') === undefined ? [] : ['above' as const]),
  ];
  return ok({
    ...blankStep(id, told.value.text('title')),
    hookUp: hookUpFor(told.value, plan),
    readings: [reading.value],
    outcomes: zones.map((zone) =>
      blankOutcome(zone, { when: [{ readingId: 'shows', zoneIds: [zone] }], ...test[zone] }),
    ),
    effort: { minutes: test.minutes, access: test.access, tools: [] },
  });
}

/** The instrument that shows this unit, with its leads; leads on what only a scope can show are those of a scope. */
function hookUpFor(told: Told, plan: Pick<Plan, 'partCards'>): HookUp | null {
  const quantity = findUnit(told.text('unit'))?.base.quantity;
  const functions = Object.keys(instrumentFunctions) as InstrumentFunction[];
  const instrument = functions.find((one) => quantityOfFunction(one) === quantity);
  const leads = (['red', 'black'] as const)
    .filter((colour) => told.text(colour) !== '')
    .map((colour) => ({ colour, how: '', at: placeNamed(plan, told.text(colour)) }));
  return instrument || leads.length > 0 ? { ...blankHookUp, instrument: instrument ?? 'scope', leads } : null;
}
