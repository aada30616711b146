import type { Component, ComponentKind, ComponentOf } from '../document/circuit.js';
import type { Law, SteadyLaw } from './network.js';
import { ohmsAt } from './thermistor.js';

/** A branch of a component, between two of its points by their names. */
export interface NamedBranch {
  /** Of several branches of one component; empty for the only one. */
  readonly part: string;
  readonly from: string;
  readonly to: string;
  readonly law: NamedLaw;
}

/** A law that may go by the voltage between named points, or by a watcher of its own or of another component. */
export type NamedLaw =
  | Exclude<Law, { readonly kind: 'switched' | 'ratio' }>
  | NamedRatio
  | { readonly kind: 'switched'; readonly when: readonly When[]; readonly on: Steady; readonly off: Steady };

/** How a component that goes on and off must be. */
interface When {
  readonly by: string;
  readonly isOn: boolean;
}

type NamedRatio = {
  readonly kind: 'ratio';
  readonly ohms: number;
  readonly share: number;
  readonly of: readonly [top: string, bottom: string];
};

type Steady = Exclude<SteadyLaw, { readonly kind: 'ratio' }>;

/** What goes on and off by the voltage between two named points. */
export interface NamedWatcher {
  /** Whether the first branch of its component does it, as the coil of a relay does. */
  readonly isBySelf: boolean;
  readonly from: string;
  readonly to: string;
  readonly onVolts: number;
  readonly offVolts: number;
  readonly isEitherWay: boolean;
}

/** How a component is meant to be. */
export interface Condition {
  /** Where its dial stands. */
  readonly dial: number;
  /** What its resistance is, of what the file says. */
  readonly ohmsShare: number;
  readonly celsius: number;
  /** Whether sources give something: for ohms nothing does, lamps are cold and motors stand. */
  readonly isPowered: boolean;
}

export interface ComponentLaws {
  readonly branches: readonly NamedBranch[];
  readonly watcher?: NamedWatcher;
}

const linear = (ohms: number, volts = 0): Extract<SteadyLaw, { readonly kind: 'linear' }> => ({
  kind: 'linear',
  ohms,
  volts,
});
const open: SteadyLaw & { readonly kind: 'open' } = { kind: 'open' };
const branch = (from: string, to: string, law: NamedLaw, part = ''): NamedBranch => ({ part, from, to, law });
const one = (from: string, to: string, law: NamedLaw): ComponentLaws => ({ branches: [branch(from, to, law)] });

/** While its unit is awake; without a unit always, as long as there is power. */
const whileAwake = (of: string | null, isPowered: boolean, on: Steady, off: Steady): NamedLaw => {
  if (!isPowered) return off;
  return of === null ? on : { kind: 'switched', when: [{ by: of, isOn: true }], on, off };
};

/** A diode that takes up what a coil gives back. */
const takesUp = (celsius: number): NamedLaw => ({
  kind: 'diode',
  saturationAmps: 1e-9,
  emission: 1.8,
  ohms: 0.05,
  celsius,
});

// From one end of a track to the other the wiper never has nothing on one side: its contact is never wider than nothing.
const part = (ohms: number, share: number): Steady => linear(ohms * Math.min(1, Math.max(0, share)));

type LawsOf<Kind extends ComponentKind> = (component: ComponentOf<Kind>, condition: Condition) => ComponentLaws;

const resistance = ({ at, ohms }: ComponentOf<'resistor' | 'heater'>, { ohmsShare }: Condition): ComponentLaws =>
  one(at.a, at.b, linear(ohms * ohmsShare));
const junction = (
  { at, saturationAmps, emission, ohms }: ComponentOf<'diode' | 'led'>,
  { celsius }: Condition,
): ComponentLaws => one(at.anode, at.cathode, { kind: 'diode', saturationAmps, emission, ohms, celsius });

