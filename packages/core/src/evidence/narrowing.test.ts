import { expect } from 'chai';
import fc from 'fast-check';
import { blankSuspect, leadTo, type Outcome, type Plan } from '../plan/index.js';
import {
  aNeed,
  anOutcome,
  aPlan,
  aReading,
  aStep,
  toConclusion,
  toStep,
  withOutcome,
  withStep,
} from '../testing/aPlan.js';
import { chosen, events, ignitionOn, opened, taken, typed, walk } from '../testing/aWalk.js';
import { reduceTrail } from '../trail/index.js';
import {
  bitsOf,
  cheapestTree,
  evidenceModel,
  evidenceTable,
  lineUp,
  mainReasons,
  nextTests,
  posterior,
  type Seen,
  supportOf,
  type TestTree,
} from './index.js';

const plan = aPlan();
const look = [chosen('look', 'seen', 'fine'), taken('look', 'fine')] as const;
const feed = [ignitionOn('feed'), typed('feed', 'volts', '12.4'), taken('feed', 'there')] as const;
const good = [typed('ground', 'drop', '0.01'), taken('ground', 'good')] as const;
const bad = [typed('ground', 'drop', '0.9'), taken('ground', 'bad')] as const;

/** Random plans of suspects, and of steps whose outcomes say anything of them. */
const somePlan = (suspectCount: number, stepCount: number) => {
  const ids = Array.from({ length: suspectCount }, (_, index) => `x${index}`);
  const some = fc.subarray(ids);
  const marked = (id: string) =>
    fc
      .record({ pointsTo: some, clears: some, expects: some })
      .map((marks) => anOutcome(id, toConclusion('end'), marks));
  const step = fc
    .tuple(fc.integer({ min: 1, max: 40 }), marked('a'), marked('b'), marked('c'))
    .map(([minutes, ...outcomes]) => ({ minutes, outcomes }));
  return fc
    .tuple(
      fc.array(fc.integer({ min: 1, max: 9 }), { minLength: suspectCount, maxLength: suspectCount }),
      fc.array(step, { minLength: stepCount, maxLength: stepCount }),
    )
    .map(([weights, steps]) =>
      aPlan({
        suspects: ids.map((id, index) => blankSuspect(id, id, { weight: weights[index] ?? 1 })),
        steps: steps.map(({ minutes, outcomes }, index) =>
          aStep(`s${index}`, outcomes, { effort: { minutes, access: 'inReach', tools: [] } }),
        ),
        startStepId: 's0',
      }),
    );
};

const sum = (values: Iterable<number>) => [...values].reduce((a, b) => a + b, 0);

describe('the posterior', () => {
  it('is what plain multiplication gives, on small problems', () =>
    fc.assert(
      fc.property(somePlan(4, 3), fc.array(fc.nat(2), { minLength: 3, maxLength: 3 }), (random, outcomes) => {
        const model = evidenceModel(random);
        const seen: Seen[] = outcomes.map((at, index) => ({ stepId: `s${index}`, outcomeId: 'abc'[at] ?? 'a' }));
        const whole = sum(random.suspects.map(({ weight }) => weight));
        const times = (start: number, chanceAt: (stepId: string, at: number) => number) =>
          outcomes.reduce((chance, at, index) => chance * chanceAt(`s${index}`, at), start);
        const weights = random.suspects.map(({ weight }, suspect) =>
          times((0.99 * weight) / whole, (stepId, at) => model.steps.get(stepId)?.likelihoods[at]?.[suspect] ?? 1),
        );
        const offList = times(0.01, (stepId, at) => model.steps.get(stepId)?.offList[at] ?? 1);
        const found = posterior(model, seen);
        found.shares.forEach((share, suspect) => {
          expect(share).to.be.closeTo((weights[suspect] ?? 0) / (sum(weights) + offList), 1e-9);
        });
        expect(found.offList).to.be.closeTo(offList / (sum(weights) + offList), 1e-9);
      }),
      { numRuns: 200 },
    ));

  it('is shared out over the suspects however much speaks against all of them', () => {
    const seen = Array.from({ length: 400 }, () => ({ stepId: 'look', outcomeId: 'fine' }));
    const { shares, offList } = posterior(evidenceModel(plan), seen);
    expect(sum(shares) + offList).to.be.closeTo(1, 1e-9);
    expect([...shares, offList].every((share) => Number.isFinite(share))).to.equal(true);
  });

  it('stays even where every weight is nothing, and knows no outcome of another plan', () => {
    const weightless = { ...plan, suspects: plan.suspects.map((suspect) => ({ ...suspect, weight: 0 })) };
    const { shares } = posterior(evidenceModel(weightless), []);
    for (const share of shares) expect(share).to.be.closeTo(0.99 / 4, 1e-12);
    const foreign = [{ stepId: 'look', outcomeId: 'nowhere' }];
    expect(posterior(evidenceModel(plan), foreign)).to.deep.equal(posterior(evidenceModel(plan), []));
  });

  it('of an outcome that clears everything leaves the weights against each other, and turns to what is not on the list', () => {
    const all = plan.suspects.map(({ id }) => id);
    const clearing = withOutcome(plan, 'look', 'fine', { clears: all });
    const broken = withOutcome(clearing, 'look', 'broken', { pointsTo: [] });
    const cleared = { stepId: 'look', outcomeId: 'fine' };
    const after = (times: number) =>
      posterior(
        evidenceModel(broken),
        Array.from({ length: times }, () => cleared),
      );
    const { shares } = after(1);
    [0.4, 0.2, 0.3, 0.1].forEach((share, suspect) => {
      expect((shares[suspect] ?? 0) / sum(shares)).to.be.closeTo(share, 1e-12);
    });
    const grown = [0, 1, 2, 3].map((times) => after(times).offList);
    expect(grown).to.deep.equal([...grown].sort((a, b) => a - b));
    expect(grown[0]).to.be.closeTo(0.01, 1e-12);
    expect(grown[3]).to.be.greaterThan(0.9);
  });
});

