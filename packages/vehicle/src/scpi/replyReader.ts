import { blockLength, isBlock } from './block.js';

/** More than that is no answer of an instrument. */
export const longestReply = 1 << 28;

const newLine = 0x0a;
const carriageReturn = 0x0d;

export interface Replies {
  readonly replies: readonly Uint8Array[];
  /** Why nothing more can be read. */
  readonly fault?: string;
}

/**
 * Cuts what comes over a connection into replies, whichever pieces it comes in. A reply ends with a new line; one that begins with a block has new
 * lines within it that are none.
 * @returns takes a piece
 */
export function makeReplyReader(): (piece: Uint8Array) => Replies {
  let pieces: Uint8Array[] = [];
  let [kept, needed] = [0, 0];
  return (piece) => {
    pieces.push(piece);
    kept += piece.length;
    if (kept > longestReply) return { replies: [], fault: 'The answer does not end.' };
    // A block of which something is missing is not put together again with every piece.
    if (kept < needed) return { replies: [] };
    let bytes = joined(pieces, kept);
    const replies: Uint8Array[] = [];
    for (;;) {
      const end = endOf(bytes);
      if (typeof end === 'string') return { replies, fault: end };
      needed = end.needed;
      if (!end.isWhole) break;
      const reply = bytes.subarray(0, end.needed - 1);
      replies.push(reply.at(-1) === carriageReturn && !isBlock(reply) ? reply.subarray(0, -1) : reply);
      bytes = bytes.subarray(end.needed);
    }
    pieces = [bytes];
    kept = bytes.length;
    return { replies };
  };
}

/** How many bytes the first reply has with its end, or at least has; a sentence where that cannot be told. */
function endOf(bytes: Uint8Array): { readonly isWhole: boolean; readonly needed: number } | string {
  if (!isBlock(bytes)) {
    const end = bytes.indexOf(newLine);
    return { isWhole: end >= 0, needed: end + 1 };
  }
  const block = blockLength(bytes);
  if (block === undefined) return { isWhole: false, needed: 0 };
  if (!block.ok) return block.problem;
  const end = bytes.indexOf(newLine, block.value);
  if (end < 0) return { isWhole: false, needed: block.value + 1 };
  return { isWhole: true, needed: end + 1 };
}

function joined(pieces: readonly Uint8Array[], length: number): Uint8Array {
  const [only] = pieces;
  if (pieces.length === 1 && only) return only;
  const all = new Uint8Array(length);
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
