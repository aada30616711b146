import type { LeadsAt } from '@probe-trail/core/instrumentLink';
import type { CodeCounter, Line, LineUnit, LiveValueInfo } from '@probe-trail/core/vehicle';
import type { Bench, Rig } from '@probe-trail/core/vehicleInterface';
import {
  type ControlRequest,
  codeReports,
  decodeRequest,
  encodeRefusal,
  encodeResponse,
  everyCode,
  everyRecord,
  type RoutineRequest,
  refusals,
  type Session,
  services,
  type UdsRequest,
  type UdsResponse,
  type UnitCode,
} from '../uds/index.js';
import { makeBench, type StandInBench, voltsPerAmp } from './bench/index.js';
import { controlled, makeControls } from './controls.js';
import { type FaultCommand, makeFaults } from './faults.js';
import { makeRoutines } from './routines.js';
import { bytesOfData, makeSelfTests, type UnitTest } from './selfTests.js';
import { type Acting, withFault, worldAt } from './world.js';

/** What can happen to a stand-in vehicle from outside: somebody works on it, or drives it. */
export type StandInCommand =
  | FaultCommand
  | { readonly kind: 'driven' }
  /** The leads of an instrument are put somewhere else, one for each of its inputs. */
  | { readonly kind: 'leadsPut'; readonly of: keyof StandInBenches; readonly leads: readonly LeadsAt[] };

/** What the instruments at a stand-in find. */
export interface StandInBenches {
  readonly meter: StandInBench;
  readonly scope: StandInBench;
}

/** What a unit does with a request. */
export type UnitAct =
  | { readonly kind: 'answers'; readonly bytes: Uint8Array; readonly afterMs: number }
  | { readonly kind: 'silent' }
  | { readonly kind: 'unknown' }
  /** The whole interface falls silent. */
  | { readonly kind: 'cutOff' };

export interface StandInVehicle {
  readonly vin: string;
  /** The units that a request to this address is for: one, or all of them where it is the functional one. */
  readonly addressed: (address: number) => readonly number[];
  /** What the unit of this address does with a request. */
  readonly ask: (address: number, bytes: Uint8Array) => UnitAct;
  readonly tell: (command: StandInCommand) => void;
  readonly benches: StandInBenches;
}

/** The number of a stand-in whose vehicle has none. */
export const standInVin = 'ZZXSTANDNVEHCL000';

/** Whether it is an identification number as ISO 3779 has it, by its length and its signs. */
export const isWholeVin = (vin: string): boolean => /^[A-HJ-NPR-Z0-9]{17}$/.test(vin);

/** Address of a unit as the line has it. */
const addressOf = ({ address }: LineUnit): number | undefined =>
  typeof address === 'string' ? Number.parseInt(address, 16) : undefined;

/**
 * A vehicle with the units of a line and the faults of a rig: units that take their time, some silent, codes that come back at once, when
 * moving, or never; values of a world that moves on, some with faults.
 * @param seconds since the stand-in was started; tests have a clock of their own
 * @param lineBench what instruments find on all vehicles of its line
 */
