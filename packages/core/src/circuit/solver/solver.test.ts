import { expect } from 'chai';
import fc from 'fast-check';
import { LuDecomposition, Matrix } from 'ml-matrix';
import { aFault, aNetwork, withProbes } from '../../testing/aNetwork.js';
import type { Branch, Law, Network } from '../network/network.js';
import type { Bridge } from './base.js';
import { frameOf } from './frame.js';
import { SolvedNetwork } from './solvedNetwork.js';
import { type Solution, solveNetwork } from './solveNetwork.js';
import { factor, orderOf, solveFactored } from './sparseLu.js';

type Settled = Extract<Solution, { kind: 'settled' }>;

function settledOf(solution: Solution): Settled {
  if (solution.kind !== 'settled') throw new Error(`the network ${solution.kind}`);
  return solution;
}

const ohms = (value: number): Law => ({ kind: 'linear', ohms: value, volts: 0 });
const battery = (volts: number, inner: number): Law => ({ kind: 'linear', ohms: inner, volts });
const branch = (from: number, to: number, law: Law): Branch => ({ from, to, law });
const network = (nodeCount: number, ...branches: readonly Branch[]): Network => ({ nodeCount, branches, watchers: [] });

describe('the sparse factors of a matrix', () => {
  const entry = (size: number) =>
    fc.record({ row: fc.nat(size - 1), column: fc.nat(size - 1), value: fc.integer({ min: -99, max: 99 }) });
  const matrix = fc
    .integer({ min: 1, max: 14 })
    .chain((size) => fc.record({ size: fc.constant(size), entries: fc.array(entry(size), { maxLength: 4 * size }) }));

  it('solve what a dense solver of a library solves, and nothing where that finds it singular', () =>
    fc.assert(
      fc.property(matrix, ({ size, entries }) => {
        const pattern = {
          size,
          rows: Int32Array.from(entries, ({ row }) => row),
          columns: Int32Array.from(entries, ({ column }) => column),
        };
        const dense = Matrix.zeros(size, size);
        for (const { row, column, value } of entries) dense.set(row, column, dense.get(row, column) + value);
        const values = Float64Array.from(entries, ({ value }) => value);
        const order = orderOf(pattern, values);
        const factors = order && factor(order, values);
        const theirs = new LuDecomposition(dense);
        if (!factors) return;
        const right = Float64Array.from({ length: size }, (_, at) => at + 1);
        const solution = solveFactored(factors, right);
        const back = dense.mmul(Matrix.columnVector([...solution])).to1DArray();
        const most = Math.max(...solution.map(Math.abs), 1);
        for (const [at, value] of back.entries()) expect(value).to.be.closeTo(at + 1, 1e-9 * most);
        expect(theirs.isSingular()).to.equal(false);
      }),
      { numRuns: 2000 },
    ));

  it('keep their order for other values of the same pattern, and say when it does not hold', () => {
    const pattern = { size: 2, rows: Int32Array.of(0, 0, 1, 1), columns: Int32Array.of(0, 1, 0, 1) };
    const order = orderOf(pattern, Float64Array.of(1, 0.01, 0.01, 1));
    if (!order) throw new Error('it is not singular');
    expect(factor(order, Float64Array.of(2, 0.5, 0.5, 3))).to.not.equal(undefined);
    expect(factor(order, Float64Array.of(0, 1, 1, 0))).to.equal(undefined);
  });
});

