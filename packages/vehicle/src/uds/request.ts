import type { FaultCode } from '@probe-trail/core/codes';
import { failed, ok, type Result } from '@probe-trail/core/result';
import { bytesOfCode, codeOfBytes } from './codeBytes.js';
import { refusals } from './refusals.js';

/** What a unit is asked: ISO 14229-1; the clause of each service stands at its number. */
export type UdsRequest =
  | { readonly kind: 'session'; readonly session: Session }
  | { readonly kind: 'testerPresent'; readonly isAnswered: boolean }
  | { readonly kind: 'countCodes'; readonly mask: number }
  | { readonly kind: 'codes'; readonly mask: number }
  | { readonly kind: 'snapshots'; readonly code: FaultCode; readonly record: number }
  | { readonly kind: 'extendedData'; readonly code: FaultCode; readonly record: number }
  | { readonly kind: 'supportedCodes' }
  | { readonly kind: 'clearCodes'; readonly group: number }
  | { readonly kind: 'read'; readonly identifiers: readonly number[] }
  | ControlRequest
  | RoutineRequest;

export interface ControlRequest {
  readonly kind: 'control';
  readonly identifier: number;
  readonly act: ControlAct;
  /** The state to which it is adjusted; empty for every other act. */
  readonly state: Uint8Array;
}

export interface RoutineRequest {
  readonly kind: 'routine';
  readonly act: RoutineAct;
  readonly routine: number;
  readonly options: Uint8Array;
}

/** Service numbers. */
export const services = {
  /** 10.2 */
  session: 0x10,
  /** 12.2 */
  clear: 0x14,
  /** 12.3 */
  codes: 0x19,
  /** 11.2 */
  read: 0x22,
  /** 13.2 */
  control: 0x2f,
  /** 14.2 */
  routine: 0x31,
  /** 10.7 */
  testerPresent: 0x3e,
} as const;

/** What the number of a service becomes in a positive response. */
export const positive = 0x40;
/** First byte of a negative response. */
export const negative = 0x7f;

export const sessions = { default: 0x01, programming: 0x02, extended: 0x03 } as const;
export type Session = keyof typeof sessions;

/** Sub-functions of ReadDTCInformation, 12.3.1. */
export const codeReports = {
  countCodes: 0x01,
  codes: 0x02,
  snapshots: 0x04,
  extendedData: 0x06,
  supportedCodes: 0x0a,
} as const;

/** Control parameters of InputOutputControlByIdentifier, 13.2 and annex E. */
export const controlActs = { giveBack: 0x00, reset: 0x01, freeze: 0x02, adjust: 0x03 } as const;
export type ControlAct = keyof typeof controlActs;

/** Sub-functions of RoutineControl, 14.2. */
export const routineActs = { start: 0x01, stop: 0x02, results: 0x03 } as const;
export type RoutineAct = keyof typeof routineActs;

/** All codes of a unit: ISO 14229-1, 12.2 and D.1. */
export const everyCode = 0xff_ff_ff;
/** All records of a code. */
export const everyRecord = 0xff;
/** The bit of a sub-function that asks for no positive response: 8.2.2. */
const noAnswer = 0x80;

export function encodeRequest(request: UdsRequest): Uint8Array {
  switch (request.kind) {
    case 'session':
      return Uint8Array.of(services.session, sessions[request.session]);
    case 'testerPresent':
      return Uint8Array.of(services.testerPresent, request.isAnswered ? 0 : noAnswer);
    case 'countCodes':
    case 'codes':
      return Uint8Array.of(services.codes, codeReports[request.kind], request.mask);
    case 'snapshots':
    case 'extendedData':
      return Uint8Array.of(services.codes, codeReports[request.kind], ...bytesOfCode(request.code), request.record);
    case 'supportedCodes':
      return Uint8Array.of(services.codes, codeReports.supportedCodes);
    case 'clearCodes':
      return Uint8Array.of(services.clear, ...threeBytes(request.group));
    case 'read':
      return Uint8Array.of(services.read, ...request.identifiers.flatMap(twoBytes));
    case 'control':
      return Uint8Array.of(
        services.control,
        ...twoBytes(request.identifier),
        controlActs[request.act],
        ...request.state,
      );
    case 'routine':
      return Uint8Array.of(
        services.routine,
        routineActs[request.act],
        ...twoBytes(request.routine),
        ...request.options,
      );
  }
}

