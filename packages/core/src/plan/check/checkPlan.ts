import type { Plan } from '../plan.js';
import type { Finding } from './finding.js';
import { doubleIds, nothingToFollow, unknownReferences } from './referenceRules.js';
import { casesLeftOpen, outcomesNeverTaken, outcomesWithoutTarget } from './stepRules.js';
import { concludedAfterCleared, suspectsNeverConcluded } from './suspectRules.js';
import { endlessSteps, unreachableSteps } from './wayRules.js';

const rules: readonly ((plan: Plan) => Finding[])[] = [
  nothingToFollow,
  doubleIds,
  unknownReferences,
  outcomesWithoutTarget,
  casesLeftOpen,
  outcomesNeverTaken,
  unreachableSteps,
  endlessSteps,
  suspectsNeverConcluded,
  concludedAfterCleared,
];

/** Analyses a plan like a program, without walking it: every finding of every rule, in the order of the rules. */
export const checkPlan = (plan: Plan): readonly Finding[] => rules.flatMap((rule) => rule(plan));

/** Findings that keep a plan from being released. */
export const errorsOf = (findings: readonly Finding[]): readonly Finding[] =>
  findings.filter(({ severity }) => severity === 'error');
