import { array, number, string } from 'yup';
import { jobParamsSchema } from '../job/index.js';
import { type Checked, closedObject, lengthsOf, photoIdText, timeMs } from '../schema/index.js';

/** The largest recording of a drive that is taken: four hours of sixty values have some 70 MB. */
export const largestRecording = 200 * 1024 * 1024;
/** The largest file of either kind: a capture of 100 million samples has 400 MB. */
export const largestFile = 420 * 1024 * 1024;
/** What a recording is: values that the vehicle told over a drive, or signals as an instrument took them. */
export const recordingKinds = ['drive', 'capture'] as const;
export type RecordingKind = (typeof recordingKinds)[number];
/** The largest piece in which one is sent. */
export const largestPiece = 4 * 1024 * 1024;

/** What is known of a recording without opening it. */
const infoFields = () => ({
  kind: string().oneOf(recordingKinds).required(),
  name: string().required().max(200),
  startedAtMs: timeMs(),
  lengthMs: number().required().min(0).max(1e9),
  channels: array(string().required().max(120))
    .required()
    .max(1000)
    .meta({ description: 'what the values are called' }),
  markCount: number().required().integer().min(0).max(10_000),
  byteCount: number().required().integer().min(1).max(largestFile),
});

/** Body of `PUT /api/jobs/:jobId/recordings/:recordingId`: a recording of which the bytes are sent afterwards, in pieces. */
export const newRecordingSchema = closedObject(infoFields());
/** How long the texts of a recording may be. */
export const recordingLengths = lengthsOf(newRecordingSchema);

export type NewRecording = Checked<typeof newRecordingSchema>;

/** The id of a recording is the SHA-256 of its bytes, as that of a picture is. */
export const recordingParamsSchema = jobParamsSchema.shape({ recordingId: photoIdText() });

/** Query of a piece: how many bytes were sent before it. */
export const pieceQuerySchema = closedObject({ from: number().required().integer().min(0).max(largestFile) });
export type PieceQuery = Checked<typeof pieceQuerySchema>;

/** How many bytes of a recording the server has. */
export interface StoredBytes {
  readonly storedBytes: number;
}

/** One recording of a job, as lists have it. */
export interface RecordingListItem extends NewRecording, StoredBytes {
  readonly recordingId: string;
  readonly addedBy: string;
}
