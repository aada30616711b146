import type { FaultCode } from '@probe-trail/core/codes';
import { bytesOfCode, codeOfBytes } from './codeBytes.js';
import { refusals } from './refusals.js';
import {
  type ControlAct,
  codeReports,
  controlActs,
  encodeRequest,
  negative,
  positive,
  type RoutineAct,
  routineActs,
  type Session,
  services,
  sessions,
  twoBytes,
  type UdsRequest,
} from './request.js';

/** What a unit answers to the request of the same kind: ISO 14229-1. */
export type UdsResponse =
  | SessionResponse
  | { readonly kind: 'testerPresent' }
  | { readonly kind: 'countCodes'; readonly available: number; readonly count: number }
  | { readonly kind: 'codes'; readonly available: number; readonly codes: readonly UnitCode[] }
  | { readonly kind: 'supportedCodes'; readonly available: number; readonly codes: readonly UnitCode[] }
  | (UnitCode & { readonly kind: 'snapshots'; readonly records: readonly Snapshot[] })
  | (UnitCode & { readonly kind: 'extendedData'; readonly records: readonly ExtendedRecord[] })
  | { readonly kind: 'clearCodes' }
  | { readonly kind: 'read'; readonly values: readonly IdentifiedData[] }
  | {
      readonly kind: 'control';
      readonly identifier: number;
      readonly act: ControlAct;
      readonly state: Uint8Array;
    }
  | { readonly kind: 'routine'; readonly act: RoutineAct; readonly routine: number; readonly result: Uint8Array };

export type ResponseTo<Kind extends UdsRequest['kind']> = Extract<UdsResponse, { readonly kind: Kind }>;

export interface SessionResponse {
  readonly kind: 'session';
  readonly session: Session;
  /** Within which time the unit answers, and within which after it said that it takes longer. */
  readonly p2Ms: number;
  readonly p2StarMs: number;
}

/** A code as a unit has it, with its status byte (annex D.2). */
export interface UnitCode extends FaultCode {
  readonly status: number;
}

export interface IdentifiedData {
  readonly identifier: number;
  readonly data: Uint8Array;
}

/** What stood when a code was set. */
export interface Snapshot {
  readonly record: number;
  readonly values: readonly IdentifiedData[];
}

export interface ExtendedRecord {
  readonly record: number;
  readonly data: Uint8Array;
}

/** How long what a unit sends is: its answers do not say it. `undefined` for what is not known. */
export interface Lengths {
  readonly ofIdentifier: (identifier: number) => number | undefined;
  readonly ofExtended: (record: number) => number | undefined;
}

/** What came for a request. */
export type Answer =
  | { readonly kind: 'positive'; readonly response: UdsResponse }
  | { readonly kind: 'refused'; readonly code: number }
  /** The unit has the request and needs more time. */
  | { readonly kind: 'pending' }
  /** It answers another request: one that was given up, or another tester's. */
  | { readonly kind: 'unasked' }
  | { readonly kind: 'garbled'; readonly says: string };

/** Format of the codes that a unit counts: ISO 14229-1 annex D.1, “ISO 14229-1 DTC format”. */
const codeFormat = 0x01;

export function encodeResponse(response: UdsResponse): Uint8Array {
  const first = positive + serviceOf(response.kind);
  switch (response.kind) {
    case 'session': {
      const { session, p2Ms, p2StarMs } = response;
      return Uint8Array.of(first, sessions[session], ...twoBytes(p2Ms), ...twoBytes(Math.round(p2StarMs / 10)));
    }
    case 'testerPresent':
      return Uint8Array.of(first, 0);
    case 'countCodes': {
      const { available, count } = response;
      return Uint8Array.of(first, codeReports.countCodes, available, codeFormat, ...twoBytes(count));
    }
    case 'codes':
    case 'supportedCodes':
      return Uint8Array.of(first, codeReports[response.kind], response.available, ...response.codes.flatMap(fourBytes));
    case 'snapshots':
      return Uint8Array.of(
        first,
        codeReports.snapshots,
        ...fourBytes(response),
        ...response.records.flatMap(({ record, values }) => [record, values.length, ...values.flatMap(identified)]),
      );
    case 'extendedData':
      return Uint8Array.of(
        first,
        codeReports.extendedData,
        ...fourBytes(response),
        ...response.records.flatMap(({ record, data }) => [record, ...data]),
      );
    case 'clearCodes':
      return Uint8Array.of(first);
    case 'read':
      return Uint8Array.of(first, ...response.values.flatMap(identified));
    case 'control': {
      const { identifier, act, state } = response;
      return Uint8Array.of(first, ...twoBytes(identifier), controlActs[act], ...state);
    }
    case 'routine': {
      const { act, routine, result } = response;
      return Uint8Array.of(first, routineActs[act], ...twoBytes(routine), ...result);
    }
  }
}

