import type { Outcome, Step } from './plan.js';

/** The suspects of which an outcome says something. */
export const namedByOutcome = ({ clears, pointsTo, expects }: Outcome): readonly string[] => [
  ...clears,
  ...pointsTo,
  ...expects,
];

/** The suspects of which a step says something: by its outcomes, or by what its readings are expected to show. */
export const suspectsNamedBy = ({ outcomes, readings }: Step): readonly string[] => [
  ...outcomes.flatMap(namedByOutcome),
  ...readings.flatMap(({ expects }) => expects.map(({ suspectId }) => suspectId)),
];
