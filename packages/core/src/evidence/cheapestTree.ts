import type { Plan } from '../plan/index.js';
import { type EvidenceModel, evidenceModel, type StepModel } from './evidenceModel.js';

/** The most suspects of which all subsets are gone through. */
export const mostInTree = 16;

/** The order of tests that takes the fewest minutes on average: at each point one test, and a way for each of its outcomes. */
export interface TestTree {
  /** Suspects that are still possible here. */
  readonly suspectIds: readonly string[];
  /** Minutes on average from here on, each suspect being the cause as often as its weight says. */
  readonly minutes: number;
  /** `undefined` where nothing tells more apart. */
  readonly stepId: string | undefined;
  readonly ways: readonly { readonly outcomeId: string; readonly to: TestTree }[];
}

// From here on a suspect is taken to come out so for sure.
const sure = 0.9;

/** A test by what it is sure to come out as: for each outcome a set of suspects, as bits. */
interface SureTest {
  readonly stepId: string;
  readonly minutes: number;
  /** The suspects of which it is sure at all. */
  readonly knows: number;
  readonly outcomes: readonly { readonly id: string; readonly suspects: number }[];
}

/**
 * The cheapest decision tree, exactly: dynamic programming over all subsets of the suspects. A test counts for a subset where it is sure
 * of every suspect in it and comes out differently for at least two.
 * @param onProgress hears the share that is done, 0 to 1; `false` from it ends the search
 * @returns `undefined` for more suspects than are gone through, for none, and where the search was ended
 */
export function cheapestTree(plan: Plan, onProgress: (share: number) => boolean = () => true): TestTree | undefined {
  const model = evidenceModel(plan);
  const count = model.suspects.length;
  if (count === 0 || count > mostInTree) return undefined;
  const tests = [...model.steps.values()].flatMap(toSureTest);
  const subsets = 2 ** count;
  const weights = weightsOf(model, subsets);
  const minutes = new Float64Array(subsets);
  const chosen = new Int16Array(subsets).fill(-1);
  for (let subset = 1; subset < subsets; subset += 1) {
    if (subset % progressEvery === 0 && !onProgress(subset / subsets)) return undefined;
    // What a subset costs is that of its parts, which are smaller numbers and known already; told apart as far as can be costs nothing.
    const best = bestOf(tests, subset, weights, minutes);
    if (best) [minutes[subset], chosen[subset]] = [best.minutes, best.test];
  }
  onProgress(1);
  const draw = (subset: number): TestTree => {
    const test = tests[chosen[subset] ?? -1];
    return {
      suspectIds: model.suspects.filter((_, at) => subset & (1 << at)).map(({ id }) => id),
      minutes: (minutes[subset] ?? 0) / (weights[subset] || 1),
      stepId: test?.stepId,
      ways: (test?.outcomes ?? []).flatMap(({ id, suspects }) =>
        subset & suspects ? [{ outcomeId: id, to: draw(subset & suspects) }] : [],
      ),
    };
  };
  return draw(subsets - 1);
}

const progressEvery = 2048;

interface Best {
  readonly minutes: number;
  readonly test: number;
}

/** The test with which a subset costs least; `undefined` where none tells any of it apart. */
function bestOf(
  tests: readonly SureTest[],
  subset: number,
  weights: Float64Array,
  minutes: Float64Array,
): Best | undefined {
  let best: Best | undefined;
  for (const [at, test] of tests.entries()) {
    if (subset & ~test.knows) continue;
    let cost = test.minutes * (weights[subset] ?? 0);
    let parts = 0;
    for (const { suspects } of test.outcomes) {
      const part = subset & suspects;
      if (!part) continue;
      parts += 1;
      cost += minutes[part] ?? 0;
    }
    if (parts > 1 && (best === undefined || cost < best.minutes)) best = { minutes: cost, test: at };
  }
  return best;
}

function toSureTest({ step, chances }: StepModel): SureTest[] {
  const outcomes = step.outcomes.map(({ id }, at) => ({
    id,
    suspects: [...(chances[at] ?? [])].reduce(
      (set, chance, suspect) => (chance >= sure ? set | (1 << suspect) : set),
      0,
    ),
  }));
  const knows = outcomes.reduce((set, { suspects }) => set | suspects, 0);
  return knows === 0 ? [] : [{ stepId: step.id, minutes: step.effort.minutes, knows, outcomes }];
}

/** The weight of every subset: that of its lowest member and of the rest, which is a smaller number. */
function weightsOf({ prior }: EvidenceModel, subsets: number): Float64Array {
  const weights = new Float64Array(subsets);
  for (let subset = 1; subset < subsets; subset += 1) {
    const lowest = subset & -subset;
    weights[subset] = (weights[subset ^ lowest] ?? 0) + (prior[31 - Math.clz32(lowest)] ?? 0);
  }
  return weights;
}
