// What other features and packages may use; every other file here is private to the folder.
export {
  type CanError,
  type CanErrorKind,
  type CanFault,
  type CanFrame,
  type CanReading,
  canCrc,
  canFaults,
  readCan,
  readCanLevels,
} from './can.js';
export { type LinFrame, type LinReading, linChecksum, protectedId, readLin } from './lin.js';
export { readSent, type SentFrame, type SentReading } from './sent.js';
export { sentCrc, sentSlowCrc } from './sentCrc.js';
export type { SlowMessage } from './sentSlow.js';
