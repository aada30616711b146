import { type DoipMessage, decodeDoip, headerLength, isHeader } from './message.js';
import { headerRefusals } from './says.js';

/** Longest payload that is taken from a vehicle: a list of all codes of a unit has a few thousand bytes. */
export const mostPayload = 1 << 20;

/** What came of a piece of the stream. After a fault nothing more can be read from it. */
export interface Read {
  readonly messages: readonly DoipMessage[];
  readonly fault?: StreamFault;
}

/** Why a stream makes no sense any more, in a sentence, and the code with which a header is refused. */
export interface StreamFault {
  readonly says: string;
  readonly refusal: number;
}

/**
 * Cuts what a connection brings, in pieces of any length, into messages. What is not whole yet waits for the rest; a peer that announces more
 * than `mostPayload` is not waited for.
 */
export function makeMessageReader(): (piece: Uint8Array) => Read {
  let pieces: Uint8Array[] = [];
  let waiting = 0;
  let wanted = headerLength;
  return (piece) => {
    pieces.push(piece);
    waiting += piece.length;
    // Put together only when a message can be whole: a long one may come byte by byte.
    if (waiting < wanted) return { messages: [] };
    const { rest, next, ...read } = readMessages(Buffer.concat(pieces));
    pieces = [rest];
    waiting = rest.length;
    wanted = next;
    return read;
  };
}

/** The whole messages in these bytes, what is left over, and how many bytes that needs to be one. */
function readMessages(bytes: Uint8Array): Read & { readonly rest: Uint8Array; readonly next: number } {
  const messages: DoipMessage[] = [];
  const broken = (fault: StreamFault) => ({ messages, fault, rest: new Uint8Array(), next: headerLength });
  let at = 0;
  let next = headerLength;
  while (bytes.length - at >= headerLength) {
    const view = new DataView(bytes.buffer, bytes.byteOffset + at, headerLength);
    if (!isHeader(bytes.subarray(at))) return broken(noHeader);
    const length = view.getUint32(4);
    if (length > mostPayload) return broken(tooLarge(length));
    const end = at + headerLength + length;
    if (end > bytes.length) {
      next = headerLength + length;
      break;
    }
    const decoded = decodeDoip(view.getUint16(2), bytes.subarray(at + headerLength, end));
    if (!decoded.ok) return broken({ says: decoded.problem, refusal: headerRefusals.wrongLength });
    messages.push(decoded.value);
    at = end;
  }
  return { messages, rest: bytes.slice(at), next };
}

const noHeader: StreamFault = {
  says: 'What came is no message of a vehicle.',
  refusal: headerRefusals.wrongPattern,
};

const tooLarge = (length: number): StreamFault => ({
  says: `A message of ${length} bytes was announced; ${mostPayload} are taken at most.`,
  refusal: headerRefusals.tooLarge,
});
