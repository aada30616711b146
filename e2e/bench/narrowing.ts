import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  bitsOf,
  cheapestTree,
  type EvidenceModel,
  evidenceModel,
  posterior,
  provenFrom,
  type Seen,
} from '@probe-trail/core/evidence';
import {
  blankOutcome,
  blankPlan,
  blankStep,
  blankSuspect,
  type Conclusion,
  type Plan,
  readPlanFile,
} from '@probe-trail/core/plan';
import { atLeast, atMost, type Measured, medianMs } from './measured.js';

const faultCount = 1000;
const wrongShare = 0.05;

/** Evidence, the next best test and the cheapest tree: how long they take, and how well they narrow down. */
export async function narrowing(): Promise<Measured[]> {
  const walks = walkManyFaults();
  return [
    atMost('posterior and next best test, 200 suspects × 300 tests, 50 waymarks', nextBestMs(), 20, 'ms'),
    atMost('the cheapest tree of 16 suspects × 40 tests, exactly', treeMs(), 2000, 'ms'),
    atLeast(
      `true suspect first, ${faultCount} faults, every twentieth reading wrong`,
      walks.rightShare * 100,
      90,
      'of a hundred',
    ),
    atMost('minutes of those walks against the cheapest tree', walks.minutesRatio, 1.15, 'times'),
    atLeast(
      'suspects of the demo plans that their own plan finds, each as the hidden fault',
      foundByTheirPlan() * 100,
      95,
      'of a hundred',
    ),
  ];
}

/** The same numbers with every run (mulberry32). */
function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

/**
 * A plan in which every suspect makes every step come out in its own way, two or three of them.
 * @param alikeUntil steps before this one come out first for the first ten suspects, and so leave them all
 */
function randomPlan(suspectCount: number, stepCount: number, random: () => number, alikeUntil = 0): Plan {
  const whole = (most: number) => Math.floor(random() * most);
  const suspects = Array.from({ length: suspectCount }, (_, index) =>
    blankSuspect(`s${index}`, `Suspect ${index}`, { weight: 1 + whole(9) }),
  );
  const steps = Array.from({ length: stepCount }, (_, index) => {
    const shows = suspects.map((_, suspect) => (index < alikeUntil && suspect < 10 ? 0 : whole(2 + (index % 2))));
    return {
      ...blankStep(`t${index}`, `Test ${index}`),
      effort: { minutes: 1 + whole(20), access: 'inReach' as const, tools: [] },
      outcomes: [0, 1, ...(index % 2 === 1 ? [2] : [])].map((at) =>
        blankOutcome(`o${at}`, {
          expects: suspects.filter((_, suspect) => shows[suspect] === at).map(({ id }) => id),
        }),
      ),
    };
  });
  return { ...blankPlan('random', 'Random'), suspects, steps };
}

function nextBestMs(): number {
  const random = randomFrom(1);
  const model = evidenceModel(randomPlan(200, 300, random, 50));
  const seen = [...model.steps.values()]
    .slice(0, 50)
    .map(({ step }) => ({ stepId: step.id, outcomeId: step.outcomes[0]?.id ?? '' }));
  return medianMs(() => {
    const best = bestTest(model, seen);
    if (!best) throw new Error('nothing is left to test');
  });
}

const treeMs = (): number => {
  const plan = randomPlan(16, 40, randomFrom(2));
  return medianMs(
    () => {
      if (!cheapestTree(plan)) throw new Error('there is no tree');
    },
    3,
    1,
  );
};

type SeenOutcome = Extract<Seen, { readonly stepId: string }>;

/** The step not done yet that takes away most of the uncertainty for its minutes. */
function bestTest(
  model: EvidenceModel,
  seen: readonly SeenOutcome[],
): { readonly stepId: string; readonly minutes: number } | undefined {
  const { shares } = posterior(model, seen);
  const done = new Set(seen.map(({ stepId }) => stepId));
  let best: { readonly stepId: string; readonly minutes: number; readonly rate: number } | undefined;
  for (const test of model.steps.values()) {
    const { id: stepId, effort } = test.step;
    if (done.has(stepId)) continue;
    const rate = bitsOf(test, shares) / effort.minutes;
    if (rate > (best?.rate ?? 0.0001)) best = { stepId, minutes: effort.minutes, rate };
  }
  return best;
}

