/**
 * How current and voltage of a branch belong together. The voltage is that of its first node against its second; the current goes from the
 * first through the branch to the second. All in SI units.
 */
export type Law =
  /** u = ohms · i + volts; a battery has its open voltage here, a wire 0. */
  | { readonly kind: 'linear'; readonly ohms: number; readonly volts: number }
  | { readonly kind: 'open' }
  /** u = ohms · i + share · the voltage between two other nodes: a sensor that gives a share of its supply. */
  | {
      readonly kind: 'ratio';
      readonly ohms: number;
      readonly share: number;
      readonly of: readonly [top: number, bottom: number];
    }
  /** A current that is given. */
  | { readonly kind: 'current'; readonly amps: number }
  /** A filament: R⁴ = cold⁴ + (hot⁴ − cold⁴) · P / watts, as it loses its heat by radiation. */
  | { readonly kind: 'lamp'; readonly coldOhms: number; readonly hotOhms: number; readonly watts: number }
  /** i = saturationAmps · (e^(u / (emission · kT/q)) − 1), with ohms in series. */
  | {
      readonly kind: 'diode';
      readonly saturationAmps: number;
      readonly emission: number;
      readonly ohms: number;
      readonly celsius: number;
    }
  /** As linear, but no more current than so much in either direction. */
  | { readonly kind: 'limited'; readonly ohms: number; readonly volts: number; readonly amps: number }
  /** As linear without a voltage; it blows. */
  | { readonly kind: 'fuse'; readonly ohms: number; readonly ratedAmps: number }
  /** One law while a watcher is on, another one while it is off. */
  | { readonly kind: 'switched'; readonly watcher: number; readonly on: SteadyLaw; readonly off: SteadyLaw };

/** A law that does not depend on what is judged after a solution. */
export type SteadyLaw = Extract<Law, { readonly kind: 'linear' | 'open' | 'ratio' | 'current' | 'limited' }>;

export interface Branch {
  readonly from: number;
  readonly to: number;
  readonly law: Law;
}

/** What goes on and off by the voltage between two nodes: a relay that pulls in, a unit that wakes. It starts off. */
export interface Watcher {
  readonly from: number;
  readonly to: number;
  /** On from this voltage on, off below that one; in between it stays as it is. */
  readonly onVolts: number;
  readonly offVolts: number;
  /** Whether the other direction does it too, as with the coil of a relay. */
  readonly isEitherWay: boolean;
}

/** A circuit in one state as a solver sees it: nodes have numbers, and node 0 is the reference. */
export interface Network {
  readonly nodeCount: number;
  readonly branches: readonly Branch[];
  readonly watchers: readonly Watcher[];
}

/** What was judged: all that is on or off, at its limit or blown. */
export interface Judged {
  readonly watchers: readonly boolean[];
  /** For each branch: 1 and −1 at its limit, `blown` for a fuse, else 0. */
  readonly branches: readonly BranchMode[];
}

export type BranchMode = -1 | 0 | 1 | 'blown';

/** The law that counts as long as all stays as it was judged. */
export function lawAsJudged(law: Law, mode: BranchMode, { watchers }: Judged): ActingLaw {
  switch (law.kind) {
    case 'switched':
      return lawAsJudged(watchers[law.watcher] ? law.on : law.off, mode, { watchers, branches: [] });
    case 'limited':
      return mode === 1 || mode === -1 ? { kind: 'current', amps: mode * law.amps } : { ...law, kind: 'linear' };
    case 'fuse':
      return mode === 'blown' ? { kind: 'open' } : { kind: 'linear', ohms: law.ohms, volts: 0 };
    default:
      return law;
  }
}

export type ActingLaw = Exclude<Law, { readonly kind: 'limited' | 'fuse' | 'switched' }>;
