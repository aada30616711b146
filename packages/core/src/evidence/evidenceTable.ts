import type { Suspect } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { type EvidenceModel, leak, modelOf } from './evidenceModel.js';
import { type Evidence, evidenceOf, toSeen } from './lineUp.js';
import { likelihoodsOf, posterior } from './posterior.js';

/** How strongly an outcome speaks for a suspect or against it. */
export type Strength = 'stronglyFor' | 'for' | 'silent' | 'against' | 'stronglyAgainst';

export const strengthWords = {
  stronglyFor: 'speaks strongly for it',
  for: 'speaks for it',
  silent: 'says nothing of it',
  against: 'speaks against it',
  stronglyAgainst: 'speaks strongly against it',
} as const satisfies Record<Strength, string>;

/** Suspects against outcomes, with what each outcome did to each suspect. */
export interface EvidenceTable {
  readonly columns: readonly Evidence[];
  readonly rows: readonly EvidenceRow[];
  /** `undefined` where one suspect explains all readings. */
  readonly contradiction: Contradiction | undefined;
}

export interface EvidenceRow {
  readonly suspect: Suspect;
  /** Probability that it is the cause, given all of it. */
  readonly share: number;
  /** In the order of the columns. */
  readonly strengths: readonly Strength[];
}

/** No single suspect explains the readings: one of them is wrong, or there are two faults. */
export interface Contradiction {
  /** The two that explain them best together; `undefined` where no two do either. */
  readonly pair: readonly [Suspect, Suspect] | undefined;
  /** For the likeliest suspect, the outcome that speaks against it. */
  readonly against: Evidence;
}

/** What the readings so far say of each suspect, the likeliest suspect first. */
export function evidenceTable(trail: Trail): EvidenceTable {
  const model = modelOf(trail);
  const columns = evidenceOf(trail);
  const seen = columns.map(toSeen);
  const shares = posterior(model, seen);
  const chances = seen.map((one) => likelihoodsOf(model, one) ?? shares);
  const rows = model.suspects.map((suspect, at) => ({
    suspect,
    share: shares[at] ?? 0,
    strengths: chances.map((byOutcome) => strengthOf(byOutcome, model.prior, at)),
  }));
  return {
    columns,
    rows: rows.sort((a, b) => b.share - a.share),
    contradiction: contradictionIn(model, columns, chances, shares),
  };
}

/** An outcome for a suspect against what it is for the others on average: twice as likely speaks for it, eight times strongly. */
function strengthOf(byOutcome: Float64Array, prior: Float64Array, at: number): Strength {
  let [others, weight] = [0, 0];
  prior.forEach((chance, suspect) => {
    if (suspect === at) return;
    others += chance * (byOutcome[suspect] ?? 0);
    weight += chance;
  });
  if (weight === 0) return 'silent';
  const ratio = (byOutcome[at] ?? 0) / (others / weight);
  if (ratio >= 8) return 'stronglyFor';
  if (ratio >= 2) return 'for';
  if (ratio > 1 / 2) return 'silent';
  return ratio > 1 / 8 ? 'against' : 'stronglyAgainst';
}

// The leak as it is once it has been shared out over the outcomes of a step.
const impossible = 2 * leak;

function contradictionIn(
  { suspects, prior }: EvidenceModel,
  columns: readonly Evidence[],
  chances: readonly Float64Array[],
  shares: Float64Array,
): Contradiction | undefined {
  const against = suspects.map((_, at) => chances.findIndex((byOutcome) => (byOutcome[at] ?? 0) <= impossible));
  const likeliest = shares.indexOf(Math.max(...shares));
  const column = columns[against[likeliest] ?? -1];
  if (!column || against.includes(-1)) return undefined;
  return { pair: bestPair(suspects, prior, chances), against: column };
}

/** The two suspects of which at least one explains each outcome, the likeliest such pair. */
function bestPair(
  suspects: readonly Suspect[],
  prior: Float64Array,
  chances: readonly Float64Array[],
): Contradiction['pair'] {
  let best: { readonly chance: number; readonly pair: readonly [Suspect, Suspect] } | undefined;
  for (const [one, first] of suspects.entries())
    for (const [step, second] of suspects.slice(one + 1).entries()) {
      const other = one + 1 + step;
      let chance = (prior[one] ?? 0) * (prior[other] ?? 0);
      for (const byOutcome of chances) {
        const either = Math.max(byOutcome[one] ?? 0, byOutcome[other] ?? 0);
        chance *= either <= impossible ? 0 : either;
      }
      if (chance > (best?.chance ?? 0)) best = { chance, pair: [first, second] };
    }
  return best?.pair;
}
