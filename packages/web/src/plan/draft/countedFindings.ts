import { errorsOf, type Finding, isOpen } from '@probe-trail/core/plan';
import { createSelector } from '@reduxjs/toolkit';
import { selectFindings, type WithFindings } from './findingsSlice';

// Beside the slice: what the store itself needs comes with the first view, and the core of the plan is large.

/** How many keep the draft from being released; `undefined` until the plan check is done. */
export const selectErrors = ({ findings }: WithFindings): number | undefined =>
  findings.found ? errorsOf(findings.found).length : undefined;

const countedAs = (findings: readonly Finding[]) =>
  findings.map(({ at, severity }) => `${at.stepId} ${severity}`).join();

/** The open findings, the same ones for as long as there are as many at every step: the map shows their number, not their words. */
export const selectCountedFindings = createSelector([selectFindings], (findings) => findings.filter(isOpen), {
  memoizeOptions: {
    resultEqualityCheck: (before: readonly Finding[], after: readonly Finding[]) =>
      countedAs(before) === countedAs(after),
  },
});
