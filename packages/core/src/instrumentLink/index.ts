// What other features and packages may use; every other file here is private to the folder.
export {
  type LeadsAt,
  leadsAtSchema,
  longestTake,
  type MeterAnswer,
  type MeterRequest,
  meterRequestSchema,
  mostScopeInputs,
  type ScopeChannelAsked,
  type ScopeRequest,
  scopeRequestSchema,
} from './requests.js';
export { leadsAtOf, scopeRequestFor, shownUnit } from './scopeRequestFor.js';
export { textOfMeter } from './textOfMeter.js';
