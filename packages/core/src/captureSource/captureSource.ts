import { array, boolean, number, string } from 'yup';
import { type Checked, closedObject, photoIdText } from '../schema/index.js';

/** As many cells as are kept of the picture of a capture. */
export const mostCells = 120;
/** As many named moments as are kept with it. */
export const mostMarks = 12;

/** A level that is larger is none that anybody measures. */
export const largestLevel = 1e12;

const momentMs = () => number().required().min(-1e9).max(1e9);
const level = () => number().nullable().defined().min(-largestLevel).max(largestLevel);

/** What a reading was measured on: the capture, the channel, where, and a small picture of it. Times are ms since the capture began. */
export const captureSourceSchema = closedObject({
  recordingId: photoIdText()
    .nullable()
    .defined()
    .meta({ description: 'SHA-256 of the capture; null: tried out without one' }),
  channel: string().defined().max(120).meta({ description: 'what the channel is called in the capture' }),
  what: string().required().max(160).meta({ description: 'what was measured, such as “peak of the inrush”' }),
  unit: string().required().max(20).meta({ description: 'in which it was measured' }),
  within: number().min(0).max(largestLevel).nullable().defined().meta({
    description: 'what noise and steps leave open (k = 2), in that unit; null: half a place of the number',
  }),
  isLevel: boolean().required().meta({
    description: 'it is a level of the channel, in which the accuracy of the instrument counts too',
  }),
  fromMs: momentMs(),
  toMs: momentMs(),
  byHand: boolean().required().meta({ description: 'the markers were set by hand' }),
  notes: array(string().required().max(300)).required().max(4),
  picture: closedObject({
    fromMs: momentMs(),
    toMs: momentMs(),
    lows: array(level()).required().max(mostCells),
    highs: array(level()).required().max(mostCells),
    against: array(level()).required().max(mostCells).meta({
      description: 'the known-good capture where it fits best, in the same cells; none: it was held against none',
    }),
  }).required(),
  marks: array(closedObject({ atMs: momentMs(), text: string().required().max(60) }).required())
    .required()
    .max(mostMarks),
});
export type CaptureSource = Checked<typeof captureSourceSchema>;
