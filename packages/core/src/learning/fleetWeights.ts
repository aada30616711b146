import type { Plan, Suspect } from '../plan/index.js';

/** How many proven causes the author's own weights count as much as. */
export const authorsStrength = 10;

/** What a plan takes as a weight. */
const heaviest = 1000;

export interface FleetWeight {
  readonly suspectId: string;
  readonly name: string;
  /** What the plan says. */
  readonly weight: number;
  /** How often it was the proven cause. */
  readonly proven: number;
  /** What the plan says and what was proven, together; on the same scale as the weights of the plan. */
  readonly fleetWeight: number;
}

/**
 * The weights of suspects with what was proven: the mean of a Dirichlet distribution whose prior is the author's weights, as strong as
 * `authorsStrength` proven causes, and whose data are the proven causes (Gelman and others, Bayesian Data Analysis, 3rd edition, 3.4). The sum of
 * the weights stays what it was, unless one would be heavier than a plan takes; each is rounded to three significant digits.
 * @param proven how often each was the proven cause, by the id of the suspect
 */
export function fleetWeights(
  suspects: readonly Pick<Suspect, 'id' | 'name' | 'weight'>[],
  proven: ReadonlyMap<string, number>,
): readonly FleetWeight[] {
  const sum = suspects.reduce((all, { weight }) => all + weight, 0);
  const times = suspects.map(({ id }) => proven.get(id) ?? 0);
  const all = times.reduce((total, count) => total + count, 0);
  const found = suspects.map(({ weight }, at) => {
    const share = (authorsStrength * (weight / sum) + (times[at] ?? 0)) / (authorsStrength + all);
    return share * sum;
  });
  const scale = Math.min(1, heaviest / Math.max(...found));
  return suspects.map(({ id, name, weight }, at) => ({
    suspectId: id,
    name,
    weight,
    proven: times[at] ?? 0,
    fleetWeight: Number(((found[at] ?? 0) * scale).toPrecision(3)),
  }));
}

/** Where a weight comes from, to stand beside it in the plan. */
export const sayFleetWeight = ({ proven, weight }: FleetWeight, all: number): string =>
  `Proven ${proven} of ${all} times in this workshop. It was ${weight}; the weights before count as much as ${authorsStrength} proven causes.`;

/** The plan with these weights, each with where it comes from; a suspect that is not among them keeps its own. */
export function withFleetWeights(plan: Plan, weights: readonly FleetWeight[]): Plan {
  const all = weights.reduce((sum, { proven }) => sum + proven, 0);
  const byId = new Map(weights.map((one) => [one.suspectId, one]));
  return {
    ...plan,
    suspects: plan.suspects.map((suspect) => {
      const found = byId.get(suspect.id);
      if (!found || all === 0) return suspect;
      return { ...suspect, weight: found.fleetWeight, weightBecause: sayFleetWeight(found, all) };
    }),
  };
}
