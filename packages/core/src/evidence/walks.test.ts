import { expect } from 'chai';
import fc from 'fast-check';
import { blankPlan, type Plan } from '../plan/index.js';
import { anOutcome, aPlan, aStep, toConclusion, toStep, withOutcome } from '../testing/aPlan.js';
import { evidenceModel } from './evidenceModel.js';
import { countWalks, effortByConclusion, effortOf, listWalks } from './index.js';
import { walkGraph } from './walkGraph.js';

const everything = 100_000;

/** Random plans: outcomes of step i lead to any step, to a conclusion or nowhere; `forward` only to later steps. */
const randomPlan = (isForward: boolean, least = { steps: 1, outcomes: 1 }) =>
  fc
    .array(fc.array(fc.integer({ min: 0, max: 11 }), { minLength: least.outcomes, maxLength: 3 }), {
      minLength: least.steps,
      maxLength: 7,
    })
    .map((ways): Plan => {
      const goal = (from: number, to: number) => {
        const step = isForward ? from + 1 + (to < 10 ? to % 3 : ways.length) : to;
        if (step < ways.length) return toStep(`s${step}`);
        return to === 11 ? ({ kind: 'nowhere' } as const) : toConclusion(to % 2 === 0 ? 'fuse' : 'motor');
      };
      const steps = ways.map((to, index) =>
        aStep(
          `s${index}`,
          to.map((one, at) =>
            anOutcome(`o${at}`, goal(index, one), { pointsTo: one % 3 === 0 ? ['fuse'] : [], clears: ['feed'] }),
          ),
          { effort: { minutes: index + 1, access: 'inReach', tools: [] } },
        ),
      );
      return aPlan({ steps, startStepId: 's0' });
    });

/** Every way by hand, as the minutes that each takes, by the conclusion at its end. */
function byHand(plan: Plan, stepId = plan.startStepId, spent = 0): { end: string; minutes: number }[] {
  const step = plan.steps.find(({ id }) => id === stepId);
  return (step?.outcomes ?? []).flatMap(({ goTo }) => {
    const minutes = spent + (step?.effort.minutes ?? 0);
    if (goTo.kind === 'step') return byHand(plan, goTo.stepId, minutes);
    return [{ end: goTo.kind === 'conclusion' ? goTo.conclusionId : '', minutes }];
  });
}

/** Every walk by going it, in the order of the outcomes: one that would come back to a step that it has done ends there. */
function everyWalk(plan: Plan): { end: string; minutes: number; chance: number }[] {
  const { prior, steps: models } = evidenceModel(plan);
  const go = (
    stepId: string,
    done: readonly string[],
    spent: number,
    chances: readonly number[],
  ): ReturnType<typeof everyWalk> => {
    const step = plan.steps.find(({ id }) => id === stepId);
    if (!step) return [];
    return step.outcomes.flatMap(({ goTo }, at) => {
      const minutes = spent + step.effort.minutes;
      const after = chances.map((chance, suspect) => chance * (models.get(stepId)?.chances[at]?.[suspect] ?? 0));
      const end = (kind: string) => [{ end: kind, minutes, chance: after.reduce((a, b) => a + b, 0) }];
      if (goTo.kind === 'conclusion') return end(goTo.conclusionId);
      if (goTo.kind === 'nowhere') return end('nowhere');
      return [...done, stepId].includes(goTo.stepId) ? end('back') : go(goTo.stepId, [...done, stepId], minutes, after);
    });
  };
  return go(plan.startStepId, [], 0, [...prior]);
}

