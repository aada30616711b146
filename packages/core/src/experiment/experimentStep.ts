import { blankHookUp, blankOutcome, blankStep, type Experiment, type Step } from '../plan/index.js';
import { ok, type Result } from '../result/index.js';
import { vehicleStates } from '../vehicleState/index.js';
import type { Answers, AskProblem, ExperimentResult, Subjects } from './experiment.js';
import { experimentKinds } from './kinds.js';
import { readAnswers } from './readAnswers.js';

/**
 * An experiment as a step: its readings and limits from what was answered, its safe preconditions as needs and cautions, and an outcome for
 * each thing that can come out, which clears and points to whoever stands in the role that it speaks of. The outcomes lead nowhere yet.
 * @returns the step, or the first answer that cannot be used
 */
export function experimentStep(
  experiment: Experiment,
  id: string,
  answers: Answers,
  subjects: Subjects,
): Result<Step, AskProblem> {
  const kind = experimentKinds[experiment];
  const answered = readAnswers(kind.asks, answers);
  if (!answered.ok) return answered;
  const told = answered.value;
  const readings = kind.readings(told);
  if (!readings.ok) return readings;
  const needs = kind.needs(told);
  const changesParts = needs.some(({ what }) => !(what in vehicleStates));
  return ok({
    ...blankStep(id, kind.title(told)),
    experiment,
    proves: kind.proves,
    needs,
    cautions: kind.cautions(told),
    instruction: `${kind.instruction(told)}${changesParts ? ` ${afterwards}` : ''}`,
    hookUp: kind.measures && { ...blankHookUp, instrument: kind.measures },
    readings: readings.value,
    outcomes: kind.results.map((result) => outcomeOf(result, subjects)),
    effort: { minutes: kind.minutes, access: 'inReach', tools: [] },
  });
}

const afterwards = 'Put everything back as it was afterwards.';

/** A suspect for whom one result speaks in two roles is pointed to: nothing is cleared that may still be it. */
function outcomeOf({ id, meaning, clears, pointsTo, when }: ExperimentResult, subjects: Subjects): Step['outcomes'][0] {
  const inRoles = (roles: ExperimentResult['clears']) => [...new Set(roles.flatMap((role) => subjects[role] ?? []))];
  const pointed = inRoles(pointsTo);
  return blankOutcome(id, {
    meaning,
    when: Object.entries(when).map(([readingId, zoneIds]) => ({ readingId, zoneIds })),
    clears: inRoles(clears).filter((suspectId) => !pointed.includes(suspectId)),
    pointsTo: pointed,
  });
}