const fourBytes = ({ status, ...code }: UnitCode): readonly number[] => [...bytesOfCode(code), status];
const identified = ({ identifier, data }: IdentifiedData): readonly number[] => [...twoBytes(identifier), ...data];

/** A negative response to the service of a request: ISO 14229-1, 8.4. */
export const encodeRefusal = (service: number, code: number): Uint8Array => Uint8Array.of(negative, service, code);

function serviceOf(kind: UdsRequest['kind']): number {
  switch (kind) {
    case 'session':
    case 'testerPresent':
    case 'read':
    case 'control':
    case 'routine':
      return services[kind];
    case 'clearCodes':
      return services.clear;
    default:
      return services.codes;
  }
}

/** Reads what came for a request. What has other lengths than the unit's own description is garbled, and never guessed at. */
export function decodeAnswer(request: UdsRequest, bytes: Uint8Array, lengths: Lengths): Answer {
  const service = serviceOf(request.kind);
  if (bytes[0] === negative) return decodeRefusal(service, bytes);
  if (bytes[0] !== positive + service) return { kind: 'unasked' };
  if (!isEcho(request, bytes)) return { kind: 'unasked' };
  try {
    return { kind: 'positive', response: decodePositive(request, new Bytes(bytes.subarray(1)), lengths) };
  } catch (error) {
    if (!(error instanceof Garbled)) throw error;
    return { kind: 'garbled', says: error.message };
  }
}

function decodeRefusal(service: number, bytes: Uint8Array): Answer {
  const [, refused, code] = bytes;
  if (bytes.length !== 3 || code === undefined)
    return { kind: 'garbled', says: `A refusal has 3 bytes, not ${bytes.length}.` };
  if (refused !== service) return { kind: 'unasked' };
  return code === refusals.pending ? { kind: 'pending' } : { kind: 'refused', code };
}

/** Bytes of a request that its answer repeats, so that the answer to another one is not taken for it. */
const echoes: Readonly<Record<UdsRequest['kind'], number>> = {
  session: 1,
  testerPresent: 0,
  countCodes: 1,
  codes: 1,
  snapshots: 4,
  extendedData: 4,
  supportedCodes: 1,
  clearCodes: 0,
  read: 2,
  control: 3,
  routine: 3,
};

function isEcho(request: UdsRequest, bytes: Uint8Array): boolean {
  const asked = encodeRequest(request);
  const upTo = Math.min(1 + echoes[request.kind], bytes.length);
  return asked.subarray(1, upTo).every((byte, index) => byte === bytes[index + 1]);
}