describe('a network', () => {
  for (const [what, net, node, volts] of [
    ['a divider', network(3, branch(1, 0, battery(12, 0)), branch(1, 2, ohms(1000)), branch(2, 0, ohms(2000))), 2, 8],
    ['a battery with its inner resistance', network(2, branch(1, 0, battery(12, 0.5)), branch(1, 0, ohms(5.5))), 1, 11],
    [
      'two batteries beside each other',
      network(2, branch(1, 0, battery(12, 1)), branch(1, 0, battery(6, 1)), branch(1, 0, ohms(1))),
      1,
      6,
    ],
    ['what hangs on nothing', network(4, branch(1, 0, battery(12, 1)), branch(2, 3, ohms(7))), 2, 0],
    [
      'a share of a supply',
      network(
        3,
        branch(1, 0, battery(5, 0)),
        branch(2, 0, { kind: 'ratio', ohms: 1000, share: 0.4, of: [1, 0] }),
        branch(2, 0, ohms(1000)),
      ),
      2,
      1,
    ],
    [
      'a source at its limit',
      network(2, branch(1, 0, { kind: 'limited', ohms: 0.1, volts: 5, amps: 0.05 }), branch(1, 0, ohms(10))),
      1,
      0.5,
    ],
    [
      'a source within its limit',
      network(2, branch(1, 0, { kind: 'limited', ohms: 1, volts: 5, amps: 1 }), branch(1, 0, ohms(9))),
      1,
      4.5,
    ],
    [
      'a fuse that holds',
      network(
        3,
        branch(1, 0, battery(12, 0)),
        branch(1, 2, { kind: 'fuse', ohms: 1, ratedAmps: 1 }),
        branch(2, 0, ohms(11)),
      ),
      2,
      11,
    ],
    [
      'a fuse that blows',
      network(
        3,
        branch(1, 0, battery(12, 0)),
        branch(1, 2, { kind: 'fuse', ohms: 0.01, ratedAmps: 5 }),
        branch(2, 0, ohms(1)),
      ),
      2,
      0,
    ],
    [
      'a filament at its rated voltage has its rated power',
      network(
        2,
        branch(1, 0, battery(13.5, 1e-9)),
        branch(1, 0, { kind: 'lamp', coldOhms: 0.7, hotOhms: 13.5 ** 2 / 21, watts: 21 }),
      ),
      1,
      13.5,
    ],
  ] as const)
    it(`solves ${what}`, () => {
      const { volts: all } = settledOf(solveNetwork(net));
      expect((all[node] ?? 0) - (all[0] ?? 0)).to.be.closeTo(volts, 1e-6);
    });

  it('blows the fuse that is overloaded most, which may save the others', () => {
    const net = network(
      4,
      branch(1, 0, battery(12, 0.001)),
      branch(1, 2, { kind: 'fuse', ohms: 0.001, ratedAmps: 30 }),
      branch(2, 3, { kind: 'fuse', ohms: 0.001, ratedAmps: 10 }),
      branch(3, 0, ohms(0.05)),
    );
    expect(settledOf(solveNetwork(net)).judged.modes).to.deep.equal(new Map([[2, 'blown']]));
  });

  const relay = (onVolts: number, offVolts: number) => ({
    ...{ from: 2, to: 0, onVolts, offVolts },
    isEitherWay: true,
    branch: undefined,
  });
  const coil = [branch(1, 0, battery(12, 0)), branch(1, 2, ohms(50)), branch(2, 0, ohms(100))];

  it('lets a relay stay released between drop-out and pull-in, as it starts so', () => {
    const contact = branch(1, 3, {
      kind: 'switched',
      when: [{ watcher: 0, isOn: true }],
      on: { kind: 'linear', ohms: 0.01, volts: 0 },
      off: { kind: 'open' },
    });
    const load = branch(3, 0, ohms(10));
    const at = (onVolts: number, offVolts: number) => {
      const solved = solveNetwork({
        nodeCount: 4,
        branches: [...coil, contact, load],
        watchers: [relay(onVolts, offVolts)],
      });
      return settledOf(solved).judged.watchers[0];
    };
    expect([at(7.9, 3), at(8.1, 3), at(20, 0)]).to.deep.equal([true, false, false]);
  });

  it('says which relay chatters: its own contact takes its feed away', () => {
    const breaks = branch(1, 2, {
      kind: 'switched',
      when: [{ watcher: 0, isOn: true }],
      on: { kind: 'open' },
      off: { kind: 'linear', ohms: 0.01, volts: 0 },
    });
    const buzzer = {
      nodeCount: 3,
      branches: [branch(1, 0, battery(12, 0.1)), breaks, branch(2, 0, ohms(100))],
      watchers: [relay(8, 3)],
    };
    expect(solveNetwork(buzzer)).to.deep.equal({ kind: 'chatters', watchers: [0] });
  });

  it('does not settle where two ideal sources say different things', () =>
    expect(solveNetwork(network(2, branch(1, 0, battery(12, 0)), branch(1, 0, battery(6, 0)))).kind).to.equal(
      'doesNotSettle',
    ));

  it('takes a short across its battery', () => {
    const { amps } = settledOf(solveNetwork(network(2, branch(1, 0, battery(12, 0.01)), branch(1, 0, ohms(0.001)))));
    expect(amps[1]).to.be.closeTo(12 / 0.011, 1e-6);
  });

  it('keeps Kirchhoff’s laws: at each node to 1e-9 of its currents, and around each branch', () =>
    fc.assert(
      fc.property(aNetwork(20, false), (net) => {
        const { volts, amps } = settledOf(solveNetwork(withProbes(net)));
        const { branches } = withProbes(net);
        const [sums, sizes] = [new Float64Array(net.nodeCount), new Float64Array(net.nodeCount)];
        for (const [at, { from, to, law }] of branches.entries()) {
          const current = amps[at] ?? 0;
          sums[from] = (sums[from] ?? 0) + current;
          sums[to] = (sums[to] ?? 0) - current;
          for (const node of [from, to]) sizes[node] = (sizes[node] ?? 0) + Math.abs(current);
          if (law.kind !== 'linear') continue;
          const across = (volts[from] ?? 0) - (volts[to] ?? 0);
          const scale = Math.abs(across) + Math.abs(law.volts) + law.ohms * Math.abs(current) + 1e-3;
          expect(across - law.ohms * current - law.volts).to.be.closeTo(0, 1e-9 * scale);
        }
        for (const [node, sum] of sums.entries()) expect(sum).to.be.closeTo(0, 1e-9 * (sizes[node] ?? 0) + 1e-13);
      }),
      { numRuns: 300 },
    ));

  const noSources = (net: Network): Network => ({
    ...net,
    branches: net.branches.map((one) => (one.law.kind === 'linear' ? { ...one, law: { ...one.law, volts: 0 } } : one)),
  });

  it('adds up what each source does alone, where it is linear', () =>
    fc.assert(
      fc.property(aNetwork(14, true), (net) => {
        const all = settledOf(solveNetwork(net));
        const sum = new Float64Array(net.branches.length);
        for (const [at, one] of net.branches.entries()) {
          if (one.law.kind !== 'linear' || one.law.volts === 0) continue;
          const quiet = noSources(net);
          const alone = { ...quiet, branches: quiet.branches.map((other, of) => (of === at ? one : other)) };
          for (const [of, current] of settledOf(solveNetwork(alone)).amps.entries()) sum[of] = (sum[of] ?? 0) + current;
        }
        const most = Math.max(...all.amps.map(Math.abs), 1e-2);
        for (const [at, current] of all.amps.entries()) expect(current).to.be.closeTo(sum[at] ?? 0, 1e-8 * most);
      }),
      { numRuns: 100 },
    ));

  it('is reciprocal: a volt in one branch sends through another what a volt there sends through the first', () =>
    fc.assert(
      fc.property(aNetwork(14, true), fc.nat(), fc.nat(), (net, one, other) => {
        const quiet = noSources(net);
        const places = quiet.branches.flatMap(({ law }, at) => (law.kind === 'linear' ? [at] : []));
        const [a, b] = [places[one % places.length] ?? 0, places[other % places.length] ?? 0];
        const through = (source: number, seen: number) => {
          const branches = quiet.branches.map((was, at) =>
            at === source && was.law.kind === 'linear' ? { ...was, law: { ...was.law, volts: 1 } } : was,
          );
          return settledOf(solveNetwork({ ...quiet, branches })).amps[seen] ?? 0;
        };
        const [there, back] = [through(a, b), through(b, a)];
        expect(there).to.be.closeTo(back, 1e-9 * (Math.abs(there) + Math.abs(through(a, a)) + 1e-3));
      }),
      { numRuns: 150 },
    ));
});

