// What other features and packages may use; every other file here is private to the folder.
export { alikeOthers, apartFrom } from './alike.js';
export {
  asLiveValue,
  type ComputedNow,
  type ComputedValue,
  computeLive,
  inputsOf,
  keyOfComputed,
  nameInFormula,
  valuesByName,
} from './computedValue.js';
export {
  type LiveReading,
  type LiveSource,
  liveReadingSchema,
  liveSourceSchema,
  type OverWindow,
  overWindow,
  sayLiveReading,
  sayWindow,
  staleMs,
  traceOf,
  type WindowTake,
  windowTakes,
} from './liveReading.js';
export {
  type LivePoint,
  type LiveSample,
  type LiveSeries,
  type LiveStatistics,
  makeLiveSeries,
  stretchesOf,
  thinned,
} from './liveSeries.js';
export {
  decimalsOf,
  decodeValue,
  encodeValue,
  isPossible,
  type LiveValue,
  liveValuesOf,
  sayLiveNumber,
  type TakenLive,
  takeLive,
} from './liveValue.js';