describe('a test outside the plan', () => {
  const blows = { kind: 'offPlanTested', stepId: 'feed', title: 'Fuse F31 swapped', seen: 'it blows again' } as const;

  it('counts as a waymark does, in the order in which things were found', () => {
    const trail = walk(plan, ...look, { ...blows, clears: ['ground'], pointsTo: ['motor'] }, ...feed);
    expect(evidenceTable(trail).columns.map(({ title }) => title)).to.deep.equal(['look', 'Fuse F31 swapped', 'feed']);
    const [first] = lineUp(trail);
    expect(first?.suspect.id).to.equal('motor');
    expect(lineUp(trail).find(({ suspect }) => suspect.id === 'ground')?.clearedBy?.title).to.equal(blows.title);
  });

  it('goes on counting when one goes back on the trail, and no more once it is taken back', () => {
    const test = { ...blows, clears: [], pointsTo: ['motor'] };
    const back = walk(plan, ...look, test, { kind: 'wentBack', toWaymarkId: 'e2' });
    expect(lineUp(back)[0]?.suspect.id).to.equal('motor');
    const taken = walk(plan, test, { kind: 'offPlanTakenBack', testId: 'e1', reason: 'wrong fuse' });
    expect(lineUp(taken)[0]?.suspect.id).to.equal('fuse');
    expect(taken.waymarks[0]).to.include({ setAside: true, takenBackBecause: 'wrong fuse' });
    expect(taken.at).to.deep.equal({ kind: 'step', stepId: 'look' });
  });

  it('is refused of a suspect or a step that the plan does not have, and taken back only once', () => {
    const misfit = (...loose: Parameters<typeof events>) => {
      const result = reduceTrail(plan, events(opened, ...loose));
      return result.ok ? 'fits' : result.problem.misfit.kind;
    };
    expect(misfit({ ...blows, clears: ['ghost'], pointsTo: [] })).to.equal('noSuchSuspect');
    expect(misfit({ ...blows, stepId: 'ghost', clears: [], pointsTo: [] })).to.equal('notAtStep');
    const back = { kind: 'offPlanTakenBack', testId: 'e1', reason: 'x' } as const;
    expect(misfit(back)).to.equal('noSuchTest');
    expect(misfit({ ...blows, clears: [], pointsTo: [] }, back, back)).to.equal('noSuchTest');
  });
});

