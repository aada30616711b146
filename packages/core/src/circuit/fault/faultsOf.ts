import type { Circuit, Component, ComponentKind, PointAt } from '../document/circuit.js';
import { pinPoint } from '../document/points.js';
import { branchName } from '../network/compile.js';
import type { Fault } from './fault.js';

/** How large the usual faults are. */
const usual = {
  shortOhms: 0.05,
  leakOhms: 1000,
  /** Corrosion in a wire that carries amps, and in one that carries a signal. */
  thickOhms: 0.5,
  thinOhms: 500,
  thickFromMm2: 1,
  studOhms: 0.5,
  wornAmps: 0.5,
  /** A battery that is nearly empty: of its voltage, and of its resistance. */
  weakVolts: 0.92,
  weakOhms: 8,
  driftShares: [0.5, 2],
  sensorShares: [0.8, 1.2],
} as const;

const open = (of: string): Fault => ({ kind: 'open', of });
const harness = (point: string): PointAt => ({ point, side: 'harness' });
const shorts = (at: PointAt): readonly Fault[] => [
  { kind: 'toGround', at, ohms: usual.shortOhms },
  { kind: 'toFeed', at, ohms: usual.shortOhms },
  { kind: 'toGround', at, ohms: usual.leakOhms },
];

/** All single faults that a circuit can have, of the usual sizes; an author takes away what cannot be and changes sizes. */
export function faultsOf(circuit: Circuit): readonly Fault[] {
  return [
    ...circuit.wires.flatMap(({ id, to, mm2 }): readonly Fault[] => [
      open(id),
      { kind: 'series', of: id, ohms: mm2 >= usual.thickFromMm2 ? usual.thickOhms : usual.thinOhms },
      ...shorts(harness(to)),
    ]),
    ...circuit.connectors.flatMap(faultsOfConnector),
    ...circuit.studs.flatMap(({ id }): readonly Fault[] => [
      open(id),
      { kind: 'series', of: id, ohms: usual.studOhms },
    ]),
    ...circuit.components.flatMap(faultsOfComponent),
  ];
}

function faultsOfConnector({ id, pins }: Circuit['connectors'][number]): readonly Fault[] {
  const points = pins.map((pin) => pinPoint(id, pin));
  return points.flatMap((point, at): readonly Fault[] => {
    const next = points[at + 1];
    const short: readonly Fault[] =
      next === undefined ? [] : [{ kind: 'between', at: harness(point), and: harness(next), ohms: usual.shortOhms }];
    return [open(point), { kind: 'worn', of: point, amps: usual.wornAmps }, ...short];
  });
}

const drifts = (shares: readonly number[], of: string): readonly Fault[] =>
  shares.map((share) => ({ kind: 'drift', of, share }));
const itself = ({ id }: Component): readonly Fault[] => [open(id), ...drifts(usual.driftShares, id)];

const byKind: {
  readonly [Kind in ComponentKind]: (component: Extract<Component, { readonly kind: Kind }>) => readonly Fault[];
} = {
  battery: ({ id, volts, ohms }) => [
    { kind: 'weak', of: id, volts: volts * usual.weakVolts, ohms: ohms * usual.weakOhms },
  ],
  fuse: ({ id, ratedAmps }) => [open(id), { kind: 'wrongFuse', of: id, ratedAmps: ratedAmps / 2 }],
  relay: ({ id, at, contactOhms }) => [
    open(branchName(id, 'coil')),
    ...[at.closes === null ? [] : 'closes', at.opens === null ? [] : 'opens']
      .flat()
      .flatMap((part): readonly Fault[] => [
        open(branchName(id, part)),
        { kind: 'stuckClosed', of: branchName(id, part), ohms: contactOhms },
        { kind: 'worn', of: branchName(id, part), amps: usual.wornAmps },
      ]),
  ],
  switch: ({ id, ohms }) => [open(id), { kind: 'stuckClosed', of: id, ohms }],
  resistor: itself,
  heater: itself,
  potentiometer: ({ id, tracks }) =>
    tracks.flatMap((_, at) => [open(branchName(id, `top${at + 1}`)), open(branchName(id, `bottom${at + 1}`))]),
  thermistor: itself,
  lamp: ({ id }) => [open(id)],
  motor: ({ id }) => [open(id)],
  coil: ({ id, hasDiode }) => [open(branchName(id, 'coil')), ...(hasDiode ? [open(branchName(id, 'diode'))] : [])],
  diode: ({ id, ohms }) => [open(id), { kind: 'stuckClosed', of: id, ohms }],
  led: ({ id }) => [open(id)],
  ratioSensor: ({ id }) => [open(branchName(id, 'signal')), ...drifts(usual.sensorShares, branchName(id, 'signal'))],
  loopSensor: ({ id }) => [open(id)],
  openCollector: ({ id, ohms }) => [open(id), { kind: 'stuckClosed', of: id, ohms }],
  unit: ({ id }) => [{ kind: 'dead', of: id }],
  pullUp: ({ id }) => [open(id)],
  pullDown: ({ id }) => [open(id)],
  highSide: ({ id, ohms }) => [open(id), { kind: 'stuckClosed', of: id, ohms }],
  lowSide: ({ id, ohms }) => [open(id), { kind: 'stuckClosed', of: id, ohms }],
  hBridge: ({ id }) => ['feedOne', 'feedOther'].map((part) => open(branchName(id, part))),
  sensorSupply: ({ id }) => [open(id)],
  busPins: ({ id, terminationOhms }) => (terminationOhms === null ? [] : [open(branchName(id, 'termination'))]),
};

function faultsOfComponent(component: Component): readonly Fault[] {
  // TypeScript cannot see that the kind of the component and that of its entry are one.
  const faults = byKind[component.kind] as (component: Component) => readonly Fault[];
  return faults(component);
}