export function makeStandInVehicle(
  vin: string,
  rig: Rig,
  line: Line,
  seconds = secondsSinceNow(),
  lineBench?: Bench,
): StandInVehicle {
  const unitByAddress = new Map(line.units.map((unit) => [addressOf(unit), unit] as const));
  let hasFallenSilent = false;
  const faults = makeFaults(rig, seconds);
  const seed = [...vin].reduce((sum, letter) => sum + letter.charCodeAt(0), 0);
  const controls = makeControls(seconds);
  const acting = (): Acting =>
    Object.fromEntries(
      line.units.flatMap((unit) =>
        [...controls.runsOf(unit.id)]
          .filter(([actuatorId]) => !faults.isDead(`${unit.id}.${actuatorId}`))
          .map(([actuatorId, { command, fromSeconds }]) => [
            actuatorId,
            { command, forSeconds: seconds() - fromSeconds },
          ]),
      ),
    );
  const world = () => worldAt(rig.motion ?? 'parked', seed, seconds(), acting());
  const numberOf = (unit: LineUnit, info: LiveValueInfo): number | undefined => {
    const { id } = info;
    const at = seconds();
    const value = world()[id];
    const fault = faults.ofValue(`${unit.id}.${id}`);
    return value === undefined || !fault ? value : withFault(value, fault, at, info);
  };
  const routines = makeRoutines({ seconds, resultOf: faults.routineResult });
  const tests = makeSelfTests(rig, { isRepaired: faults.isRepaired, numberOf });
  const dataOf = (unit: LineUnit, identifier: number): Uint8Array | undefined => {
    const known = unit.data?.find((one) => Number.parseInt(one.identifier, 16) === identifier);
    return known && bytesOfData(known, (value) => numberOf(unit, value));
  };

  const benchWith = (perAmp: number) =>
    makeBench({
      benches: [rig.bench, lineBench].filter((bench) => bench != null),
      world,
      isRepaired: faults.isRepaired,
      seed,
      perAmp,
    });
  const benches: StandInBenches = { meter: benchWith(1), scope: benchWith(voltsPerAmp) };

  const everyone = line.everyone === undefined ? undefined : Number.parseInt(line.everyone, 16);

  return {
    vin,
    addressed: (address) =>
      address === everyone ? [...unitByAddress.keys()].filter((unit) => unit !== undefined) : [address],
    ask: (address, bytes) => {
      const unit = unitByAddress.get(address);
      if (!unit) return { kind: 'unknown' };
      if (rig.fallsSilentAt === unit.id && !hasFallenSilent) {
        hasFallenSilent = true;
        return { kind: 'cutOff' };
      }
      if (faults.isSilent(unit)) return { kind: 'silent' };
      controls.heard(unit.id);
      const answer = answerOf(bytes, {
        enter: (session) => controls.enter(unit.id, session),
        control: (request) => controlled(unit, request, controls),
        routine: (request) => routines.asked(unit, request, controls.mayControl(unit.id)),
        tests: () => tests.of(unit),
        counters: line.codeCounters ?? [],
        clear: () => tests.clear(unit),
        data: (identifier) =>
          identifier === vinIdentifier
            ? new TextEncoder().encode(vin)
            : (identityOf(rig, unit, identifier) ?? dataOf(unit, identifier)),
      });
      // What a unit has at hand it tells quickly; its codes it has to look up.
      const isQuick = quickServices.has(bytes[0] ?? 0) || isAboutOneCode(bytes);
      const afterMs = isQuick ? Math.min(valueMs, rig.msPerUnit) : rig.msPerUnit;
      return answer ? { kind: 'answers', bytes: answer, afterMs } : { kind: 'silent' };
    },
    tell: (command) => {
      if (command.kind === 'driven') tests.drive();
      else if (command.kind === 'leadsPut') benches[command.of].put(command.leads);
      else faults.tell(command);
    },
    benches,
  };
}

/** What a unit says that it is: ISO 14229-1, annex C.1. One that the rig does not name is what belongs there. */
function identityOf(rig: Rig, { id, parts, software }: LineUnit, identifier: number): Uint8Array | undefined {
  const named = rig.identities?.find(({ unitId }) => unitId === id);
  const said: Readonly<Record<number, string | undefined>> = {
    61831: named?.part ?? parts?.[0],
    61841: named?.hardware,
    61845: named?.software ?? software?.[0],
    61836: named?.serial,
  };
  const text = said[identifier];
  return text === undefined ? undefined : new TextEncoder().encode(text);
}

function secondsSinceNow(): () => number {
  const fromMs = performance.now();
  return () => (performance.now() - fromMs) / 1000;
}

/** What is about one code is looked up already. */
const isAboutOneCode = ([service, report]: Uint8Array): boolean =>
  service === services.codes && (report === codeReports.snapshots || report === codeReports.extendedData);

/** All but what is about codes. */
const quickServices: ReadonlySet<number> = new Set([
  services.read,
  services.testerPresent,
  services.session,
  services.control,
  services.routine,
]);
const valueMs = 8;
/** The only record of what stood when a test failed: the first time. */
const firstFailure = 0x01;