/** Reads a request, as a unit does. The problem is the code of the negative response. */
export function decodeRequest(bytes: Uint8Array): Result<UdsRequest, number> {
  const [service, ...rest] = bytes;
  switch (service) {
    case services.session:
      return decodeSession(rest);
    case services.testerPresent:
      return decodeTesterPresent(rest);
    case services.codes:
      return decodeCodeReport(rest);
    case services.clear:
      return rest.length === 3 ? ok({ kind: 'clearCodes', group: number(rest) }) : failed(refusals.wrongLength);
    case services.read:
      return rest.length >= 2 && rest.length % 2 === 0
        ? ok({ kind: 'read', identifiers: pairs(rest) })
        : failed(refusals.wrongLength);
    case services.control:
      return decodeControl(rest);
    case services.routine:
      return decodeRoutine(rest);
    default:
      return failed(refusals.serviceUnknown);
  }
}

function decodeSession(rest: readonly number[]): Result<UdsRequest, number> {
  if (rest.length !== 1) return failed(refusals.wrongLength);
  const session = keyOf(sessions, rest[0]);
  return session ? ok({ kind: 'session', session }) : failed(refusals.partUnknown);
}

function decodeTesterPresent(rest: readonly number[]): Result<UdsRequest, number> {
  if (rest.length !== 1) return failed(refusals.wrongLength);
  const isAnswered = rest[0] === 0;
  return isAnswered || rest[0] === noAnswer ? ok({ kind: 'testerPresent', isAnswered }) : failed(refusals.partUnknown);
}

function decodeCodeReport([report, ...rest]: readonly number[]): Result<UdsRequest, number> {
  const kind = keyOf(codeReports, report);
  if (report === undefined) return failed(refusals.wrongLength);
  if (!kind) return failed(refusals.partUnknown);
  const [first = 0, second = 0, third = 0, record = 0] = rest;
  if (rest.length !== { countCodes: 1, codes: 1, snapshots: 4, extendedData: 4, supportedCodes: 0 }[kind])
    return failed(refusals.wrongLength);
  if (kind === 'supportedCodes') return ok({ kind });
  if (kind === 'countCodes' || kind === 'codes') return ok({ kind, mask: first });
  return ok({ kind, code: codeOfBytes(first, second, third), record });
}

function decodeControl([high, low, act, ...state]: readonly number[]): Result<UdsRequest, number> {
  if (high === undefined || low === undefined || act === undefined) return failed(refusals.wrongLength);
  const known = keyOf(controlActs, act);
  if (!known) return failed(refusals.notThere);
  return ok({ kind: 'control', identifier: (high << 8) | low, act: known, state: Uint8Array.from(state) });
}

function decodeRoutine([act, high, low, ...options]: readonly number[]): Result<UdsRequest, number> {
  if (act === undefined || high === undefined || low === undefined) return failed(refusals.wrongLength);
  const known = keyOf(routineActs, act);
  if (!known) return failed(refusals.partUnknown);
  return ok({ kind: 'routine', act: known, routine: (high << 8) | low, options: Uint8Array.from(options) });
}

export const twoBytes = (value: number): [number, number] => [(value >> 8) & 0xff, value & 0xff];
const threeBytes = (value: number): [number, number, number] => [
  (value >> 16) & 0xff,
  (value >> 8) & 0xff,
  value & 0xff,
];
const number = (bytes: readonly number[]): number => bytes.reduce((sum, byte) => sum * 256 + byte, 0);

const pairs = (bytes: readonly number[]): readonly number[] =>
  Array.from({ length: bytes.length / 2 }, (_, index) => number(bytes.slice(2 * index, 2 * index + 2)));

/** The name in a table of numbers; `undefined` for a number that it does not have. */
export const keyOf = <Key extends string>(table: Readonly<Record<Key, number>>, value: number | undefined) =>
  (Object.keys(table) as Key[]).find((key) => table[key] === value);