describe('the next best test', () => {
  it('is expected to take away as many bits as going through every outcome says', () =>
    fc.assert(
      fc.property(somePlan(4, 1), (random) => {
        const test = evidenceModel(random).steps.get('s0');
        if (!test) throw new Error('no step');
        const before = evidenceModel(random).prior;
        const entropy = (shares: readonly number[]) => -sum(shares.map((p) => (p > 0 ? p * Math.log2(p) : 0)));
        const after = test.chances.reduce((expected, byOutcome) => {
          const joint = [...before].map((share, suspect) => share * (byOutcome[suspect] ?? 0));
          const chance = sum(joint);
          return expected + chance * entropy(joint.map((one) => one / chance));
        }, 0);
        expect(bitsOf(test, before)).to.be.closeTo(entropy([...before]) - after, 1e-9);
      }),
      { numRuns: 200 },
    ));

  it('comes with its reason, the best first, and leaves out what is done or tells nothing', () => {
    expect(nextTests(walk(plan)).map(({ step, reason }) => [step.id, reason])).to.deep.equal([
      ['look', 'tells fuse from ground: 2 min, in reach'],
      ['feed', 'tells fuse from feed: 3 min, in reach'],
      ['ground', 'tells fuse from ground: 3 min, in reach'],
    ]);
    expect(nextTests(walk(plan, ...look)).map(({ step }) => step.id)).to.deep.equal(['feed', 'ground']);
    const mute = { ...plan, steps: plan.steps.map((step) => ({ ...step, outcomes: step.outcomes.slice(0, 1) })) };
    expect(nextTests(walk(mute))).to.deep.equal([]);
  });

  it('costs a minute more where the vehicle must be brought into another state', () => {
    const minutes = (trail: Parameters<typeof nextTests>[0]) =>
      nextTests(trail).find(({ step }) => step.id === 'ground')?.minutes;
    expect([minutes(walk(plan)), minutes(walk(plan, ...look, ignitionOn('feed')))]).to.deep.equal([3, 2]);
  });

  it('costs a minute more, and says so, where something is taken apart', () => {
    const apart = withStep(plan, 'ground', (step) => ({ ...step, needs: [aNeed('C31', 'unplugged')] }));
    const reason = (of: Plan) => nextTests(walk(of)).find(({ step }) => step.id === 'ground')?.reason;
    expect(reason(apart)).to.equal('tells fuse from ground: 4 min, in reach, something is taken apart');
    const together = withStep(plan, 'ground', (step) => ({ ...step, needs: [aNeed('C31', 'plugged in')] }));
    expect(reason(together)).to.equal('tells fuse from ground: 3 min, in reach');
  });

  it('prefers the easier access where two tell as much in the same time', () => {
    const twins: Plan = {
      ...plan,
      steps: plan.steps.flatMap((step) =>
        step.id === 'ground'
          ? [{ ...step, id: 'under', effort: { ...step.effort, access: 'underVehicle' as const } }, step]
          : [step],
      ),
    };
    const order = nextTests(walk(twins)).map(({ step }) => step.id);
    expect(order.indexOf('ground')).to.be.lessThan(order.indexOf('under'));
  });
});

