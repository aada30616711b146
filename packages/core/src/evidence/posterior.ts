import { type EvidenceModel, leaningOf, shared } from './evidenceModel.js';

/** Something that has been seen: an outcome of a step, or what the volts along a path say. */
export type Seen =
  | { readonly stepId: string; readonly outcomeId: string }
  | { readonly clears: readonly string[]; readonly pointsTo: readonly string[] };

/** P(suspect | outcomes), in the order of the plan: P(s) · Π P(outcome | s), shared out. Steps that the model does not know say nothing. */
export function posterior(model: EvidenceModel, seen: readonly Seen[]): Float64Array {
  const likelihoods = seen.flatMap((one) => likelihoodsOf(model, one) ?? []);
  // Sums of logarithms: fifty leaks in a row are no number any more.
  const logs = model.prior.map((chance, suspect) =>
    likelihoods.reduce((sum, byOutcome) => sum + Math.log(byOutcome[suspect] ?? 1), Math.log(chance)),
  );
  const largest = Math.max(...logs);
  return shared(logs.map((log) => (largest === Number.NEGATIVE_INFINITY ? 1 : Math.exp(log - largest))));
}

/** What an outcome says of each suspect; `undefined` where the plan does not have it. */
export function likelihoodsOf({ steps, suspects }: EvidenceModel, seen: Seen): Float64Array | undefined {
  if ('pointsTo' in seen) return Float64Array.from(suspects, ({ id }) => leaningOf(seen, id));
  const model = steps.get(seen.stepId);
  const at = model?.step.outcomes.findIndex(({ id }) => id === seen.outcomeId) ?? -1;
  return model?.likelihoods[at];
}
