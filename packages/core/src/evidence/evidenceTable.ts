import type { Suspect } from '../plan/index.js';
import type { Trail } from '../trail/index.js';
import { type EvidenceModel, minLikelihood, modelOf, offListPrior } from './evidenceModel.js';
import { type Evidence, evidenceOf, lineUp, toSeen } from './lineUp.js';
import { type Likelihoods, likelihoodsOf, posterior } from './posterior.js';

/** How strongly an outcome speaks for a suspect or against it. */
export type Strength = 'stronglyFor' | 'for' | 'silent' | 'against' | 'stronglyAgainst';

export const strengthWords = {
  stronglyFor: 'speaks strongly for it',
  for: 'speaks for it',
  silent: 'no evidence either way',
  against: 'speaks against it',
  stronglyAgainst: 'speaks strongly against it',
} as const satisfies Record<Strength, string>;

/** Suspects against outcomes, with what each outcome did to each suspect. */
export interface EvidenceTable {
  readonly columns: readonly Evidence[];
  readonly rows: readonly EvidenceRow[];
  /** Probability that the cause is not on the list. */
  readonly offList: number;
  /** Whether everything on the list is cleared: then the cause is something else, or there is no fault. */
  readonly isAllCleared: boolean;
  /** `undefined` where one suspect explains all readings, and where all are cleared: then nothing has to. */
  readonly contradiction: Contradiction | undefined;
}

export interface EvidenceRow {
  readonly suspect: Suspect;
  /** Probability that it is the cause, given all of it. */
  readonly share: number;
  /** In the order of the columns. */
  readonly strengths: readonly Strength[];
}

/** One outcome that speaks for a suspect, or against it. */
export interface Reason {
  readonly evidence: Evidence;
  readonly strength: Exclude<Strength, 'silent'>;
}

/** The readings that say most of a suspect: strong ones first, then the newest. @param most how many at most */
export function mainReasons(
  { columns }: Pick<EvidenceTable, 'columns'>,
  { strengths }: EvidenceRow,
  most = 3,
): Reason[] {
  const reasons = columns.flatMap((evidence, at): Reason[] => {
    const strength = strengths[at] ?? 'silent';
    return strength === 'silent' ? [] : [{ evidence, strength }];
  });
  const isStrong = ({ strength }: Reason) => strength === 'stronglyFor' || strength === 'stronglyAgainst';
  return [...reasons]
    .reverse()
    .sort((a, b) => Number(isStrong(b)) - Number(isStrong(a)))
    .slice(0, most);
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
  const isAllCleared = model.suspects.length > 0 && lineUp(trail).every(({ clearedBy }) => clearedBy);
  const seen = columns.map(toSeen);
  const { shares, offList } = posterior(model, seen);
  const chances = seen.map((one) => likelihoodsOf(model, one) ?? nothingSaid(model));
  const rows = model.suspects.map((suspect, at) => ({
    suspect,
    share: shares[at] ?? 0,
    strengths: chances.map((chance) => strengthOf(chance, model.prior, at)),
  }));
  return {
    columns,
    rows: rows.sort((a, b) => b.share - a.share),
    offList,
    isAllCleared,
    contradiction: isAllCleared ? undefined : contradictionIn(model, columns, chances, shares),
  };
}

/** How strongly each outcome speaks for one suspect or against it, as the table has it, without what the others come to. */
export function strengthsFor(
  trail: Trail,
  suspectId: string,
): readonly { readonly evidence: Evidence; readonly strength: Strength }[] {
  const model = modelOf(trail);
  const at = model.suspects.findIndex(({ id }) => id === suspectId);
  return evidenceOf(trail).map((evidence) => {
    const chance = at < 0 ? undefined : likelihoodsOf(model, toSeen(evidence));
    return { evidence, strength: chance ? strengthOf(chance, model.prior, at) : 'silent' };
  });
}

const nothingSaid = ({ suspects }: EvidenceModel): Likelihoods => ({
  bySuspect: new Float64Array(suspects.length).fill(1),
  offList: 1,
});

/**
 * An outcome for a suspect against what it is for the others on average, something not on the list among them: twice as likely speaks for
 * it, eight times strongly.
 */
function strengthOf({ bySuspect: byOutcome, offList }: Likelihoods, prior: Float64Array, at: number): Strength {
  let [others, weight] = [offListPrior * offList, offListPrior];
  prior.forEach((chance, suspect) => {
    if (suspect === at) return;
    others += chance * (byOutcome[suspect] ?? 0);
    weight += chance;
  });
  const ratio = (byOutcome[at] ?? 0) / (others / weight);
  if (ratio >= 8) return 'stronglyFor';
  if (ratio >= 2) return 'for';
  if (ratio > 1 / 2) return 'silent';
  return ratio > 1 / 8 ? 'against' : 'stronglyAgainst';
}

// The least likelihood as it is once it has been shared out, against the cause that explains the outcome best.
const impossible = 2 * minLikelihood;

/** Whether an outcome speaks against a suspect so much that it does not explain it; one that says nothing of anybody never does. */
const isUnexplained = ({ bySuspect, offList }: Likelihoods, at: number): boolean =>
  (bySuspect[at] ?? 0) <= impossible * Math.max(offList, ...bySuspect);

function contradictionIn(
  { suspects, prior }: EvidenceModel,
  columns: readonly Evidence[],
  chances: readonly Likelihoods[],
  shares: Float64Array,
): Contradiction | undefined {
  const against = suspects.map((_, at) => chances.findIndex((chance) => isUnexplained(chance, at)));
  const likeliest = shares.indexOf(Math.max(...shares));
  const column = columns[against[likeliest] ?? -1];
  if (!column || against.includes(-1)) return undefined;
  return { pair: bestPair(suspects, prior, columns, chances), against: column };
}

/** The two suspects of which at least one explains each outcome, and none is cleared by one; the likeliest such pair. */
function bestPair(
  suspects: readonly Suspect[],
  prior: Float64Array,
  columns: readonly Evidence[],
  chances: readonly Likelihoods[],
): Contradiction['pair'] {
  const isCleared = suspects.map(({ id }) => columns.some(({ clears }) => clears.includes(id)));
  let best: { readonly chance: number; readonly pair: readonly [Suspect, Suspect] } | undefined;
  for (const [one, first] of suspects.entries())
    for (const [step, second] of suspects.slice(one + 1).entries()) {
      const other = one + 1 + step;
      // What shows that one of them is fine shows that it is not half of the cause either.
      if (isCleared[one] || isCleared[other]) continue;
      let chance = (prior[one] ?? 0) * (prior[other] ?? 0);
      for (const outcome of chances) {
        const either = Math.max(outcome.bySuspect[one] ?? 0, outcome.bySuspect[other] ?? 0);
        chance *= isUnexplained(outcome, one) && isUnexplained(outcome, other) ? 0 : either;
      }
      if (chance > (best?.chance ?? 0)) best = { chance, pair: [first, second] };
    }
  return best?.pair;
}
