export { decodeBlock, decodeReals, encodeBlock, encodeReals } from './block.js';
export { type HeaderPattern, headerPattern, shortHeader } from './header.js';
export { type Command, commandsIn } from './message.js';
export { infinite, noNumber, readError, readNumber, shorten, type ToldError, type ToldNumber } from './reply.js';
export { makeReplyReader } from './replyReader.js';