describe('the evidence table', () => {
  it('says of each outcome how strongly it speaks for each suspect', () => {
    const { rows, columns, contradiction } = evidenceTable(walk(plan, ...look, ...feed, ...bad));
    expect(columns.map(({ title }) => title)).to.deep.equal(['look', 'feed', 'ground']);
    expect(rows[0]?.suspect.id).to.equal('ground');
    const strengths = Object.fromEntries(rows.map((row) => [row.suspect.id, row.strengths.join(' ')]));
    expect(strengths).to.deep.equal({
      // Without the fuse, which the look speaks against, the ground stands out a little from the others.
      ground: 'for silent stronglyFor',
      feed: 'silent stronglyAgainst stronglyAgainst',
      motor: 'silent silent stronglyAgainst',
      fuse: 'stronglyAgainst silent stronglyAgainst',
    });
    expect(contradiction).to.equal(undefined);
  });

  it('names the readings that say most of a suspect, strong ones first', () => {
    const table = evidenceTable(walk(plan, ...look, ...feed, ...bad));
    const sayOf = (id: string) =>
      table.rows
        .filter(({ suspect }) => suspect.id === id)
        .flatMap((row) => mainReasons(table, row).map(({ evidence, strength }) => `${strength} ${evidence.title}`));
    expect(sayOf('ground')).to.deep.equal(['stronglyFor ground', 'for look']);
    expect(sayOf('fuse')).to.deep.equal(['stronglyAgainst ground', 'stronglyAgainst look']);
    expect(sayOf('motor')).to.deep.equal(['stronglyAgainst ground']);
    const [row] = table.rows;
    if (!row) throw new Error('the table has no suspects');
    expect(mainReasons(table, row, 1)).to.have.length(1);
  });

  it('says when no suspect explains all readings, and which two would', () => {
    const pointing = (id: string, suspectId: string): Outcome =>
      anOutcome(id, toConclusion(suspectId), { pointsTo: [suspectId] });
    const torn: Plan = {
      ...plan,
      steps: [
        aStep('one', [pointing('fuse', 'fuse'), pointing('feed', 'feed')]),
        aStep('two', [pointing('motor', 'motor'), pointing('ground', 'ground')]),
      ].map((step, index, all) => ({
        ...step,
        outcomes: step.outcomes.map((outcome) => ({
          ...outcome,
          goTo: index === 0 ? { kind: 'step' as const, stepId: all[1]?.id ?? '' } : outcome.goTo,
        })),
      })),
      startStepId: 'one',
    };
    const { contradiction } = evidenceTable(walk(torn, taken('one', 'fuse'), taken('two', 'motor')));
    expect(contradiction?.pair?.map(({ id }) => id)).to.deep.equal(['fuse', 'motor']);
    expect(contradiction?.against.title).to.equal('two');
  });

  it('of a trail that has just begun has no column, and contradicts nothing', () => {
    const { rows, columns, contradiction } = evidenceTable(walk(plan));
    expect([rows.length, columns.length, contradiction]).to.deep.equal([4, 0, undefined]);
  });
});

describe('the support of a conclusion', () => {
  it('is proven by readings that leave nothing else', () => {
    const trail = walk(plan, ...look, ...feed, ...bad);
    expect(supportOf(trail, 'ground')).to.equal('proven');
    expect(supportOf(trail, 'motor')).to.equal('assumed');
  });

  it('is only assumed where the readings clear what it names', () => {
    const wrong = leadTo(plan, 'ground', 'good', toConclusion('ground'));
    expect(supportOf(walk(wrong, ...look, ...feed, ...good), 'ground')).to.equal('assumed');
  });

  it('is never proven without a test, however much the weights say so', () => {
    const [first] = plan.suspects;
    const alone = { ...plan, suspects: first ? [first] : [] };
    const heavy = { ...plan, suspects: plan.suspects.map((one) => ({ ...one, weight: one.id === 'fuse' ? 990 : 1 })) };
    const empty = { ...plan, suspects: [], conclusions: [{ id: 'none', title: '', summary: '', suspectIds: [] }] };
    for (const [one, id] of [
      [alone, 'fuse'],
      [heavy, 'fuse'],
      [empty, 'none'],
    ] as const) {
      expect(supportOf(walk(one), id)).to.equal('assumed');
      expect(
        supportOf(walk(one, { kind: 'skipped', stepId: 'look', reason: 'seized', outcomeId: 'fine' }), id),
      ).to.equal('assumed');
    }
  });

  it('is not proven where only the others are cleared, and nothing points to it', () => {
    const silent = withOutcome(plan, 'ground', 'good', { pointsTo: [], expects: [] });
    expect(supportOf(walk(silent, ...look, ...feed, ...good), 'motor')).to.equal('likely');
  });

  it('is not proven while another suspect is open that no reading speaks against', () => {
    const open = withOutcome(withOutcome(plan, 'look', 'fine', { clears: [] }), 'look', 'broken', { pointsTo: [] });
    const light = {
      ...open,
      suspects: open.suspects.map((one) => (one.id === 'fuse' ? { ...one, weight: 0.01 } : one)),
    };
    const apart = withOutcome(light, 'ground', 'bad', { pointsTo: ['ground', 'fuse'] });
    expect(supportOf(walk(apart, ...look, ...feed, ...bad), 'ground')).to.equal('likely');
  });

  const zone = (id: string) => ({ id, name: id, meaning: '', ok: false });

  it('never says proven where the table says that no single suspect explains the readings', () =>
    fc.assert(
      fc.property(somePlan(3, 4), fc.array(fc.nat(2), { minLength: 4, maxLength: 4 }), (random, outcomes) => {
        const chained = {
          ...random,
          conclusions: random.suspects.map(({ id }) => ({ id, title: id, summary: '', suspectIds: [id] })),
          steps: random.steps.map((step, at) => ({
            ...step,
            readings: [aReading('seen', { kind: 'choice', options: step.outcomes.map(({ id }) => zone(id)) })],
            outcomes: step.outcomes.map((one) => ({
              ...one,
              when: [{ readingId: 'seen', zoneIds: [one.id] }],
              goTo: random.steps[at + 1] ? toStep(`s${at + 1}`) : toConclusion(random.suspects[0]?.id ?? ''),
            })),
          })),
        };
        const shown = outcomes.map((at, index) => [`s${index}`, 'abc'[at] ?? 'a'] as const);
        const trail = walk(chained, ...shown.flatMap(([id, shows]) => [chosen(id, 'seen', shows), taken(id, shows)]));
        const { contradiction, isAllCleared } = evidenceTable(trail);
        for (const { id } of random.suspects)
          if (contradiction || isAllCleared) expect(supportOf(trail, id)).not.to.equal('proven');
      }),
      { numRuns: 500 },
    ));

  it('of no fault found is likely where every suspect is cleared, as the cause may not be on the list', () => {
    const none = { id: 'none', title: 'No fault found', summary: '', suspectIds: [] };
    const open = { ...plan, conclusions: [...plan.conclusions, none] };
    expect(supportOf(walk(open, ...look), 'none')).to.equal('assumed');
    const cleared = withOutcome(open, 'look', 'fine', { clears: ['fuse', 'feed', 'ground', 'motor'] });
    expect(supportOf(walk(cleared, ...look), 'none')).to.equal('likely');
    const { isAllCleared, contradiction } = evidenceTable(walk(cleared, ...look));
    expect([isAllCleared, contradiction]).to.deep.equal([true, undefined]);
  });
});

