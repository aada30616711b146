import { type BranchMode, type Judged, type Law, type Network, switchedTo } from '../network/network.js';

/** Before anything was solved: every relay is released, no unit is awake, nothing is at its limit or blown. */
export const nothingJudged = ({ watchers }: Network): Judged => ({
  watchers: watchers.map(() => false),
  modes: new Map(),
});

/** Branches that can be at a limit or blow; most of a network cannot. */
export const judgedBranches = (laws: readonly Law[]): readonly number[] =>
  laws.flatMap((law, at) => (canBeJudged(law) ? [at] : []));

export const canBeJudged = (law: Law): boolean =>
  law.kind === 'limited' ||
  law.kind === 'fuse' ||
  (law.kind === 'switched' && (law.on.kind === 'limited' || law.off.kind === 'limited'));

/** A blade fuse carries 1.35 times what is written on it for minutes at the most (ISO 8820-3, 135 % for 0.75 s to 600 s). */
export const blowsAt = 1.35;

/** What is judged by: a network, which of its branches are, and how to ask for an unknown. */
export interface Judging {
  readonly network: Network;
  readonly branches: readonly number[];
  /** Voltages of the nodes, then currents of the branches. */
  readonly unknown: (at: number) => number;
}

/**
 * Judges all together by what was solved. A fuse is judged once all else stands still: of several that carry too much, the one that is
 * overloaded most blows first and may save the others.
 * @returns `undefined` where nothing changes
 */
export function judge(judging: Judging, before: Judged): Judged | undefined {
  const { network, branches, unknown } = judging;
  let isChanged = false;
  const watchers = network.watchers.map(({ from, to, onVolts, offVolts, isEitherWay, branch }, at) => {
    const isOpen = branch !== undefined && network.branches[branch]?.law.kind === 'open';
    const signed = isOpen ? 0 : unknown(from) - unknown(to);
    const volts = isEitherWay ? Math.abs(signed) : signed;
    const isOn = before.watchers[at] ? volts >= offVolts : volts >= onVolts;
    isChanged ||= isOn !== before.watchers[at];
    return isOn;
  });
  const modes = new Map(before.modes);
  for (const at of branches) {
    const limited = limitedAt(network, at, before);
    if (!limited) continue;
    const mode = limitMode(judging, at, limited, before.modes.get(at));
    isChanged ||= mode !== before.modes.get(at);
    if (mode) modes.set(at, mode);
    else modes.delete(at);
  }
  return isChanged ? { watchers, modes } : blow(judging, before);
}

type Limited = Extract<Law, { readonly kind: 'limited' }>;

function limitedAt({ branches }: Network, at: number, { watchers }: Judged): Limited | undefined {
  const law = branches[at]?.law;
  if (law?.kind === 'limited') return law;
  if (law?.kind !== 'switched') return undefined;
  const acting = switchedTo(law, watchers);
  return acting.kind === 'limited' ? acting : undefined;
}

function limitMode(
  { network, unknown }: Judging,
  at: number,
  { ohms, volts, amps }: Limited,
  mode: BranchMode | undefined,
): 1 | -1 | undefined {
  const branch = network.branches[at];
  const across = unknown(branch?.from ?? 0) - unknown(branch?.to ?? 0);
  const withoutLimit = mode === undefined ? unknown(network.nodeCount + at) : (across - volts) / ohms;
  if (withoutLimit > amps) return 1;
  return withoutLimit < -amps ? -1 : undefined;
}

function blow({ network, branches, unknown }: Judging, before: Judged): Judged | undefined {
  let [worst, worstShare] = [-1, blowsAt];
  for (const at of branches) {
    const law = network.branches[at]?.law;
    if (law?.kind !== 'fuse' || before.modes.get(at) === 'blown') continue;
    const share = Math.abs(unknown(network.nodeCount + at)) / law.ratedAmps;
    if (share > worstShare) [worst, worstShare] = [at, share];
  }
  return worst < 0 ? undefined : { watchers: before.watchers, modes: new Map(before.modes).set(worst, 'blown') };
}
