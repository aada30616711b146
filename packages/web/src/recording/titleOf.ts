import { sayInstant } from './sayInstant';
import { sayLength } from './sayLength';
import type { OpenRecording } from './useRecording';

export const titleOf = ({ name, stepMs, lengthMs }: OpenRecording): string =>
  stepMs === null ? `Recording of ${sayLength(lengthMs)}` : `${name}, ${sayInstant(lengthMs, lengthMs)}`;