const lawsByKind: { readonly [Kind in ComponentKind]: LawsOf<Kind> } = {
  battery: ({ at, volts, ohms }, { isPowered, ohmsShare }) =>
    one(at.plus, at.minus, linear(ohms * ohmsShare, isPowered ? volts : 0)),
  fuse: ({ at, ratedAmps, ohms }, { ohmsShare }) =>
    one(at.a, at.b, { kind: 'fuse', ohms: ohms * ohmsShare, ratedAmps }),
  relay: (
    { id, at, coilOhms, pullInVolts, dropOutVolts, contactOhms, hasDiode },
    { isPowered, ohmsShare, celsius },
  ) => {
    const contact = (to: string, name: string, isClosedOn: boolean): NamedBranch => {
      const [on, off] = isClosedOn ? [linear(contactOhms), open] : [open, linear(contactOhms)];
      return branch(
        at.common,
        to,
        isPowered ? { kind: 'switched', when: [{ by: id, isOn: true }], on, off } : off,
        name,
      );
    };
    return {
      branches: [
        branch(at.coilA, at.coilB, linear(coilOhms * ohmsShare), 'coil'),
        ...(hasDiode ? [branch(at.coilB, at.coilA, takesUp(celsius), 'diode')] : []),
        ...(at.closes === null ? [] : [contact(at.closes, 'closes', true)]),
        ...(at.opens === null ? [] : [contact(at.opens, 'opens', false)]),
      ],
      watcher: {
        from: at.coilA,
        to: at.coilB,
        onVolts: pullInVolts,
        offVolts: dropOutVolts,
        isEitherWay: true,
        isBySelf: true,
      },
    };
  },
  switch: ({ at, ohms }, { dial, ohmsShare }) => one(at.a, at.b, dial >= 0.5 ? linear(ohms * ohmsShare) : open),
  resistor: resistance,
  heater: resistance,
  potentiometer: ({ tracks }, { dial, ohmsShare }) => ({
    branches: tracks.flatMap(({ top, bottom, wiper, ohms, from, to }, at) => {
      const below = from + (to - from) * dial;
      return [
        branch(top, wiper, part(ohms * ohmsShare, 1 - below), `top${at + 1}`),
        branch(wiper, bottom, part(ohms * ohmsShare, below), `bottom${at + 1}`),
      ];
    }),
  }),
  thermistor: ({ at, curve }, { dial, ohmsShare }) => one(at.a, at.b, linear(ohmsAt(curve, dial) * ohmsShare)),
  lamp: ({ at, ratedVolts, ratedWatts, coldOhms }, { isPowered, ohmsShare }) => {
    const hotOhms = (ratedVolts ** 2 / ratedWatts) * ohmsShare;
    if (!isPowered) return one(at.a, at.b, linear(coldOhms * ohmsShare));
    return one(at.a, at.b, { kind: 'lamp', coldOhms: coldOhms * ohmsShare, hotOhms, watts: ratedVolts ** 2 / hotOhms });
  },
  motor: ({ at, ohms, runningVolts, runningAmps }, { dial, isPowered, ohmsShare }) =>
    one(at.a, at.b, linear((isPowered && dial >= 0.5 ? runningVolts / runningAmps : ohms) * ohmsShare)),
  coil: ({ at, ohms, hasDiode }, { ohmsShare, celsius }) => ({
    branches: [
      branch(at.a, at.b, linear(ohms * ohmsShare), 'coil'),
      ...(hasDiode ? [branch(at.b, at.a, takesUp(celsius), 'diode')] : []),
    ],
  }),
  diode: junction,
  led: junction,
  ratioSensor: ({ at, ohms, supplyOhms }, { dial, isPowered, ohmsShare }) => ({
    branches: [
      branch(at.supply, at.ground, linear(supplyOhms), 'supply'),
      branch(
        at.signal,
        at.ground,
        isPowered
          ? { kind: 'ratio', ohms: ohms * ohmsShare, share: dial, of: [at.supply, at.ground] }
          : linear(ohms * ohmsShare),
        'signal',
      ),
    ],
  }),
  loopSensor: ({ at, ohms }, { dial, isPowered }) =>
    one(at.plus, at.minus, isPowered && dial > 0 ? { kind: 'limited', ohms, volts: 0, amps: dial } : open),
  openCollector: ({ at, ohms }, { dial, isPowered, ohmsShare }) =>
    one(at.pin, at.ground, isPowered && dial >= 0.5 ? linear(ohms * ohmsShare) : open),
  unit: ({ at, ohms, wakesAtVolts, sleepsBelowVolts }, { ohmsShare }) => ({
    branches: [branch(at.feed, at.ground, linear(ohms * ohmsShare))],
    watcher: {
      from: at.feed,
      to: at.ground,
      onVolts: wakesAtVolts,
      offVolts: sleepsBelowVolts,
      isEitherWay: false,
      isBySelf: true,
    },
  }),
  pullUp: ({ at, of, volts, ohms }, { isPowered, ohmsShare }) =>
    one(at.pin, at.ground, whileAwake(of, isPowered, linear(ohms * ohmsShare, volts), linear(ohms * ohmsShare))),
  pullDown: ({ at, ohms }, { ohmsShare }) => one(at.pin, at.ground, linear(ohms * ohmsShare)),
  highSide: (driver, condition) => driven(driver.at.feed, driver.at.out, driver, condition),
  lowSide: (driver, condition) => driven(driver.at.out, driver.at.ground, driver, condition),
  hBridge: ({ at, of, ohms, limitAmps }, { dial, isPowered }) => {
    const way = (isDriven: boolean): NamedLaw =>
      isDriven ? whileAwake(of, isPowered, limited(ohms, limitAmps), open) : open;
    return {
      branches: [
        branch(at.feed, at.one, way(dial > 0), 'feedOne'),
        branch(at.other, at.ground, way(dial > 0), 'groundOther'),
        branch(at.feed, at.other, way(dial < 0), 'feedOther'),
        branch(at.one, at.ground, way(dial < 0), 'groundOne'),
      ],
    };
  },
  sensorSupply: ({ at, of, volts, ohms, limitAmps }, { isPowered }) =>
    one(at.out, at.ground, whileAwake(of, isPowered, limited(ohms, limitAmps, volts), open)),
  busPins: ({ at, of, volts, ohms, terminationOhms }, { isPowered, ohmsShare }) => {
    const held = whileAwake(of, isPowered, linear(ohms, volts), linear(ohms));
    return {
      branches: [
        branch(at.high, at.ground, held, 'high'),
        branch(at.low, at.ground, held, 'low'),
        ...(terminationOhms === null
          ? []
          : [branch(at.high, at.low, linear(terminationOhms * ohmsShare), 'termination')]),
      ],
    };
  },
};

