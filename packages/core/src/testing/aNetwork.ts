import fc from 'fast-check';
import { Islands } from '../circuit/network/islands.js';
import type { Branch, Law, Network, SteadyLaw } from '../circuit/network/network.js';

const logOhms = (from: number, to: number) => fc.double({ min: from, max: to, noNaN: true }).map((log) => 10 ** log);
const linear = fc.record({ kind: fc.constant('linear' as const), ohms: logOhms(-3, 4), volts: fc.constant(0) });
const source = fc.record({
  kind: fc.constant('linear' as const),
  ohms: logOhms(-2, 1),
  volts: fc.double({ min: 1, max: 28, noNaN: true }),
});
const open = fc.constant<SteadyLaw>({ kind: 'open' });
const lamp = fc
  .record({ hotOhms: logOhms(0, 1.5), share: fc.double({ min: 0.06, max: 0.3, noNaN: true }) })
  .map(({ hotOhms, share }): Law => ({ kind: 'lamp', coldOhms: hotOhms * share, hotOhms, watts: 144 / hotOhms }));
const diode = fc.record({
  kind: fc.constant('diode' as const),
  saturationAmps: logOhms(-15, -8),
  emission: fc.double({ min: 1, max: 2, noNaN: true }),
  ohms: logOhms(-2, 1),
  celsius: fc.constant(20),
});

/** Laws of linear networks, each as often as it stands in the list. */
const linearLaws = [linear, linear, linear, linear, linear, source, open] as const;
const curvedLaws = [...linearLaws, lamp, diode] as const;

const branch = (nodeCount: number, law: fc.Arbitrary<Law>) =>
  fc
    .tuple(fc.nat(nodeCount - 1), fc.nat(nodeCount - 2), law)
    .map(([from, other, is]): Branch => ({ from, to: other >= from ? other + 1 : other, law: is }));

/** Networks of up to so many nodes, most of them in one piece. @param isLinear without lamps and diodes */
export const aNetwork = (mostNodes: number, isLinear: boolean): fc.Arbitrary<Network> =>
  fc.integer({ min: 3, max: mostNodes }).chain((nodeCount) => {
    const law: fc.Arbitrary<Law> = isLinear ? fc.oneof(...linearLaws) : fc.oneof(...curvedLaws);
    const tree = fc.tuple(
      ...Array.from({ length: nodeCount - 1 }, (_, at) =>
        fc.tuple(fc.nat(at), law).map(([from, is]): Branch => ({ from, to: at + 1, law: is })),
      ),
    );
    return fc
      .tuple(tree, fc.array(branch(nodeCount, law), { maxLength: nodeCount }), branch(nodeCount, source))
      .map(([own, more, battery]) => ({ nodeCount, branches: [...own, ...more, battery], watchers: [] }));
  });

const probe: Law = { kind: 'linear', ohms: 1e7, volts: 0 };

/** With a probe of 10 MΩ at each part that hangs on blocking diodes alone: what they leak is no voltage on which two solvers must agree. */
export function withProbes(network: Network): Network {
  const { nodeCount, branches } = network;
  const islands = new Islands(nodeCount);
  for (const { from, to, law } of branches) if (law.kind !== 'diode' && law.kind !== 'open') islands.join(from, to);
  const probes = Array.from({ length: nodeCount }, (_, node) => node)
    .filter((node) => node !== 0 && islands.of(node) === node)
    .map((from): Branch => ({ from, to: 0, law: probe }));
  return { ...network, branches: [...branches, ...probes] };
}

/** A part of a circuit that is another one: open, or with a resistance. */
export const aFault = (branchCount: number): fc.Arbitrary<ReadonlyMap<number, Law>> =>
  fc
    .tuple(fc.nat(branchCount - 1), fc.oneof(open, linear))
    .map(([at, law]): ReadonlyMap<number, Law> => new Map([[at, law]]));
