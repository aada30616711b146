import { encodeCommand } from '@probe-trail/core/actuator';
import type { SheetMoment, UnitIdentity } from '@probe-trail/core/codes';
import { decodeValue } from '@probe-trail/core/liveValue';
import type { ActuatorInfo, CodeCounter, Line, LineUnit, Vehicle } from '@probe-trail/core/vehicle';
import { type Endpoint, LinkLost, openLink, type VehicleLink } from '@probe-trail/vehicle/client';
import {
  type ControlAct,
  type ControlRequest,
  everyCode,
  type Lengths,
  type RoutineAct,
  type RoutineRequest,
} from '@probe-trail/vehicle/uds';
import { askUnit } from './askUnit.js';
import { busOf } from './busOf.js';
import { passedCodes, withSelfTests } from './selfTests.js';
import type { ReachedVehicle, VehicleInterface } from './vehicleInterface.js';

/** Where the interface of a vehicle is; `undefined`: none is connected to it. The moment is when it is read, against what was done. */
export type InterfaceFinder = (vehicle: Vehicle, line: Line, moment: SheetMoment) => Promise<Endpoint | undefined>;

/** Address of this tester: ISO 13400-2, table 13. */
const tester = 0x0e80;
/** Every bit of a status: also codes that are not tested yet, or have passed, are told. */
const everyStatus = 0xff;

interface SharedLink {
  readonly link: VehicleLink;
  users: number;
}

/** Vehicles over the network: ISO 13400-2 and ISO 14229-1. All who use a vehicle at a time share one connection. */
export function makeNetworkInterface(find: InterfaceFinder): VehicleInterface {
  const shared = new Map<string, SharedLink>();

  const linkTo = (vehicleId: string, line: Line, endpoint: Endpoint): SharedLink => {
    const units = line.units.filter(({ address }) => address !== undefined);
    const unitOf = new Map(units.map((unit) => [Number.parseInt(unit.address ?? '', 16), unit]));
    const counters = line.codeCounters ?? [];
    const lengths = new Map([...unitOf].map(([address, unit]) => [address, lengthsOf(unit, counters)]));
    const link = openLink({
      endpoint,
      tester,
      busOf: (address) => {
        const unit = unitOf.get(address);
        return unit ? busOf(line, unit) : '';
      },
      lengthsOf: (address) => lengths.get(address) ?? lengthsOf(undefined, counters),
    });
    const made = { link, users: 0 };
    shared.set(vehicleId, made);
    return made;
  };

  return {
    reach: async (vehicle, line, moment) => {
      const { vehicleId, fleetNumber } = vehicle;
      const endpoint = await find(vehicle, line, moment);
      if (!endpoint) throw new LinkLost(`No interface is connected to ${fleetNumber}. Plug it in, then read again.`);
      const one = shared.get(vehicleId) ?? linkTo(vehicleId, line, endpoint);
      one.users += 1;
      const release = () => {
        one.users -= 1;
        if (one.users > 0) return;
        if (shared.get(vehicleId) === one) shared.delete(vehicleId);
        void one.link.close();
      };
      return { ...unitsOver(one.link, line), release };
    },
    close: async () => {
      await Promise.all([...shared.values()].map(({ link }) => link.close()));
    },
  };
}