function decodePositive(request: UdsRequest, bytes: Bytes, lengths: Lengths): UdsResponse {
  switch (request.kind) {
    case 'session': {
      bytes.skip(1);
      const response = { p2Ms: bytes.word(), p2StarMs: bytes.word() * 10 };
      bytes.end();
      return { kind: 'session', session: request.session, ...response };
    }
    case 'testerPresent':
      bytes.skip(1);
      bytes.end();
      return { kind: 'testerPresent' };
    case 'countCodes': {
      bytes.skip(1);
      const available = bytes.byte();
      bytes.skip(1);
      const count = bytes.word();
      bytes.end();
      return { kind: 'countCodes', available, count };
    }
    case 'codes':
    case 'supportedCodes': {
      bytes.skip(1);
      const available = bytes.byte();
      return { kind: request.kind, available, codes: bytes.untilEnd(() => unitCode(bytes)) };
    }
    case 'snapshots': {
      bytes.skip(1);
      const code = unitCode(bytes);
      return { kind: 'snapshots', ...code, records: bytes.untilEnd(() => snapshot(bytes, lengths)) };
    }
    case 'extendedData': {
      bytes.skip(1);
      const code = unitCode(bytes);
      return { kind: 'extendedData', ...code, records: bytes.untilEnd(() => extended(bytes, lengths)) };
    }
    case 'clearCodes':
      bytes.end();
      return { kind: 'clearCodes' };
    case 'read':
      return { kind: 'read', values: readValues(request.identifiers, bytes, lengths) };
    case 'control': {
      bytes.skip(3);
      return { kind: 'control', identifier: request.identifier, act: request.act, state: bytes.rest() };
    }
    case 'routine': {
      bytes.skip(3);
      return { kind: 'routine', act: request.act, routine: request.routine, result: bytes.rest() };
    }
  }
}

/** What was asked for alone needs no length: everything that is left is its data. */
function readValues(asked: readonly number[], bytes: Bytes, lengths: Lengths): readonly IdentifiedData[] {
  const [only, ...more] = asked;
  if (only === undefined || more.length > 0 || lengths.ofIdentifier(only) !== undefined)
    return bytes.untilEnd(() => identifiedIn(bytes, lengths));
  bytes.skip(2);
  return [{ identifier: only, data: bytes.rest() }];
}

function unitCode(bytes: Bytes): UnitCode {
  const code = codeOfBytes(bytes.byte(), bytes.byte(), bytes.byte());
  return { ...code, status: bytes.byte() };
}

function snapshot(bytes: Bytes, lengths: Lengths): Snapshot {
  const [record, count] = [bytes.byte(), bytes.byte()];
  return { record, values: Array.from({ length: count }, () => identifiedIn(bytes, lengths)) };
}

function extended(bytes: Bytes, { ofExtended }: Lengths): ExtendedRecord {
  const record = bytes.byte();
  const length = ofExtended(record);
  if (length === undefined) throw new Garbled(`The length of record ${record} is not known.`);
  return { record, data: bytes.take(length) };
}

function identifiedIn(bytes: Bytes, { ofIdentifier }: Lengths): IdentifiedData {
  const identifier = bytes.word();
  const length = ofIdentifier(identifier);
  if (length === undefined)
    throw new Garbled(`The unit sends ${identifier.toString(16).toUpperCase().padStart(4, '0')}, which is not known.`);
  return { identifier, data: bytes.take(length) };
}

/** An answer that has not the form that the standard or the unit's description gives it. */
class Garbled extends Error {}

/** Bytes that are taken from the front. */
class Bytes {
  readonly #bytes: Uint8Array;
  #at = 0;

  constructor(bytes: Uint8Array) {
    this.#bytes = bytes;
  }

  take(count: number): Uint8Array {
    const end = this.#at + count;
    if (end > this.#bytes.length)
      throw new Garbled(`The answer ends after ${this.#bytes.length + 1} bytes, too early.`);
    const taken = this.#bytes.slice(this.#at, end);
    this.#at = end;
    return taken;
  }

  skip(count: number): void {
    this.take(count);
  }

  byte(): number {
    return this.take(1)[0] as number;
  }

  word(): number {
    return this.byte() * 256 + this.byte();
  }

  rest(): Uint8Array {
    return this.take(this.#bytes.length - this.#at);
  }

  end(): void {
    if (this.#at < this.#bytes.length)
      throw new Garbled(`The answer has ${this.#bytes.length - this.#at} bytes too many.`);
  }

  untilEnd<Part>(read: () => Part): readonly Part[] {
    const parts: Part[] = [];
    while (this.#at < this.#bytes.length) parts.push(read());
    return parts;
  }
}
