import type { Plan } from '@probe-trail/core/plan';
import { blankOutcome, blankPlan, blankStep } from '@probe-trail/core/plan';
import { expect } from 'chai';
import fc from 'fast-check';
import { mapGraph, waysTo, withFindings } from './mapGraph';
import type { MapLayout } from './mapLayout';
import { placeSegments } from './placeSegments';
import { type Segment, segmentsOf } from './segments';
import { armMiddle, heightOf, inlet } from './signpostSize';
import { stepBeside } from './stepBeside';
import { svgPathOf } from './wayPath';

/** a → b → c, a → c; b ends in X, c in X or Y. */
const plan: Plan = {
  ...blankPlan('p', 'P'),
  startStepId: 'a',
  steps: [
    step('a', toStep('b'), toStep('c')),
    step('b', toEnd('x'), toStep('c')),
    step('c', toEnd('x'), toEnd('y'), { kind: 'nowhere' }),
  ],
  conclusions: ['x', 'y'].map((id) => ({ id, title: id.toUpperCase(), summary: '', suspectIds: [] })),
};

type GoTo = Plan['steps'][number]['outcomes'][number]['goTo'];
function toStep(stepId: string): GoTo {
  return { kind: 'step', stepId };
}
function toEnd(conclusionId: string): GoTo {
  return { kind: 'conclusion', conclusionId };
}
function step(id: string, ...goals: GoTo[]) {
  return { ...blankStep(id, id), outcomes: goals.map((goTo, index) => blankOutcome(`o${index}`, { goTo })) };
}

const nothing = new Set<string>();
const armsOf = (id: string, of = plan) =>
  mapGraph(of, nothing)
    .steps.find((one) => one.id === id)
    ?.arms.map(({ to }) => (to.kind === 'end' ? to.letter : to.kind));

describe('the map of a plan', () => {
  it('has an arm for every outcome, with the letter of its conclusion', () =>
    expect([armsOf('a'), armsOf('c')]).to.deep.equal([
      ['step', 'step'],
      ['A', 'B', 'open'],
    ]));

  it('shows an outcome to a step that is gone as open', () =>
    expect(armsOf('a', { ...plan, steps: plan.steps.slice(0, 1) })).to.deep.equal(['open', 'open']));

  it('gives a way the conclusion that alone is left on it', () => {
    const sure = {
      ...plan,
      steps: [step('a', toStep('b'), toStep('c')), step('b', toEnd('x')), step('c', toEnd('y'))],
    };
    expect(mapGraph(sure, nothing).ways.map(({ to, end }) => [to, end?.letter])).to.deep.equal([
      ['b', 'A'],
      ['c', 'B'],
    ]);
    expect(mapGraph(plan, nothing).ways.map(({ end }) => end)).to.deep.equal([undefined, undefined, undefined]);
  });

  it('folds away what can only be reached through a step, and counts it', () => {
    const folded = mapGraph(plan, new Set(['a']));
    expect(folded.steps.map(({ id, folded: count }) => [id, count])).to.deep.equal([['a', 2]]);
    expect(mapGraph(plan, new Set(['b'])).steps.map(({ id }) => id)).to.deep.equal(['a', 'b', 'c']);
  });

  it('comes to an end where steps lead in a circle', () => {
    const circle = { ...plan, steps: [step('a', toStep('b')), step('b', toStep('a'), toEnd('x'))] };
    expect(mapGraph(circle, new Set(['b'])).steps).to.have.length(2);
  });

  it('knows everything on the ways to one conclusion', () => {
    const { steps, outcomes } = waysTo(plan, new Set(['y']));
    expect([[...steps], [...outcomes]]).to.deep.equal([
      ['a', 'b', 'c'],
      ['a/o0', 'a/o1', 'b/o1', 'c/o1'],
    ]);
  });

  it('counts the open findings at each step, and tells errors', () => {
    const finding = { rule: 'caseLeftOpen', severity: 'error', at: { stepId: 'b' }, message: '', todo: '' } as const;
    const accepted = { ...finding, severity: 'warning', acceptedBecause: 'known', at: { stepId: 'a' } } as const;
    const steps = withFindings(mapGraph(plan, nothing).steps, [finding, finding, accepted]);
    expect(steps.map(({ findings, isError }) => [findings, isError])).to.deep.equal([
      [0, false],
      [2, true],
      [0, false],
    ]);
  });

  it('is as high as its arms need', () =>
    expect(heightOf({ arms: [], folded: 0 })).to.be.lessThan(heightOf({ arms: [], folded: 3 })));

  it('goes down along the first way, up back, and sideways to the nearest', () => {
    const graph = mapGraph(plan, nothing);
    const at = { a: { x: 0, y: 0 }, b: { x: 0, y: 100 }, c: { x: 300, y: 110 } };
    const layout = { steps: new Map(Object.entries(at)), ways: new Map() };
    expect([
      stepBeside(graph, layout, 'a', 'down'),
      stepBeside(graph, layout, 'b', 'up'),
      stepBeside(graph, layout, 'b', 'right'),
      stepBeside(graph, layout, 'c', 'left'),
      stepBeside(graph, layout, 'c', 'down'),
    ]).to.deep.equal(['b', 'a', 'c', 'b', undefined]);
  });

  it('rounds the corners of a way, as far as there is room', () => {
    expect(
      svgPathOf([
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 6 },
      ]),
    ).to.equal('M0 0 L12 0 Q20 0 20 3 L20 6');
    expect(
      svgPathOf([
        { x: 0, y: 0 },
        { x: 0, y: 0 },
        { x: 0, y: 9 },
      ]),
    ).to.equal('M0 0 L0 0 Q0 0 0 4.5 L0 9');
  });

  it('puts each arm below the one before', () => expect(armMiddle(1)).to.be.greaterThan(armMiddle(0)));
});

