import { sentCrc, sentSlowCrc } from './sentCrc.js';

/** A message of the slow channel, of which each frame carries two bits in its status: SAE J2716. */
export interface SlowMessage {
  readonly atMs: number;
  /** Short: 16 frames, 4 bits of id and 8 of value. Enhanced: 18 frames, 8 bits of id and 12 of value, or 4 and 16. */
  readonly format: 'short' | 'enhanced';
  readonly id: number;
  readonly value: number;
  readonly isCrcRight: boolean;
}

/** What of a frame the slow channel takes. */
interface SlowCarrier {
  readonly atMs: number;
  readonly status: number;
}

/** The messages that the statuses of frames carry, whichever format they have. */
export function slowMessages(frames: readonly SlowCarrier[]): readonly SlowMessage[] {
  const messages: SlowMessage[] = [];
  const marks = frames.map(({ status }) => (status >> 3) & 1);
  const bits = frames.map(({ status }) => (status >> 2) & 1);
  for (let at = 0; at < frames.length; at += 1) {
    const atMs = frames[at]?.atMs ?? 0;
    const message = shortAt(marks, bits, at) ?? enhancedAt(marks, bits, at);
    if (!message) continue;
    messages.push({ atMs, ...message });
    at += (message.format === 'short' ? shortLength : enhancedLength) - 1;
  }
  return messages;
}

type Found = Omit<SlowMessage, 'atMs'>;

const [shortLength, enhancedLength] = [16, 18];

const numberOf = (bits: readonly number[]): number => bits.reduce((sum, bit) => sum * 2 + bit, 0);

/** Bit 3 of the status marks the first frame alone, bit 2 carries the message. */
function shortAt(marks: readonly number[], bits: readonly number[], at: number): Found | undefined {
  const marked = marks.slice(at, at + shortLength);
  if (marked.length < shortLength || marked.some((mark, index) => mark !== (index === 0 ? 1 : 0))) return undefined;
  const number = (from: number, count: number) => numberOf(bits.slice(at + from, at + from + count));
  const crc = sentCrc([number(0, 4), number(4, 4), number(8, 4)]);
  return { format: 'short', id: number(0, 4), value: number(4, 8), isCrcRight: crc === number(12, 4) };
}

/**
 * Bit 3 is set in the first six frames and clear in the 7th, 13th and 18th; that of the 8th says how long id and value are, those of the others
 * carry the id and, of a long value, its highest bits. Bit 2 carries the checksum in the first six, then twelve bits of value. The checksum is over
 * both bits of each frame from the 7th on, bit 2 before bit 3.
 */
function enhancedAt(marks: readonly number[], bits: readonly number[], at: number): Found | undefined {
  const marked = marks.slice(at, at + enhancedLength);
  if (marked.length < enhancedLength) return undefined;
  const isBegun = marked.slice(0, 6).every((mark) => mark === 1);
  if (!isBegun || [6, 12, 17].some((index) => marked[index] !== 0)) return undefined;
  const carried = bits.slice(at, at + enhancedLength);
  const [first, second] = [numberOf(marked.slice(8, 12)), numberOf(marked.slice(13, 17))];
  const value = numberOf(carried.slice(6));
  const isLong = marked[7] === 1;
  const message = marked.slice(6).flatMap((mark, index) => [carried[index + 6] ?? 0, mark]);
  return {
    format: 'enhanced',
    id: isLong ? first : first * 16 + second,
    value: isLong ? second * 4096 + value : value,
    isCrcRight: sentSlowCrc(message) === numberOf(carried.slice(0, 6)),
  };
}
