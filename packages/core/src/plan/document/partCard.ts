import { array, string } from 'yup';
import { referenceSchema } from '../../captureSource/index.js';
import { physicalCheckSchema } from '../../physicalCheck/index.js';
import { type Checked, closedObject, draftText, idText } from '../../schema/index.js';
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

export const partCardSchema = closedObject({
  id: idText(),
  name: draftText(120),
  place: draftText(500),
  howItWorks: draftText(5000).meta({ description: 'Markdown' }),
  connectors: list(connectorSchema.required(), 40),
  values: list(cardValueSchema.required(), 100),
  physicalChecks: list(physicalCheckSchema.required(), 40),
  references: list(referenceSchema.required(), 8).meta({ description: 'known-good captures of it' }),
});

export type Connector = Checked<typeof connectorSchema>;
export type PartCard = Checked<typeof partCardSchema>;
