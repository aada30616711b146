import { type EvidenceModel, leaningOf, minLikelihood, offListLeaning, offListPrior } from './evidenceModel.js';

/** Something that has been seen: an outcome of a step, or what the volts along a path say. */
export type Seen =
  | {
      readonly stepId: string;
      readonly outcomeId: string;
      /** Suspects that would have made the readings show something else. */
      readonly missed?: readonly string[];
    }
  | { readonly clears: readonly string[]; readonly pointsTo: readonly string[] };

/** How probable each cause is. All together make 1. */
export interface Posterior {
  /** In the order of the plan. */
  readonly shares: Float64Array;
  /** Of something that is not on the list. */
  readonly offList: number;
}

/**
 * P(suspect | outcomes): P(s) · Π P(outcome | s), shared out over the suspects and what is not on the list. Steps that the model does not know
 * say nothing.
 */
export function posterior(model: EvidenceModel, seen: readonly Seen[]): Posterior {
  const known = seen.flatMap((one) => likelihoodsOf(model, one) ?? []);
  // Sums of logarithms: fifty leaks in a row are no number any more.
  const logs = model.prior.map((chance, at) =>
    known.reduce((sum, { bySuspect }) => sum + Math.log(bySuspect[at] ?? 1), Math.log(chance * (1 - offListPrior))),
  );
  const offListLog = known.reduce((sum, { offList }) => sum + Math.log(offList), Math.log(offListPrior));
  const largest = Math.max(offListLog, ...logs);
  const [weights, offList] = [logs.map((log) => Math.exp(log - largest)), Math.exp(offListLog - largest)];
  const total = weights.reduce((sum, weight) => sum + weight, offList);
  return { shares: weights.map((weight) => weight / total), offList: offList / total };
}

/** What an outcome says of each cause: P(outcome | cause). */
export interface Likelihoods {
  /** In the order of the plan. */
  readonly bySuspect: Float64Array;
  readonly offList: number;
}

/** What an outcome says of each cause; `undefined` where the plan does not have it. */
export function likelihoodsOf({ steps, suspects }: EvidenceModel, seen: Seen): Likelihoods | undefined {
  if ('pointsTo' in seen)
    return { bySuspect: Float64Array.from(suspects, ({ id }) => leaningOf(seen, id)), offList: offListLeaning(seen) };
  const model = steps.get(seen.stepId);
  const at = model?.step.outcomes.findIndex(({ id }) => id === seen.outcomeId) ?? -1;
  const bySuspect = model?.likelihoods[at];
  const offList = model?.offList[at];
  if (!bySuspect || offList === undefined) return undefined;
  const missed = new Set(seen.missed);
  // What the outcome alone speaks against is not held against a suspect twice.
  return {
    offList,
    bySuspect: bySuspect.map((chance, index) =>
      missed.has(suspects[index]?.id ?? '') ? Math.min(chance, minLikelihood) : chance,
    ),
  };
}
