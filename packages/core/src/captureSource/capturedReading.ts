import { array, boolean, number, string } from 'yup';
import { boundsOf, type Checked, closedObject, draftText, idText, unionByKind } from '../schema/index.js';

/** What a channel of a capture can be read as; `core/captureReading` says what each of them asks for and finds. */
export const detectorKinds = [
  'motor',
  'coil',
  'teeth',
  'control',
  'supply',
  'turning',
  'cranking',
  'cylinder',
  'sent',
  'can',
  'canPair',
  'lin',
  'dropouts',
  'bursts',
] as const;
export type DetectorKind = (typeof detectorKinds)[number];

const kind = <Kind extends string>(value: Kind) =>
  string()
    .required()
    .oneOf([value] as const);
const detector = () =>
  string()
    .required()
    .oneOf([...detectorKinds]);
const event = () => string().nullable().defined().max(60);
const fact = () => string().required().max(40);
const whole = (least: number, most: number) => number().integer().min(least).max(most).nullable().defined();

/** What is known of a thing before its signal is read; `null`: not known. */
export const knownSchema = closedObject({
  bars: whole(2, 400),
  volts: number().min(0.01).max(1000).nullable().defined(),
  teeth: whole(2, 1000),
  gapTeeth: whole(0, 20),
  cylinders: whole(1, 16),
  compressionRatio: number().min(1.5).max(40).nullable().defined(),
  nibbles: whole(1, 12),
  eventsPerTurn: whole(1, 10_000),
  isLowActive: boolean().required(),
});
export type Known = Checked<typeof knownSchema>;
/** Between what what is known may lie. */
export const knownBounds = boundsOf(knownSchema);

export const nothingKnown: Known = {
  bars: null,
  volts: null,
  teeth: null,
  gapTeeth: null,
  cylinders: null,
  compressionRatio: null,
  nibbles: null,
  eventsPerTurn: null,
  isLowActive: false,
};

/** What holding a capture against a known-good one comes to. */
export const fitFacts = {
  outside: { name: 'share outside the band', unit: '%' },
  delay: { name: 'delay against it', unit: 'ms' },
  correlation: { name: 'likeness, correlation', unit: '%' },
  exhaustLater: { name: 'by how much the exhaust opens later, in a cylinder', unit: '°' },
  intakeLater: { name: 'by how much the intake closes later, in a cylinder', unit: '°' },
} as const;
export type FitFact = keyof typeof fitFacts;

/** How long what a plan calls a channel may be. */
export const longestChannelName = 60;

/** How a reading of a step is measured on a capture. */
export const capturedReadingSchema = closedObject({
  channels: array(draftText(longestChannelName))
    .required()
    .min(1)
    .max(24)
    .meta({ description: 'what the channel is called; of things that are compared one for each, in their order' }),
  measure: unionByKind({
    detector: closedObject({
      kind: kind('detector'),
      detector: detector(),
      known: knownSchema.required(),
      fact: fact().meta({ description: 'what of it is the reading' }),
    }),
    between: closedObject({
      kind: kind('between'),
      detector: detector().nullable().meta({ description: 'whose events they are; null: without events' }),
      known: knownSchema.required(),
      from: event().meta({ description: 'event from which it is measured; null: the beginning' }),
      to: event().meta({ description: 'the first such event after that; null: the end' }),
      fact: fact().meta({ description: 'what of the part is the reading, such as its mean' }),
    }),
    reference: closedObject({
      kind: kind('reference'),
      partCardId: idText(),
      referenceId: idText(),
      band: number()
        .required()
        .min(0)
        .max(1)
        .meta({ description: 'half the width of the band, as a share of its range' }),
      isStretched: boolean().required().meta({ description: 'whether it may be of another speed' }),
      fact: string()
        .required()
        .oneOf(Object.keys(fitFacts) as FitFact[]),
    }),
  }),
});

export type CapturedReading = Checked<typeof capturedReadingSchema>;
export type CapturedMeasure = CapturedReading['measure'];

/** As many points as a known-good capture of a part card has at most. */
export const mostReferencePoints = 2000;

/** A known-good capture of a part, thinned out so far that it can stand in a plan. */
export const referenceSchema = closedObject({
  id: idText(),
  name: draftText(120),
  unit: string().defined().max(20),
  stepMs: number().required().moreThan(0).max(1e6).meta({ description: 'from one value to the next' }),
  values: array(number().required().min(-1e12).max(1e12)).required().min(16).max(mostReferencePoints),
});
export type Reference = Checked<typeof referenceSchema>;
