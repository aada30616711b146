import { expect } from 'chai';
import fc from 'fast-check';
import {
  dominatorsOf,
  flowForward,
  type Graph,
  isAcyclic,
  knotsIn,
  reach,
  reversed,
  searchDeep,
  undirected,
} from './index.js';

/** Graphs of up to nine nodes, with loops, loose ends, and edges to nodes that are not there. */
const aGraph = (): fc.Arbitrary<Graph> =>
  fc
    .integer({ min: 1, max: 9 })
    .chain((size) =>
      fc
        .array(fc.array(fc.integer({ min: 0, max: size }), { maxLength: 4 }), { minLength: size, maxLength: size })
        .map((targets) => new Map(targets.map((to, id) => [`n${id}`, to.map((one) => `n${one}`)]))),
    );

/** Brute force: all nodes to which some walk of any length leads, one edge at a time. */
function reachedByWalks(from: string, graph: Graph, without?: string): Set<string> {
  let now = new Set(from === without ? [] : [from]);
  for (let length = 0; length <= graph.size; length += 1)
    now = new Set([
      ...now,
      ...[...now].flatMap((id) => (graph.get(id) ?? []).filter((to) => to !== without && graph.has(to))),
    ]);
  return now;
}

const inGraph = (graph: Graph, ids: Iterable<string>) => new Set([...ids].filter((id) => graph.has(id)));

describe('a graph', () => {
  it('is reached as far as walks lead', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        for (const id of graph.keys())
          expect(inGraph(graph, reach([id], graph))).to.deep.equal(reachedByWalks(id, graph));
      }),
    ));

  it('turned round reaches what reached it, and both ways is the same from both ends', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        const [back, both] = [reversed(graph), undirected(graph)];
        for (const one of graph.keys())
          for (const other of graph.keys()) {
            expect(reach([one], back).has(other)).to.equal(reach([other], graph).has(one));
            expect(reach([one], both).has(other)).to.equal(reach([other], both).has(one));
          }
      }),
    ));

  it('is in order but for returns, and its onward edges make no circle', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        const { order, onward } = searchDeep(graph.keys(), graph);
        expect([...order].sort()).to.deep.equal([...graph.keys()].sort());
        const forward = new Map<string, string[]>([...graph.keys()].map((id) => [id, []]));
        for (const { from, at } of onward) forward.get(from)?.push(graph.get(from)?.[at] ?? '');
        expect(isAcyclic(forward)).to.equal(true);
        // Nothing is lost: what could be reached can be reached onward.
        const [root = ''] = graph.keys();
        expect(reach([root], forward)).to.deep.equal(inGraph(graph, reach([root], graph)));
        if (isAcyclic(graph)) {
          const [first] = searchDeep([root], graph).order;
          expect(first).to.equal(root);
          const place = new Map(searchDeep([root], graph).order.map((id, at) => [id, at]));
          for (const [from, targets] of graph)
            for (const to of targets)
              if (place.has(from) && graph.has(to)) expect(place.get(from)).to.be.lessThan(place.get(to) ?? 0);
        }
      }),
    ));

  it('is without circles where no node comes back to itself; else its knots are what reaches each other', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        const comesBack = (id: string) =>
          (graph.get(id) ?? []).some((to) => reachedByWalks(to, graph).has(id) && graph.has(to));
        expect(isAcyclic(graph)).to.equal(![...graph.keys()].some(comesBack));
        const knots = knotsIn(graph);
        for (const one of graph.keys())
          for (const other of graph.keys()) {
            const isMutual =
              comesBack(one) && reachedByWalks(one, graph).has(other) && reachedByWalks(other, graph).has(one);
            expect(knots.has(one) && knots.get(one) === knots.get(other)).to.equal(isMutual);
          }
      }),
    ));

  it('has as dominators the nodes without which the others are not reached, the nearest of them', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        const first = 'n0';
        const { order } = searchDeep([first], graph);
        const dominators = dominatorsOf(order, graph);
        for (const id of order) {
          const chain: string[] = [];
          for (let above = dominators.get(id); above !== undefined; above = dominators.get(above)) chain.push(above);
          const needed = order.filter((other) => other !== id && !reachedByWalks(first, graph, other).has(id));
          expect(new Set(chain), id).to.deep.equal(new Set(needed));
        }
      }),
    ));

  it('knows along every way what all ways have in common', () =>
    fc.assert(
      fc.property(aGraph(), (graph) => {
        const first = 'n0';
        const { order } = searchDeep([first], graph);
        const passed = flowForward<ReadonlySet<string>>(order, graph, {
          start: new Set(),
          along: (names, { from }) => new Set([...names, from]),
          join: (known, coming) => {
            const common = new Set([...known].filter((name) => coming.has(name)));
            return common.size === known.size ? known : common;
          },
        });
        // A node that every way to another comes through dominates it.
        for (const id of order) {
          const needed = order.filter((other) => other !== id && !reachedByWalks(first, graph, other).has(id));
          expect([...(passed.get(id) ?? [])].filter((name) => name !== id).sort(), id).to.deep.equal(needed.sort());
        }
      }),
    ));
});
