import type { Step, StepReading } from '../plan/index.js';
import { parseReading, type Reading, type ReadingProblem } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { judgeChoice, judgeReading, optionOf, type Verdict } from '../spec/index.js';
import type { Entry } from './trailEvent.js';

export interface JudgedEntry {
  readonly reading: Reading | undefined;
  readonly verdict: Verdict;
}

export type EntryProblem =
  | { readonly kind: 'reading'; readonly problem: ReadingProblem }
  | { readonly kind: 'wrongEntry'; readonly expected: 'number' | 'choice' };

/** Parses and judges what was typed or chosen for a reading of a step, with the accuracy of the step's instrument. */
export function judgeEntry(step: Step, { spec }: StepReading, entry: Entry): Result<JudgedEntry, EntryProblem> {
  if (spec.kind === 'choice') {
    const option = entry.kind === 'chosen' ? optionOf(spec, entry.optionId) : undefined;
    if (!option) return failed({ kind: 'wrongEntry', expected: 'choice' });
    return ok({ reading: undefined, verdict: judgeChoice(option) });
  }
  if (entry.kind !== 'typed') return failed({ kind: 'wrongEntry', expected: 'number' });
  const parsed = parseReading(entry.text, spec);
  if (!parsed.ok) return failed({ kind: 'reading', problem: parsed.problem });
  return ok({ reading: parsed.value, verdict: judgeReading(spec, parsed.value, step.hookUp?.accuracy) });
}
