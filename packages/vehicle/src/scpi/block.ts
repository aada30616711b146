import { failed, ok, type Result } from '@probe-trail/core/result';

const hash = 0x23;
const zero = 0x30;

/** Bytes as a block that says how many they are, `#3512` and 512 bytes: IEEE 488.2, 8.7.9. */
export function encodeBlock(bytes: Uint8Array): Uint8Array {
  const digits = String(bytes.length);
  const begin = new TextEncoder().encode(`#${digits.length}${digits}`);
  const block = new Uint8Array(begin.length + bytes.length);
  block.set(begin);
  block.set(bytes, begin.length);
  return block;
}

/** How long a block is with its beginning; `undefined` while too little of it is there; a sentence where it says no length. */
export function blockLength(bytes: Uint8Array): Result<number, string> | undefined {
  const digits = (bytes[1] ?? zero) - zero;
  if (bytes.length < 2) return undefined;
  if (bytes[0] !== hash || digits < 1 || digits > 9) return failed('The block does not say how long it is.');
  if (bytes.length < 2 + digits) return undefined;
  const length = new TextDecoder().decode(bytes.subarray(2, 2 + digits));
  return /^\d+$/.test(length) ? ok(2 + digits + Number(length)) : failed('The length of the block is no number.');
}

/** The bytes of a block. The problem is a sentence. */
export function decodeBlock(bytes: Uint8Array): Result<Uint8Array, string> {
  const length = blockLength(bytes);
  if (length === undefined) return failed('The block is cut off.');
  if (!length.ok) return length;
  if (bytes.length < length.value) return failed('The block is cut off.');
  return ok(bytes.subarray(2 + (bytes[1] ?? zero) - zero, length.value));
}

export const isBlock = (bytes: Uint8Array): boolean => bytes[0] === hash;

/** Numbers of 32 bits as they follow each other in a block of `FORMat:DATA REAL,32`, the highest byte first. */
export function encodeReals(values: Float32Array): Uint8Array {
  const view = new DataView(new ArrayBuffer(values.length * 4));
  for (const [index, value] of values.entries()) view.setFloat32(index * 4, value);
  return new Uint8Array(view.buffer);
}

/** @returns `undefined` where the bytes are no whole number of values */
export function decodeReals(bytes: Uint8Array): Float32Array | undefined {
  if (bytes.length % 4 !== 0) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const values = new Float32Array(bytes.length / 4);
  for (let index = 0; index < values.length; index += 1) values[index] = view.getFloat32(index * 4);
  return values;
}
