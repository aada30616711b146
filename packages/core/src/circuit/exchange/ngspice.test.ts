import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect } from 'chai';
import fc from 'fast-check';
import { aFault, aNetwork, withProbes } from '../../testing/aNetwork.js';
import type { Network } from '../network/network.js';
import { frameOf } from '../solver/frame.js';
import { type Operation, operate } from '../solver/solveNetwork.js';
import { spiceNetlist } from './spiceNetlist.js';

const settings = '.options temp=20 reltol=1e-9 abstol=1e-15 vntol=1e-12 gmin=1e-12 itl1=2000 numdgt=15';

/** All networks in one run of ngspice: for each the voltages and currents by their names. */
function solveWithNgspice(networks: readonly { network: Network; operation: Operation }[]): Map<string, number>[] {
  const folder = mkdtempSync(join(tmpdir(), 'circuits-'));
  try {
    const files = networks.map(({ network, operation }, at) => {
      const netlist = spiceNetlist({ title: `circuit ${at}`, ...network, ...operation });
      const file = join(folder, `${at}.cir`);
      writeFileSync(file, [...netlist, settings, '.end', ''].join('\n'));
      return file;
    });
    const commands = files.flatMap((file, at) => [
      `source ${file}`,
      'op',
      `echo circuit ${at} solved`,
      'print all',
      'destroy all',
    ]);
    const script = join(folder, 'all.cir');
    writeFileSync(
      script,
      ['all circuits', '.control', 'set numdgt=15', ...commands, 'quit 0', '.endc', '.end', ''].join('\n'),
    );
    const { stdout } = spawnSync('ngspice', ['-b', script], { encoding: 'utf8', maxBuffer: 1 << 28 });
    return readValues(stdout);
  } finally {
    rmSync(folder, { recursive: true });
  }
}

function readValues(output: string): Map<string, number>[] {
  const all: Map<string, number>[] = [];
  for (const line of output.split('\n')) {
    const begun = /^circuit (\d+) solved/.exec(line);
    if (begun) all[Number(begun[1])] = new Map();
    const value = /^(\S+) = (\S+)$/.exec(line);
    if (value) all.at(-1)?.set(value[1] ?? '', Number(value[2]));
  }
  return all;
}

/** ngspice belongs to Debian; where packages may be installed it is fetched. */
function hasNgspice(): boolean {
  const isThere = () => spawnSync('ngspice', ['--version']).status === 0;
  if (isThere()) return true;
  spawnSync('sh', ['-c', 'apt-get update -qq && apt-get install -y -qq ngspice'], { stdio: 'ignore' });
  return isThere();
}

describe('networks and ngspice', function () {
  this.timeout(300_000);

  before(function () {
    if (hasNgspice()) return;
    console.error('ngspice is not on this machine and cannot be installed: circuits are not compared with it.');
    this.skip();
  });

  for (const { kind, isLinear, within, sure } of [
    { kind: 'linear', isLinear: true, within: 1e-6, sure: 1e-8 },
    { kind: 'with lamps and diodes', isLinear: false, within: 1e-3, sure: 1e-4 },
  ])
    it(`300 circuits and faults, ${kind}, agree`, () => {
      const networks = fc.sample(
        aNetwork(24, isLinear).chain((network) =>
          aFault(network.branches.length).map((laws) =>
            withProbes({
              ...network,
              branches: network.branches.map((branch, at) => ({ ...branch, law: laws.get(at) ?? branch.law })),
            }),
          ),
        ),
        { numRuns: 300, seed: 22 },
      );
      const solved = networks.map((network) => ({ network, operation: operate(network, frameOf(network)) }));
      const settled = solved.flatMap(({ network, operation }) => ('kind' in operation ? [] : [{ network, operation }]));
      expect(settled).to.have.length(300);
      const theirs = solveWithNgspice(settled);
      for (const [at, { network, operation }] of settled.entries()) {
        const { nodeCount, branches } = network;
        const most = Math.max(...operation.unknowns.map(Math.abs), 1e-9);
        const compare = (name: string, own: number) => {
          const found = theirs[at]?.get(name);
          // A node on which nothing hangs, and an open branch, are not in their list.
          if (found === undefined) return;
          expect(own, `circuit ${at}, ${name}`).to.be.closeTo(found, within * Math.abs(found) + sure * most);
        };
        const { unknowns } = operation;
        for (let node = 1; node < nodeCount; node += 1) compare(`n${node}`, (unknowns[node] ?? 0) - (unknowns[0] ?? 0));
        for (const branch of branches.keys()) compare(`v${branch}#branch`, unknowns[nodeCount + branch] ?? 0);
      }
    });
});