describe('a long map', () => {
  const chain: Plan = {
    ...blankPlan('chain', 'Chain'),
    startStepId: 'a',
    steps: [
      step('a', toStep('b'), toStep('c')),
      step('b', toStep('d')),
      step('c', toStep('d')),
      step('d', toStep('e'), toStep('a')),
      step('e', toEnd('x')),
      step('lost', toEnd('x')),
    ],
  };
  const cut = segmentsOf(mapGraph(chain, nothing), 1);
  const ids = (segment: Segment) => segment.steps.map(({ id }) => id).join('');

  it('is cut where every walk comes through one step', () =>
    expect(cut.segments.map((segment) => [ids(segment), segment.exit?.id])).to.deep.equal([
      ['abc', 'd'],
      ['de', undefined],
      ['lost', undefined],
    ]));

  it('keeps every way in one segment, but for those that go back', () => {
    const all = [...cut.segments.flatMap(({ ways }) => ways), ...cut.returns].map(({ id }) => id);
    expect(all.sort()).to.deep.equal(['a/o0', 'a/o1', 'b/o0', 'c/o0', 'd/o0', 'd/o1']);
    expect(cut.returns.map(({ id }) => id)).to.deep.equal(['d/o1']);
  });

  it('is cut so that every segment has all that its ways lead to, whatever leads where', () => {
    const names = [...'abcdefghij'];
    const goals = fc.array(fc.constantFrom(...names), { maxLength: 3 });
    fc.assert(
      fc.property(fc.array(goals, { minLength: names.length, maxLength: names.length }), (all) => {
        const steps = names.map((id, index) => step(id, ...(all[index] ?? []).map(toStep)));
        const graph = mapGraph({ ...chain, steps }, nothing);
        const { segments, returns } = segmentsOf(graph, 1);
        for (const { steps: own, ways, exit } of segments) {
          const there = new Set([...own.map(({ id }) => id), exit?.id]);
          for (const { from, to } of ways) expect([there.has(from), there.has(to)]).to.deep.equal([true, true]);
        }
        expect(segments.flatMap((segment) => segment.steps)).to.have.length(names.length);
        expect(segments.flatMap(({ ways }) => ways).length + returns.length).to.equal(graph.ways.length);
      }),
      { numRuns: 500 },
    );
  });

  it('hangs each segment below the one before, with the ways to it as long as they must be', () => {
    const laid = cut.segments.map(({ steps, exit }): MapLayout => {
      const all = [...steps, ...(exit ? [exit] : [])];
      return {
        steps: new Map(all.map(({ id }, index) => [id, { x: index * 10, y: index * 50 }])),
        ways: new Map([
          [
            'b/o0',
            [
              { x: 1, y: 1 },
              { x: 1, y: 99 },
            ],
          ],
        ]),
      };
    });
    const { steps, ways } = placeSegments(cut.segments, laid, cut.returns);
    const bottomOfFirst = Math.max(...['a', 'b', 'c'].map((id) => (steps.get(id)?.y ?? 0) + 60));
    expect(steps.get('d')?.y).to.be.greaterThan(bottomOfFirst);
    expect(steps.get('d')?.x).to.equal(30);
    expect(ways.get('b/o0')?.at(-1)?.y).to.equal(steps.get('d')?.y);
    expect(steps.get('e')?.y).to.be.greaterThan(steps.get('d')?.y ?? 0);
    expect(ways.get('d/o1')?.at(-1)).to.deep.equal({ x: inlet, y: 0 });
  });
});
