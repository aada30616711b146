import { failed, ok, type Result } from '@probe-trail/core/result';

/** What a tester and a vehicle say to each other over a network: ISO 13400-2, clause 7 (payload types and their contents). */
export type DoipMessage =
  | { readonly kind: 'headerRefused'; readonly code: number }
  | { readonly kind: 'whoIsThere' }
  | { readonly kind: 'whoHasVin'; readonly vin: string }
  | Announcement
  | { readonly kind: 'activate'; readonly tester: number; readonly type: number }
  | { readonly kind: 'activated'; readonly tester: number; readonly entity: number; readonly code: number }
  | { readonly kind: 'areYouThere' }
  | { readonly kind: 'iAmThere'; readonly tester: number }
  | { readonly kind: 'diagnostic'; readonly from: number; readonly to: number; readonly data: Uint8Array }
  | { readonly kind: 'taken'; readonly from: number; readonly to: number }
  | { readonly kind: 'notTaken'; readonly from: number; readonly to: number; readonly code: number }
  /** A payload type that this program does not use; the standard has more of them. */
  | { readonly kind: 'other'; readonly type: number };

/** A vehicle names itself. */
export interface Announcement {
  readonly kind: 'announcement';
  readonly vin: string;
  readonly entity: number;
  /** Six bytes as twelve hexadecimal digits. */
  readonly entityId: string;
  readonly groupId: string;
}

/** Payload types: ISO 13400-2, table 17. */
const types = {
  headerRefused: 0x0000,
  whoIsThere: 0x0001,
  whoHasVin: 0x0003,
  announcement: 0x0004,
  activate: 0x0005,
  activated: 0x0006,
  areYouThere: 0x0007,
  iAmThere: 0x0008,
  diagnostic: 0x8001,
  taken: 0x8002,
  notTaken: 0x8003,
} as const satisfies Record<Exclude<DoipMessage['kind'], 'other'>, number>;

/** Version of the protocol in the header: ISO 13400-2:2012 is 2, :2019 is 3. A vehicle is asked who it is with any version, 0xFF. */
export const protocolVersion = 0x02;
const anyVersion = 0xff;

/** Bytes of the header: version, its inverse, payload type, length of the payload. */
export const headerLength = 8;

/** Whether a header begins as the standard has it: the second byte is the inverse of the first. */
export const isHeader = (bytes: Uint8Array): boolean => bytes[0] !== undefined && bytes[1] === (bytes[0] ^ 0xff);

/** A whole message, header first. A payload of type `other` has no contents. */
export function encodeDoip(message: DoipMessage): Uint8Array {
  const payload = payloadOf(message);
  const isQuestion = message.kind === 'whoIsThere' || message.kind === 'whoHasVin';
  const version = isQuestion ? anyVersion : protocolVersion;
  const bytes = new Uint8Array(headerLength + payload.length);
  const view = new DataView(bytes.buffer);
  bytes[0] = version;
  bytes[1] = version ^ 0xff;
  view.setUint16(2, message.kind === 'other' ? message.type : types[message.kind]);
  view.setUint32(4, payload.length);
  bytes.set(payload, headerLength);
  return bytes;
}

function payloadOf(message: DoipMessage): Uint8Array {
  switch (message.kind) {
    case 'whoIsThere':
    case 'areYouThere':
    case 'other':
      return new Uint8Array();
    case 'headerRefused':
      return Uint8Array.of(message.code);
    case 'whoHasVin':
      return new TextEncoder().encode(message.vin);
    case 'announcement': {
      const { vin, entity, entityId, groupId } = message;
      // No further action is required, and the vehicle's identification is in step.
      return joined(new TextEncoder().encode(vin), word(entity), fromHex(entityId), fromHex(groupId), [0x00, 0x00]);
    }
    case 'activate':
      return joined(word(message.tester), [message.type], reserved);
    case 'activated':
      return joined(word(message.tester), word(message.entity), [message.code], reserved);
    case 'iAmThere':
      return word(message.tester);
    case 'diagnostic':
      return joined(word(message.from), word(message.to), message.data);
    case 'taken':
      return joined(word(message.from), word(message.to), [0x00]);
    case 'notTaken':
      return joined(word(message.from), word(message.to), [message.code]);
  }
}

const reserved = [0, 0, 0, 0];
const kindOfType = new Map<number, keyof typeof types>(
  (Object.keys(types) as (keyof typeof types)[]).map((kind) => [types[kind], kind]),
);

/** Shortest and longest payload of each kind: ISO 13400-2, tables 18 to 30. */
const lengths: Readonly<Record<keyof typeof types, readonly [number, number]>> = {
  headerRefused: [1, 1],
  whoIsThere: [0, 0],
  whoHasVin: [17, 17],
  announcement: [32, 33],
  activate: [7, 11],
  activated: [9, 13],
  areYouThere: [0, 0],
  iAmThere: [2, 2],
  diagnostic: [5, Number.POSITIVE_INFINITY],
  taken: [5, Number.POSITIVE_INFINITY],
  notTaken: [5, Number.POSITIVE_INFINITY],
};

/** Reads the payload of a message. The problem says which length was wrong. */
export function decodeDoip(type: number, payload: Uint8Array): Result<DoipMessage, string> {
  const kind = kindOfType.get(type);
  if (!kind) return ok({ kind: 'other', type });
  const [least, most] = lengths[kind];
  if (payload.length < least || payload.length > most)
    return failed(`A message of type ${hexWord(type)} has ${payload.length} bytes.`);
  return ok(readPayload(kind, payload));
}

function readPayload(kind: keyof typeof types, payload: Uint8Array): DoipMessage {
  const view = new DataView(payload.buffer, payload.byteOffset, payload.byteLength);
  switch (kind) {
    case 'whoIsThere':
    case 'areYouThere':
      return { kind };
    case 'headerRefused':
      return { kind, code: view.getUint8(0) };
    case 'whoHasVin':
      return { kind, vin: latin(payload) };
    case 'announcement': {
      const [entityId, groupId] = [toHex(payload.subarray(19, 25)), toHex(payload.subarray(25, 31))];
      return { kind, vin: latin(payload.subarray(0, 17)), entity: view.getUint16(17), entityId, groupId };
    }
    case 'activate':
      return { kind, tester: view.getUint16(0), type: view.getUint8(2) };
    case 'activated':
      return { kind, tester: view.getUint16(0), entity: view.getUint16(2), code: view.getUint8(4) };
    case 'iAmThere':
      return { kind, tester: view.getUint16(0) };
    case 'diagnostic':
      return { kind, from: view.getUint16(0), to: view.getUint16(2), data: payload.slice(4) };
    case 'taken':
      return { kind, from: view.getUint16(0), to: view.getUint16(2) };
    case 'notTaken':
      return { kind, from: view.getUint16(0), to: view.getUint16(2), code: view.getUint8(4) };
  }
}

const word = (value: number): Uint8Array => Uint8Array.of((value >> 8) & 0xff, value & 0xff);
const hexWord = (value: number): string => value.toString(16).padStart(4, '0').toUpperCase();
const toHex = (bytes: Uint8Array): string => Buffer.from(bytes).toString('hex');
const fromHex = (digits: string): Uint8Array => Uint8Array.from(Buffer.from(digits, 'hex'));
const latin = (bytes: Uint8Array): string => Buffer.from(bytes).toString('latin1');

function joined(...parts: readonly ArrayLike<number>[]): Uint8Array {
  const bytes = new Uint8Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes;
}
