import type { BranchMode, Judged, Law, Network } from '../network/network.js';

/** Before anything was solved: every relay is released, no unit is awake, nothing is at its limit or blown. */
export const nothingJudged = ({ watchers, branches }: Network): Judged => ({
  watchers: watchers.map(() => false),
  branches: branches.map(() => 0),
});

/** A blade fuse carries 1.35 times what is written on it for minutes at the most (ISO 8820-3, 135 % for 0.75 s to 600 s). */
export const blowsAt = 1.35;

/**
 * Judges all together by what was solved. A fuse is judged once all else stands still: of several that carry too much, the one that is
 * overloaded most blows first and may save the others.
 * @param unknowns voltages of the nodes, then currents of the branches
 * @returns `undefined` where nothing changes
 */
export function judge(network: Network, unknowns: Float64Array, before: Judged): Judged | undefined {
  const watchers = network.watchers.map(({ from, to, onVolts, offVolts, isEitherWay }, at) => {
    const signed = (unknowns[from] ?? 0) - (unknowns[to] ?? 0);
    const volts = isEitherWay ? Math.abs(signed) : signed;
    return before.watchers[at] ? volts >= offVolts : volts >= onVolts;
  });
  const branches = network.branches.map(({ from, to, law }, at) => {
    const mode = before.branches[at] ?? 0;
    const limited = limitedIn(law, before);
    if (!limited) return mode;
    const volts = (unknowns[from] ?? 0) - (unknowns[to] ?? 0);
    return limitMode(limited, mode, volts, unknowns[network.nodeCount + at] ?? 0);
  });
  const isChanged =
    watchers.some((isOn, at) => isOn !== before.watchers[at]) ||
    branches.some((mode, at) => mode !== before.branches[at]);
  return isChanged ? { watchers, branches } : blow(network, unknowns, before);
}

type Limited = Extract<Law, { readonly kind: 'limited' }>;

function limitedIn(law: Law, { watchers }: Judged): Limited | undefined {
  if (law.kind === 'limited') return law;
  if (law.kind !== 'switched') return undefined;
  const acting = watchers[law.watcher] ? law.on : law.off;
  return acting.kind === 'limited' ? acting : undefined;
}

function limitMode({ ohms, volts, amps }: Limited, mode: BranchMode, across: number, current: number): BranchMode {
  const withoutLimit = mode === 0 ? current : (across - volts) / ohms;
  if (withoutLimit > amps) return 1;
  return withoutLimit < -amps ? -1 : 0;
}

function blow({ nodeCount, branches }: Network, unknowns: Float64Array, before: Judged): Judged | undefined {
  let [worst, worstShare] = [-1, blowsAt];
  for (const [at, { law }] of branches.entries()) {
    if (law.kind !== 'fuse' || before.branches[at] === 'blown') continue;
    const share = Math.abs(unknowns[nodeCount + at] ?? 0) / law.ratedAmps;
    if (share > worstShare) [worst, worstShare] = [at, share];
  }
  if (worst < 0) return undefined;
  const blown = before.branches.map((mode, at) => (at === worst ? 'blown' : mode));
  return { watchers: before.watchers, branches: blown };
}
