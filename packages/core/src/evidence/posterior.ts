import { type EvidenceModel, leak, leaningOf, shared } from './evidenceModel.js';

/** Something that has been seen: an outcome of a step, or what the volts along a path say. */
export type Seen =
  | {
      readonly stepId: string;
      readonly outcomeId: string;
      /** Suspects that would have made the readings show something else. */
      readonly missed?: readonly string[];
    }
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
  const likelihoods = model?.likelihoods[at];
  if (!likelihoods || !seen.missed?.length) return likelihoods;
  const missed = new Set(seen.missed);
  // What the outcome alone speaks against is not held against a suspect twice.
  return likelihoods.map((chance, at) => (missed.has(suspects[at]?.id ?? '') ? Math.min(chance, leak) : chance));
}