interface Walked {
  readonly isRight: boolean;
  readonly minutes: number;
}

/** One hidden fault, narrowed down by the next best test until one suspect is proven or nothing tells more. */
function walkFault(model: EvidenceModel, fault: number, wrong: number, random: () => number): Walked {
  const seen: SeenOutcome[] = [];
  let minutes = 0;
  for (let next = bestTest(model, seen); next; next = bestTest(model, seen)) {
    const test = model.steps.get(next.stepId);
    if (!test) break;
    const shows = test.chances.findIndex((byOutcome) => (byOutcome[fault] ?? 0) > 0.5);
    const others = test.step.outcomes.filter((_, at) => at !== shows);
    const outcome = random() < wrong ? others[Math.floor(random() * others.length)] : test.step.outcomes[shows];
    seen.push({ stepId: next.stepId, outcomeId: outcome?.id ?? '' });
    minutes += next.minutes;
    if (Math.max(...posterior(model, seen).shares) >= provenFrom) break;
  }
  const { shares } = posterior(model, seen);
  return { isRight: shares.indexOf(Math.max(...shares)) === fault, minutes };
}

/** A thousand faults over fifty random plans, drawn as often as the weights say. */
function walkManyFaults(): { readonly rightShare: number; readonly minutesRatio: number } {
  const random = randomFrom(3);
  const planCount = 50;
  let [right, minutes, cheapest] = [0, 0, 0];
  for (let index = 0; index < planCount; index += 1) {
    const plan = randomPlan(5 + (index % 10), 20, random);
    const model = evidenceModel(plan);
    const tree = cheapestTree(plan);
    for (let fault = 0; fault < faultCount / planCount; fault += 1) {
      const hidden = draw(model.prior, random);
      right += Number(walkFault(model, hidden, wrongShare, random).isRight);
      minutes += walkFault(model, hidden, 0, random).minutes;
      cheapest += tree?.minutes ?? 0;
    }
  }
  return { rightShare: right / faultCount, minutesRatio: minutes / cheapest };
}

function draw(shares: Float64Array, random: () => number): number {
  let left = random();
  const found = shares.findIndex((share) => {
    left -= share;
    return left <= 0;
  });
  return Math.max(0, found);
}

const demoPlans = fileURLToPath(new URL('../../demo/plans', import.meta.url));

/** Share of the suspects of all demo plans at which their plan arrives, where every step comes out as it is likeliest to for that suspect. */
function foundByTheirPlan(): number {
  const found = readdirSync(demoPlans).flatMap((name) => {
    const read = readPlanFile(readFileSync(join(demoPlans, name), 'utf8'));
    if (!read.ok) throw new Error(`${name} is no plan`);
    const { plan } = read.value;
    return plan.suspects.map(({ id }, fault) => endOf(plan, fault)?.suspectIds.includes(id) ?? false);
  });
  return found.filter((isFound) => isFound).length / found.length;
}

/** The conclusion to which a plan leads for one fault; `undefined` where it goes round in circles. */
function endOf(plan: Plan, fault: number): Conclusion | undefined {
  const { steps } = evidenceModel(plan);
  let stepId = plan.startStepId;
  for (let done = 0; done <= plan.steps.length; done += 1) {
    const test = steps.get(stepId);
    const chances = test?.chances.map((byOutcome) => byOutcome[fault] ?? 0) ?? [];
    const goTo = test?.step.outcomes[chances.indexOf(Math.max(...chances))]?.goTo;
    if (goTo?.kind !== 'step')
      return plan.conclusions.find(({ id }) => goTo?.kind === 'conclusion' && id === goTo.conclusionId);
    stepId = goTo.stepId;
  }
  return undefined;
}
