import { array, number, string } from 'yup';
import { type Checked, closedObject, draftText, idOrNull, idText, nameOfThing } from '../../schema/index.js';
import { componentSchema, ohms, pointText } from './componentSchemas.js';

export const circuitFormat = 'probe-trail-circuit';
export const circuitFormatVersion = 1;

const connectorSchema = closedObject({
  id: idText(),
  name: draftText(120),
  pins: array(idText()).required().min(1).max(200).meta({
    description: 'in the order in which they lie: those beside each other can be shorted',
  }),
  ohms: ohms().meta({ description: 'of each of its contacts, Ω' }),
  joins: idOrNull().meta({
    description: 'the connector into which it is plugged where both have wires; null: it is plugged into a part',
  }),
});

const spliceSchema = closedObject({ id: idText(), name: draftText(120) });
const studSchema = closedObject({
  id: idText(),
  name: draftText(120),
  ohms: ohms().meta({ description: 'from its head to the body, Ω' }),
});

const wireSchema = closedObject({
  id: idText(),
  from: pointText(),
  to: pointText(),
  colour: draftText(40).meta({ description: 'main colour, in words' }),
  tracer: draftText(40).meta({ description: 'second colour; empty without one' }),
  mm2: number().required().moreThan(0, '${path} is ${value}; a wire has a cross-section').max(1000),
  metres: number().required().moreThan(0, '${path} is ${value}; a wire has a length').max(1000),
  twistedWith: idOrNull().meta({ description: 'another wire; null: none' }),
});

const stateSchema = closedObject({
  what: nameOfThing(60),
  is: string().required().max(60),
  sets: array(closedObject({ id: idText(), to: number().required().min(-1e4).max(1e4) }).required())
    .required()
    .max(200)
    .meta({ description: 'where dials of components stand then' }),
  apart: array(idText()).required().max(200).meta({ description: 'connectors and components that are out then' }),
  together: array(idText()).required().max(200).meta({ description: 'and those that are in again' }),
});

const placeSchema = closedObject({
  name: nameOfThing(120).meta({ description: 'as plans call it' }),
  point: pointText(),
  side: string()
    .required()
    .oneOf(['harness', 'part'] as const)
    .meta({ description: 'of a connector: at its wires, or at the part into which it is plugged' }),
});

/** The body of the vehicle: all ground studs are on it. */
export const bodyPoint = 'body';

/** Wires, connectors, fuses, relays, loads and grounds as a model that can be computed. */
export const circuitSchema = closedObject({
  format: string()
    .required()
    .oneOf([circuitFormat] as const),
  formatVersion: number()
    .required()
    .oneOf([circuitFormatVersion] as const),
  id: idText(),
  name: draftText(120),
  lines: array(idText())
    .required()
    .max(50)
    .meta({ description: 'vehicle lines of which it is the circuit, by their ids' }),
  components: array(componentSchema).required().max(2000),
  connectors: array(connectorSchema.required()).required().max(1000),
  splices: array(spliceSchema.required()).required().max(1000),
  studs: array(studSchema.required()).required().max(200),
  wires: array(wireSchema.required()).required().max(5000),
  states: array(stateSchema.required()).required().max(500),
  places: array(placeSchema.required()).required().max(500),
});

export type Circuit = Checked<typeof circuitSchema>;

/** Body of `PUT /api/circuits/:circuitId`. */
export const circuitToKeepSchema = closedObject({ circuit: circuitSchema.required() });
export type CircuitToKeep = Checked<typeof circuitToKeepSchema>;

/** A circuit of the library, without what is in it. */
export interface CircuitInfo {
  readonly circuitId: string;
  readonly name: string;
  readonly lines: readonly string[];
  readonly componentCount: number;
  readonly wireCount: number;
  /** Changes with every save; sent back, so that nothing is overwritten unseen. */
  readonly etag: string;
  readonly savedAtMs: number;
  readonly savedBy: string;
}

export interface KeptCircuit extends CircuitInfo {
  readonly circuit: Circuit;
}

export type Component = Circuit['components'][number];
export type ComponentKind = Component['kind'];
export type ComponentOf<Kind extends ComponentKind> = Extract<Component, { readonly kind: Kind }>;
export type CircuitConnector = Circuit['connectors'][number];
export type Wire = Circuit['wires'][number];
export type Place = Circuit['places'][number];

/** On which side of a connector a point is meant. */
export type Side = Place['side'];

export interface PointAt {
  readonly point: string;
  readonly side: Side;
}

/** Each terminal of a component with its point, in the order of the file. */
export function terminalsOf(component: Component): readonly (readonly [terminal: string, point: string])[] {
  if (component.kind === 'potentiometer')
    return component.tracks.flatMap(({ top, bottom, wiper }, at) => [
      [`top${at + 1}`, top] as const,
      [`bottom${at + 1}`, bottom] as const,
      [`wiper${at + 1}`, wiper] as const,
    ]);
  const own = Object.entries<string | null>(component.at).flatMap(([terminal, point]) =>
    point === null ? [] : [[terminal, point] as const],
  );
  const follows = 'follows' in component ? component.follows : null;
  return follows === null ? own : [...own, ['input', follows.pin] as const, ['inputGround', follows.ground] as const];
}

/** Resistivity of copper at 20 °C, Ω·mm²/m, and how much it grows for each °C (IEC 60028). */
const [copper, copperPerCelsius] = [1 / 58, 0.00393];

/** Resistance of a wire in Ω. */
export const ohmsOfWire = ({ mm2, metres }: Pick<Wire, 'mm2' | 'metres'>, celsius: number): number =>
  ((copper * metres) / mm2) * (1 + copperPerCelsius * (celsius - 20));
