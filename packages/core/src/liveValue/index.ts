// What other features and packages may use; every other file here is private to the folder.
export { alikeOthers, apartFrom } from './alike.js';
export {
  type LivePoint,
  type LiveSample,
  type LiveSeries,
  type LiveStatistics,
  makeLiveSeries,
  stretchesOf,
  thinned,
} from './liveSeries.js';
export { decimalsOf, decodeValue, encodeValue, isPossible, type LiveValue, liveValuesOf } from './liveValue.js';