/** What a unit is asked over a link, and what it says. */
function unitsOver(link: VehicleLink, line: Line): Omit<ReachedVehicle, 'release'> {
  const textOf = new Map(line.codes.map(({ code, text }) => [code, text]));
  const counters = line.codeCounters ?? [];
  return {
    readCodes: async (unit, watched, signal) => {
      const reply = await askUnit(link, unit, { kind: 'codes', mask: everyStatus }, { signal });
      if (reply.answer !== 'answered') return reply;
      const told = reply.response.codes;
      const passed = await passedCodes(link, unit, { watched, told, signal });
      const codes = await withSelfTests(link, unit, { told: [...told, ...passed], counters, textOf, signal });
      return { answer: 'answered', codes, identity: await identityOf(link, unit, signal) };
    },
    // A refusal is an answer too; what the vehicle did not pass on is none.
    isThere: async ({ address }, signal) => {
      if (address === undefined) return false;
      const present = { kind: 'testerPresent', isAnswered: true } as const;
      const { kind } = await link.ask(Number.parseInt(address, 16), present, { signal, urgency: 'background' });
      return kind !== 'silent' && kind !== 'notReached';
    },
    whoIsThere: async (signal) => {
      if (line.everyone === undefined) return undefined;
      const present = { kind: 'testerPresent', isAnswered: true } as const;
      const answered = await link.askAll(Number.parseInt(line.everyone, 16), present, signal);
      const isThere = ({ address }: LineUnit) => answered?.has(Number.parseInt(address ?? '', 16)) === true;
      return answered && new Set(line.units.filter(isThere).map(({ id }) => id));
    },
    readValues: async (unit, values, signal) => {
      const identifiers = [...new Set(values.map(({ identifier }) => Number.parseInt(identifier, 16)))];
      const reply = await askUnit(link, unit, { kind: 'read', identifiers }, { signal, urgency: 'live' });
      if (reply.answer !== 'answered') return reply;
      const dataOf = new Map(reply.response.values.map(({ identifier, data }) => [identifier, data]));
      const told = values.map((value) => {
        const data = dataOf.get(Number.parseInt(value.identifier, 16));
        return { key: value.key, value: (data && decodeValue(data, value)) ?? null };
      });
      return { answer: 'answered', values: told };
    },
    clearCodes: async (unit, signal) =>
      (await askUnit(link, unit, { kind: 'clearCodes', group: everyCode }, { signal })).answer === 'answered',
    beginControl: (unit, signal) =>
      askUnit(link, unit, { kind: 'session', session: 'extended' }, { signal, urgency: 'live' }),
    adjust: (unit, actuator, command, signal) =>
      askUnit(link, unit, controlOf(actuator, 'adjust', encodeCommand(command, actuator)), { signal, urgency: 'live' }),
    keepAwake: async (unit, signal) => {
      await askUnit(link, unit, { kind: 'testerPresent', isAnswered: true }, { signal, urgency: 'live' });
    },
    startRoutine: (unit, identifier, signal) =>
      askUnit(link, unit, routineOf(identifier, 'start'), { signal, urgency: 'live' }),
    routineResults: async (unit, identifier, signal) => {
      const told = await askUnit(link, unit, routineOf(identifier, 'results'), { signal, urgency: 'live' });
      return told.answer === 'answered' ? { answer: 'answered', result: told.response.result } : told;
    },
    endRoutine: async (unit, identifier, isOver) => {
      if (!isOver) await askUnit(link, unit, routineOf(identifier, 'stop'), { urgency: 'stop' });
      await askUnit(link, unit, { kind: 'session', session: 'default' }, { urgency: 'stop' });
    },
    giveBack: async (unit, actuator) => {
      const given = await askUnit(link, unit, controlOf(actuator, 'giveBack', none), { urgency: 'stop' });
      // In the default session no unit is controlled from outside: ISO 14229-1, 10.2.
      const left = await askUnit(link, unit, { kind: 'session', session: 'default' }, { urgency: 'stop' });
      return given.answer === 'answered' || left.answer === 'answered';
    },
  };
}

const none = new Uint8Array();

const controlOf = ({ identifier }: ActuatorInfo, act: ControlAct, state: Uint8Array): ControlRequest => ({
  kind: 'control',
  identifier: Number.parseInt(identifier, 16),
  act,
  state,
});

const routineOf = (routine: number, act: RoutineAct): RoutineRequest => ({
  kind: 'routine',
  act,
  routine,
  options: none,
});

/** Identifiers of what a unit is: ISO 14229-1, annex C.1. */
const identityIdentifiers = { part: 0xf187, hardware: 0xf191, software: 0xf195, serial: 0xf18c } as const;
const longestIdentity = 60;

/** Each is asked for alone, as nobody knows how long it is. What a unit does not tell is left out. */
async function identityOf(link: VehicleLink, unit: LineUnit, signal: AbortSignal): Promise<UnitIdentity> {
  const told: [string, string][] = [];
  for (const [field, identifier] of Object.entries(identityIdentifiers)) {
    const reply = await askUnit(link, unit, { kind: 'read', identifiers: [identifier] }, { signal });
    const text = reply.answer === 'answered' ? textIn(reply.response.values[0]?.data) : '';
    if (text !== '') told.push([field, text]);
  }
  return Object.fromEntries(told);
}

/** Letters and digits as a unit sends them, filled up with blanks or zeros; what is none is written as bytes. */
function textIn(data: Uint8Array | undefined): string {
  const text = Buffer.from(data ?? [])
    .toString('latin1')
    .replace(/[\0 \xff]+$/, '')
    .trim();
  const isText = /^[\x20-\x7e]*$/.test(text);
  return (
    isText
      ? text
      : Buffer.from(data ?? [])
          .toString('hex')
          .toUpperCase()
  ).slice(0, longestIdentity);
}

/** How long what a unit sends is, as its line says. */
const lengthsOf = (unit: LineUnit | undefined, counters: readonly CodeCounter[]): Lengths => {
  const records = new Map(counters.map(({ record, bytes }) => [Number.parseInt(record, 16), bytes]));
  const known = new Map((unit?.data ?? []).map(({ identifier, bytes }) => [Number.parseInt(identifier, 16), bytes]));
  return { ofIdentifier: (identifier) => known.get(identifier), ofExtended: (record) => records.get(record) };
};