describe('a network that is solved again with a change', () => {
  const compare = (own: Solution, whole: Solution, nodeCount: number, branchCount: number, within = 1e-7) => {
    const [mine, theirs] = [settledOf(own), settledOf(whole)];
    const most = Math.max(...theirs.amps.map(Math.abs), ...theirs.volts.map(Math.abs), 1e-2);
    for (let at = 0; at < branchCount; at += 1)
      expect(mine.amps[at]).to.be.closeTo(theirs.amps[at] ?? 0, within * most);
    expect(mine.volts).to.have.length(nodeCount);
  };

  for (const isLinear of [true, false])
    it(`is what the changed network is by itself, ${isLinear ? 'linear' : 'with lamps and diodes'}`, () =>
      fc.assert(
        fc.property(
          aNetwork(18, isLinear).chain((net) => fc.tuple(fc.constant(withProbes(net)), aFault(net.branches.length))),
          fc.option(
            fc.record({
              from: fc.nat(),
              to: fc.nat(),
              ohms: fc.constantFrom(0, 0.01, 1e7),
              volts: fc.constantFrom(0, 1),
            }),
            {
              nil: undefined,
            },
          ),
          ([net, laws], put) => {
            const place = (node: number) => node % net.nodeCount;
            const bridges: Bridge[] =
              put && place(put.from) !== place(put.to) ? [{ ...put, from: place(put.from), to: place(put.to) }] : [];
            const changed = new SolvedNetwork(net).solveWith({ laws, bridges });
            const branches = net.branches.map((one, at) => ({ ...one, law: laws.get(at) ?? one.law }));
            const added = bridges.map(({ from, to, ...law }) => branch(from, to, { kind: 'linear', ...law }));
            const whole = solveNetwork({ ...net, branches: [...branches, ...added] });
            // A loop without any resistance has no one solution.
            if (whole.kind !== 'settled' || bridges.some((bridge) => bridge.ohms === 0 && bridge.volts !== 0)) return;
            compare(changed, whole, net.nodeCount, branches.length, isLinear ? 1e-7 : 1e-6);
            if (changed.kind !== 'settled' || !bridges[0]) return;
            const most = Math.max(...whole.amps.map(Math.abs), 1e-2);
            expect(changed.bridgeAmps[0]).to.be.closeTo(whole.amps.at(-1) ?? 0, 1e-6 * most);
          },
        ),
        { numRuns: 1000 },
      ));

  it('changes nothing by a change of nothing', () =>
    fc.assert(
      fc.property(aNetwork(18, false).map(withProbes), (net) => {
        const solved = new SolvedNetwork(net);
        compare(
          solved.solveWith({ laws: new Map(), bridges: [] }),
          solved.solution,
          net.nodeCount,
          net.branches.length,
        );
      }),
      { numRuns: 100 },
    ));

  it('reuses the order of a frame for other values', () =>
    fc.assert(
      fc.property(aNetwork(18, true), fc.double({ min: 0.5, max: 2, noNaN: true }), (net, factorOf) => {
        const frame = frameOf(net);
        solveNetwork(net, frame);
        const branches = net.branches.map((one) =>
          one.law.kind === 'linear' ? { ...one, law: { ...one.law, ohms: one.law.ohms * factorOf } } : one,
        );
        compare(
          solveNetwork({ ...net, branches }, frame),
          solveNetwork({ ...net, branches }),
          net.nodeCount,
          branches.length,
        );
      }),
      { numRuns: 200 },
    ));
});