/** What a unit has and does. */
interface UnitBehaviour {
  readonly enter: (session: Session) => void;
  readonly control: (request: ControlRequest) => UdsResponse | number;
  readonly routine: (request: RoutineRequest) => UdsResponse | number;
  readonly data: (identifier: number) => Uint8Array | undefined;
  readonly tests: () => readonly UnitTest[];
  /** What it counts of each of them. */
  readonly counters: readonly CodeCounter[];
  readonly clear: () => void;
}

/** The identifier of the vehicle identification number: ISO 14229-1, annex C.1. */
const vinIdentifier = 0xf190;
/** Every bit of the status of a code is kept by the units. */
const everyStatus = 0xff;
const [p2Ms, p2StarMs] = [50, 5000];

/** The answer to a request; `undefined` where it asks for none. */
function answerOf(bytes: Uint8Array, unit: UnitBehaviour): Uint8Array | undefined {
  const request = decodeRequest(bytes);
  const service = bytes[0] ?? 0;
  if (!request.ok) return encodeRefusal(service, request.problem);
  if (request.value.kind === 'testerPresent' && !request.value.isAnswered) return undefined;
  const response = responseOf(request.value, unit);
  return typeof response === 'number' ? encodeRefusal(service, response) : encodeResponse(response);
}

/** The positive response, or the code of the refusal. */
function responseOf(request: UdsRequest, unit: UnitBehaviour): UdsResponse | number {
  switch (request.kind) {
    case 'session':
      unit.enter(request.session);
      return { kind: 'session', session: request.session, p2Ms, p2StarMs };
    case 'testerPresent':
      return { kind: 'testerPresent' };
    case 'countCodes':
      return { kind: 'countCodes', available: everyStatus, count: withStatus(unit, request.mask).length };
    case 'codes':
      return { kind: 'codes', available: everyStatus, codes: withStatus(unit, request.mask) };
    case 'supportedCodes':
      return { kind: 'supportedCodes', available: everyStatus, codes: unit.tests() };
    case 'snapshots': {
      const test = testOf(unit, request.code);
      if (!test) return refusals.notThere;
      const records = test.kept.length > 0 ? [{ record: firstFailure, values: test.kept }] : [];
      return { kind: 'snapshots', ...test, records: records.filter(isMeant(request.record)) };
    }
    case 'extendedData': {
      const test = testOf(unit, request.code);
      if (!test) return refusals.notThere;
      const records = unit.counters.map(({ record, bytes, counts }) => ({
        record: Number.parseInt(record, 16),
        data: Uint8Array.from({ length: bytes }, (_, at) => (test[counts] >> (8 * (bytes - 1 - at))) & 0xff),
      }));
      return { kind: 'extendedData', ...test, records: records.filter(isMeant(request.record)) };
    }
    case 'clearCodes':
      if (request.group !== everyCode) return refusals.notThere;
      unit.clear();
      return { kind: 'clearCodes' };
    case 'read':
      return readResponse(request.identifiers, unit);
    case 'control':
      return unit.control(request);
    case 'routine':
      return unit.routine(request);
  }
}

/** Of several identifiers those are told that the unit has: ISO 14229-1, 11.2. */
function readResponse(identifiers: readonly number[], unit: UnitBehaviour): UdsResponse | number {
  const values = identifiers.flatMap((identifier) => {
    const data = unit.data(identifier);
    return data ? [{ identifier, data }] : [];
  });
  return values.length > 0 ? { kind: 'read', values } : refusals.notThere;
}

const testOf = (unit: UnitBehaviour, { code, failureType }: Pick<UnitCode, 'code' | 'failureType'>) =>
  unit.tests().find((one) => one.code === code && one.failureType === failureType);

/** Which records a request means: one, or all (ISO 14229-1, 11.3.1). */
const isMeant =
  (asked: number) =>
  ({ record }: { readonly record: number }): boolean =>
    asked === everyRecord || asked === record;

const withStatus = (unit: UnitBehaviour, mask: number): readonly UnitCode[] =>
  unit.tests().filter(({ status }) => (status & mask) !== 0);
