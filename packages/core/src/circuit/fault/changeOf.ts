import type { Compiled } from '../network/compile.js';
import type { Law, SteadyLaw } from '../network/network.js';
import type { Bridge, Change } from '../solver/base.js';
import type { Fault } from './fault.js';

/** The two ends of the supply, between which a short to feed or to ground goes. */
export interface Poles {
  readonly feed: number;
  readonly ground: number;
}

/** What a fault changes in a compiled circuit. @returns `undefined` where the circuit does not have its place */
export function changeOf(compiled: Compiled, fault: Fault, poles: Poles): Change | undefined {
  switch (fault.kind) {
    case 'toGround':
      return bridged(compiled.nodeOf(fault.at), poles.ground, fault.ohms);
    case 'toFeed':
      return bridged(compiled.nodeOf(fault.at), poles.feed, fault.ohms);
    case 'between':
      return bridged(compiled.nodeOf(fault.at), compiled.nodeOf(fault.and), fault.ohms);
    case 'dead':
      return dead(compiled, fault.of);
    default:
      return onBranch(compiled, fault.of, (law) => faulty(law, fault));
  }
}

const nothing: Change = { laws: new Map(), bridges: [] };

function bridged(from: number | undefined, to: number | undefined, ohms: number): Change | undefined {
  if (from === undefined || to === undefined) return undefined;
  // What is there already is no fault.
  if (from === to) return nothing;
  const bridge: Bridge = { from, to, ohms, volts: 0 };
  return { laws: new Map(), bridges: [bridge] };
}

function onBranch({ branchOf, network }: Compiled, of: string, change: (law: Law) => Law): Change | undefined {
  const at = branchOf.get(of);
  const law = at === undefined ? undefined : network.branches[at]?.law;
  return at === undefined || law === undefined ? undefined : { laws: new Map([[at, change(law)]]), bridges: [] };
}

function dead({ watcherIds, network }: Compiled, id: string): Change | undefined {
  const watcher = watcherIds.indexOf(id);
  if (watcher < 0) return undefined;
  const laws = network.branches.flatMap(({ law }, at) =>
    law.kind === 'switched' && law.when.some((one) => one.watcher === watcher) ? [[at, law.off] as const] : [],
  );
  return { laws: new Map(laws), bridges: [] };
}

type BranchFault = Exclude<Fault, { readonly kind: 'toGround' | 'toFeed' | 'between' | 'dead' }>;

function faulty(law: Law, fault: BranchFault): Law {
  switch (fault.kind) {
    case 'open':
      return { kind: 'open' };
    case 'series':
      return withOhms(law, (ohms) => ohms + fault.ohms);
    case 'worn':
      return withSteady(law, (steady) =>
        steady.kind === 'linear' ? { kind: 'limited', ohms: steady.ohms, volts: 0, amps: fault.amps } : steady,
      );
    case 'stuckClosed':
      return { kind: 'linear', ohms: fault.ohms, volts: 0 };
    case 'wrongFuse':
      return law.kind === 'fuse' ? { ...law, ratedAmps: fault.ratedAmps } : law;
    case 'drift':
      return law.kind === 'ratio'
        ? { ...law, share: Math.min(1, law.share * fault.share) }
        : withOhms(law, (ohms) => ohms * fault.share);
    case 'weak':
      // For ohms a battery has no voltage, weak or not.
      return law.kind === 'linear' && law.volts !== 0 ? { ...law, volts: fault.volts, ohms: fault.ohms } : law;
  }
}

function withSteady(law: Law, change: (law: SteadyLaw) => SteadyLaw): Law {
  if (law.kind === 'switched') return { ...law, on: change(law.on), off: change(law.off) };
  return law.kind === 'lamp' || law.kind === 'diode' || law.kind === 'fuse' ? law : change(law);
}

/** The same law with another resistance. */
function withOhms(law: Law, change: (ohms: number) => number): Law {
  switch (law.kind) {
    case 'lamp': {
      const hotOhms = change(law.hotOhms);
      const share = hotOhms / law.hotOhms;
      return { ...law, hotOhms, coldOhms: law.coldOhms * share, watts: law.watts / share };
    }
    case 'fuse':
    case 'diode':
      return { ...law, ohms: change(law.ohms) };
    default:
      return withSteady(law, (steady) => ('ohms' in steady ? { ...steady, ohms: change(steady.ohms) } : steady));
  }
}

/** Two changes at once; where both change one branch, the second counts. */
export const both = (one: Change, other: Change): Change => ({
  laws: new Map([...one.laws, ...other.laws]),
  bridges: [...one.bridges, ...other.bridges],
});
