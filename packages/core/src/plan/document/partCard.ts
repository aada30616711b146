import { array, string } from 'yup';
import { type Checked, closedObject, draftText, idText, keyOnLine, unionByKind } from '../../schema/index.js';
import { finite, isOrdered, kindText, openLimit, unitText } from '../../spec/index.js';
import { keysOf, list } from './fields.js';

export const wireSchema = closedObject({
  colour: draftText(40).meta({ description: 'main colour of the wire, in words' }),
  tracer: draftText(40).meta({ description: 'second colour; empty without one' }),
});

export const pinSchema = closedObject({ pin: idText(), name: draftText(120), wire: wireSchema.required() });

/** Which way a connector is looked at: into its face, or at the wires that come out of its back. */
export const faceViews = { matingSide: 'the mating side', wireSide: 'the wire side' } as const;

const faceSchema = closedObject({
  seenFrom: string().required().oneOf(keysOf(faceViews)),
  latch: string()
    .required()
    .oneOf(['top', 'bottom', 'none'] as const)
    .meta({ description: 'side of the latch or key in this view' }),
  rows: list(array(string().defined().max(80)).required().min(1).max(40), 12).meta({
    description: 'pins as they lie in this view, row by row from the top; an empty text is a gap',
  }),
});

export const connectorSchema = closedObject({
  id: idText(),
  name: draftText(120),
  pins: list(pinSchema.required(), 200),
  face: faceSchema.nullable().defined(),
});

/** What is known about a part. */
export const cardValueSchema = closedObject({ name: draftText(120), value: draftText(120) });

/** What a value of the vehicle should be when one knows the physics: what to hold it against beside its limits. */
export const physicalCheckSchema = closedObject({
  value: keyOnLine().meta({ description: 'unit and value on the vehicle line, such as A10.boostPressure' }),
  when: draftText(120).meta({ description: 'when it holds: “ignition on, engine off”, “after a night”, “B11 unplugged”' }),
  is: unionByKind({
    between: closedObject({ kind: kindText('between'), unit: unitText(), min: openLimit(), max: openLimit() }).test(
      'order',
      '${path}: the lower end lies above the upper one',
      (one) => isOrdered(one?.min, one?.max),
    ),
    agrees: closedObject({
      kind: kindText('agrees'),
      unit: unitText().meta({ description: 'that of the difference that is allowed, as the values are told' }),
      with: array(keyOnLine()).required().min(1).max(24).meta({ description: 'the values that it agrees with' }),
      within: finite().required().min(0),
    }),
  }),
});

export type PhysicalCheck = Checked<typeof physicalCheckSchema>;

export const partCardSchema = closedObject({
  id: idText(),
  name: draftText(120),
  place: draftText(500),
  howItWorks: draftText(5000).meta({ description: 'Markdown' }),
  connectors: list(connectorSchema.required(), 40),
  values: list(cardValueSchema.required(), 100),
  physicalChecks: list(physicalCheckSchema.required(), 40),
});

export type Connector = Checked<typeof connectorSchema>;
export type PartCard = Checked<typeof partCardSchema>;
