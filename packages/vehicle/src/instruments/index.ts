export { type MeterQuestion, type MeterReading, readMeter, unitOfMeter } from './readMeter.js';
export { InstrumentFailed, InstrumentRefused, openScpi, type ScpiLink } from './scpiLink.js';
export {
  longestWaitSeconds,
  mostInputs,
  type ScopeChannel,
  type ScopeSettings,
  type ScopeTake,
  type ScopeTrigger,
  takeScope,
} from './takeScope.js';
