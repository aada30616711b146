export { type Announcement, type DoipMessage, decodeDoip, encodeDoip, headerLength, isHeader } from './message.js';
export { makeMessageReader, mostPayload, type Read, type StreamFault } from './messageReader.js';
export { headerRefusals, isLetIn, sayActivation, sayNotTaken, unitUnreachable, unknownUnit } from './says.js';