describe('the cheapest tree', () => {
  /** The same by trying every test at every point. */
  function bruteForce(random: Plan, possible: readonly number[]): number {
    const model = evidenceModel(random);
    const weight = sum(possible.map((suspect) => model.prior[suspect] ?? 0));
    let best = Number.POSITIVE_INFINITY;
    for (const { step, chances } of model.steps.values()) {
      const comesOutAs = (suspect: number) => chances.findIndex((byOutcome) => (byOutcome[suspect] ?? 0) >= 0.9);
      const parts = chances
        .map((_, at) => possible.filter((suspect) => comesOutAs(suspect) === at))
        .filter((part) => part.length > 0);
      if (parts.length < 2 || possible.some((suspect) => comesOutAs(suspect) < 0)) continue;
      best = Math.min(best, step.effort.minutes * weight + sum(parts.map((part) => bruteForce(random, part))));
    }
    return Number.isFinite(best) ? best : 0;
  }

  it('takes as many minutes as trying everything says', () =>
    fc.assert(
      fc.property(somePlan(5, 5), (random) => {
        const all = random.suspects.map((_, index) => index);
        expect(cheapestTree(random)?.minutes).to.be.closeTo(bruteForce(random, all), 1e-9);
      }),
      { numRuns: 300 },
    ));

  it('asks at each point for one test, and ends where nothing tells more apart', () => {
    const steps = (tree: TestTree): string[] => [
      ...(tree.stepId === undefined ? [] : [tree.stepId]),
      ...tree.ways.flatMap(({ to }) => steps(to)),
    ];
    const tree = cheapestTree(plan);
    expect(tree?.suspectIds).to.deep.equal(['fuse', 'feed', 'ground', 'motor']);
    expect(tree && steps(tree)).to.include('look');
    expect(tree?.minutes).to.be.greaterThan(2);
  });

  it('is ended when it is told to, and not begun for more suspects than it can go through', () => {
    const many = (count: number): Plan => ({
      ...plan,
      suspects: Array.from({ length: count }, (_, index) => blankSuspect(`x${index}`, '')),
    });
    const heard: number[] = [];
    const ended = cheapestTree(many(14), (share) => {
      heard.push(share);
      return heard.length < 3;
    });
    expect([ended, heard.length]).to.deep.equal([undefined, 3]);
    expect(cheapestTree(many(17))).to.equal(undefined);
    expect(cheapestTree(many(0))).to.equal(undefined);
    expect(cheapestTree(many(3))?.minutes).to.equal(0);
  });
});
