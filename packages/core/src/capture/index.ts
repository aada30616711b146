// What other features and packages may use; every other file here is private to the folder.
export {
  type Capture,
  type CaptureChannel,
  captureLengthMs,
  channelNamed,
  mostSamples,
  type ReadCapture,
  sampleCount,
} from './capture.js';
export { captureToCsv } from './captureCsv.js';
export { isCapture, readArrow, readCapture, writeCapture } from './captureFile.js';
export { type ChannelChoice, correctCapture, probes } from './correctCapture.js';
export { type Derivation, type Derived, deriveChannel } from './deriveChannel.js';
export { readVcd } from './readVcd.js';
export { readWav } from './readWav.js';
export { layoutOfTable, type TableLayout } from './tableLayout.js';
export { makeTableReading, type TableReading } from './tableReading.js';
export { writeWav } from './writeWav.js';
