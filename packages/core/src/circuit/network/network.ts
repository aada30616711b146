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
  /** One law while all watchers are as they must be, another one else. */
  | { readonly kind: 'switched'; readonly when: readonly Needed[]; readonly on: SteadyLaw; readonly off: SteadyLaw };

/** How a watcher must be. */
export interface Needed {
  readonly watcher: number;
  readonly isOn: boolean;
}

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
  /** The branch that does it: with an open coil a relay stays released, whatever stands at its terminals. `undefined`: none. */
  readonly branch: number | undefined;
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
  /** Branches at their limit, in one direction or the other, and fuses that are blown; all others are as they should be. */
  readonly modes: ReadonlyMap<number, BranchMode>;
}

export type BranchMode = -1 | 1 | 'blown';

/** The law of a branch that counts as long as all stays as it was judged. */
export function lawAsJudged(law: Law, at: number, judged: Judged): ActingLaw {
  switch (law.kind) {
    case 'switched':
      return lawAsJudged(switchedTo(law, judged.watchers), at, judged);
    case 'limited': {
      const mode = judged.modes.get(at);
      return mode === 1 || mode === -1
        ? { kind: 'current', amps: mode * law.amps }
        : { kind: 'linear', ohms: law.ohms, volts: law.volts };
    }
    case 'fuse':
      return judged.modes.get(at) === 'blown' ? { kind: 'open' } : { kind: 'linear', ohms: law.ohms, volts: 0 };
    default:
      return law;
  }
}

/** Which of its two laws counts. */
export const switchedTo = (
  { when, on, off }: Extract<Law, { readonly kind: 'switched' }>,
  watchers: readonly boolean[],
): SteadyLaw => (when.every(({ watcher, isOn }) => watchers[watcher] === isOn) ? on : off);

export type ActingLaw = Exclude<Law, { readonly kind: 'limited' | 'fuse' | 'switched' }>;