/** What drives while its unit is awake and its input says so. */
function driven(
  from: string,
  to: string,
  { id, of, ohms, limitAmps, follows }: ComponentOf<'highSide' | 'lowSide'>,
  { dial, isPowered }: Condition,
): ComponentLaws {
  const when = [
    ...(of === null ? [] : [{ by: of, isOn: true }]),
    ...(follows === null ? [] : [{ by: id, isOn: follows.drivesWhen === 'high' }]),
  ];
  const on = limited(ohms, limitAmps);
  const law: NamedLaw = when.length === 0 ? on : { kind: 'switched', when, on, off: open };
  const branches = [branch(from, to, dial > 0 && isPowered ? law : open)];
  if (follows === null) return { branches };
  const { pin, ground, highFromVolts, lowBelowVolts } = follows;
  const watcher = {
    from: pin,
    to: ground,
    onVolts: highFromVolts,
    offVolts: lowBelowVolts,
    isEitherWay: false,
    isBySelf: false,
  };
  return { branches, watcher };
}

function limited(ohms: number, amps: number, volts = 0): Steady {
  return { kind: 'limited', ohms, volts, amps };
}

/** The branches of a component in a condition. */
export function lawsOf(component: Component, condition: Condition): ComponentLaws {
  // TypeScript cannot see that the kind of the component and that of its entry are one.
  const laws = lawsByKind[component.kind] as LawsOf<ComponentKind>;
  return laws(component, condition);
}

/** Components that go on and off by a voltage: relays, units, and drivers that follow an input. */
export const isWatching = (component: Component): boolean =>
  component.kind === 'relay' || component.kind === 'unit' || ('follows' in component && component.follows !== null);

/** Components that drive by switching quickly to and fro: their dial says for what share of the time. */
export const isPulsed = ({ kind }: Component): boolean =>
  kind === 'highSide' || kind === 'lowSide' || kind === 'hBridge';

/** Where the dial of a component stands by itself; 0 where it has none. */
export const dialOf = (component: Component): number => ('stands' in component ? component.stands : 0);