describe('walks', () => {
  it('counts and measures what going every way counts, on random plans', () => {
    let most = 0;
    fc.assert(
      fc.property(randomPlan(true), (plan) => {
        const all = byHand(plan);
        most = Math.max(most, all.length);
        expect(countWalks(plan)).to.equal(BigInt(all.length));
        expect(effortOf(plan).shortestMinutes).to.equal(Math.min(...all.map(({ minutes }) => minutes)));
        expect(effortOf(plan).longestMinutes).to.equal(Math.max(...all.map(({ minutes }) => minutes)));
        for (const { conclusionId, walks, longestMinutes } of effortByConclusion(plan)) {
          const here = all.filter(({ end }) => end === conclusionId);
          expect([walks, longestMinutes]).to.deep.equal([
            BigInt(here.length),
            Math.max(...here.map(({ minutes }) => minutes)),
          ]);
        }
      }),
      { numRuns: 300, seed: 5 },
    );
    expect(most).to.be.greaterThan(20);
  });

  it('counts and measures every way of plans with loops that cross, as going all of them does', () => {
    const kinds = { back: 0, knots: 0 };
    fc.assert(
      fc.property(randomPlan(false, { steps: 5, outcomes: 2 }), (plan) => {
        const all = everyWalk(plan);
        if (all.some(({ end }) => end === 'back')) kinds.back += 1;
        if (walkGraph(plan).places.length > new Set(walkGraph(plan).places.map(({ step }) => step)).size)
          kinds.knots += 1;
        expect(countWalks(plan)).to.equal(BigInt(all.length));
        const effort = effortOf(plan);
        expect([effort.shortestMinutes, effort.longestMinutes]).to.deep.equal([
          Math.min(...all.map(({ minutes }) => minutes)),
          Math.max(...all.map(({ minutes }) => minutes)),
        ]);
        expect(effort.expectedMinutes).to.be.closeTo(
          all.reduce((sum, one) => sum + one.chance * one.minutes, 0),
          0.5 + 1e-9,
        );
        for (const { conclusionId, walks } of effortByConclusion(plan))
          expect(walks).to.equal(BigInt(all.filter(({ end }) => end === conclusionId).length));
        expect(listWalks(plan, everything).map(({ minutes }) => minutes)).to.deep.equal(
          all.map(({ minutes }) => minutes),
        );
      }),
      { numRuns: 3000, seed: 8 },
    );
    expect(kinds.back).to.be.greaterThan(500);
    expect(kinds.knots).to.be.greaterThan(100);
  });

  it('lists exactly what it counts, with returns too', () => {
    let returns = 0;
    fc.assert(
      fc.property(randomPlan(false), (plan) => {
        const walks = listWalks(plan, everything);
        returns += walks.filter(({ end }) => end.kind === 'back').length;
        expect(BigInt(walks.length)).to.equal(countWalks(plan));
        for (const { waymarks } of walks)
          expect(new Set(waymarks.map(({ stepId }) => stepId)).size).to.equal(waymarks.length);
      }),
      { numRuns: 300, seed: 6 },
    );
    expect(returns).to.be.greaterThan(50);
  });

  it('shares all trails among the ends, and their minutes with them', () =>
    fc.assert(
      fc.property(randomPlan(true), (plan) => {
        const ends = effortByConclusion(plan);
        const dead = listWalks(plan, everything).some(({ end }) => end.kind === 'nowhere');
        const chance = ends.reduce((sum, one) => sum + one.chance, 0);
        expect(chance).to.be.at.most(1 + 1e-9);
        if (dead) return;
        expect(chance).to.be.closeTo(1, 1e-9);
        const minutes = ends.reduce((sum, one) => sum + one.chance * (one.expectedMinutes ?? 0), 0);
        expect(Math.round(minutes)).to.be.closeTo(effortOf(plan).expectedMinutes, 1);
      }),
      { numRuns: 200, seed: 7 },
    ));

  it('counts a hundred thousand and far more without listing them', () => {
    const steps = Array.from({ length: 100 }, (_, index) => {
      const goal = index < 99 ? toStep(`s${index + 1}`) : toConclusion('fuse');
      return aStep(`s${index}`, [anOutcome('a', goal), anOutcome('b', goal)]);
    });
    expect(countWalks(aPlan({ steps, startStepId: 's0' }))).to.equal(2n ** 100n);
    expect(listWalks(aPlan({ steps, startStepId: 's0' }), 1000)).to.have.length(1000);
  });

  it('says how sure a conclusion is at the end of each walk', () => {
    const [fuse] = listWalks(aPlan(), 10);
    // Four to six before; then the fuse by 1 against the least likelihood, the others by the least likelihood against a half.
    const [found, others] = [4 / 1.02, 6 * (0.02 / 0.52)];
    expect(fuse?.support).to.be.closeTo(found / (found + others), 1e-12);
    expect(fuse?.waymarks).to.deep.equal([{ stepId: 'look', outcomeId: 'broken' }]);
  });

  it('tells a return and a dead end from a conclusion', () => {
    const plan = withOutcome(withOutcome(aPlan(), 'ground', 'bad', { goTo: toStep('look') }), 'ground', 'good', {
      goTo: { kind: 'nowhere' },
    });
    expect(listWalks(plan, 10).map(({ end }) => end.kind)).to.deep.equal([
      'conclusion',
      'nowhere',
      'back',
      'conclusion',
    ]);
  });

  it('has none in an empty plan', () =>
    expect([countWalks(blankPlan('x', 'X')), listWalks(blankPlan('x', 'X'), 5)]).to.deep.equal([0n, []]));
});
