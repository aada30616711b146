import type { SheetMoment } from '@probe-trail/core/codes';
import type { Line, LineUnit, Vehicle } from '@probe-trail/core/vehicle';
import { type Endpoint, LinkLost, openLink, type VehicleLink } from '@probe-trail/vehicle/client';
import { everyCode } from '@probe-trail/vehicle/uds';
import { busOf } from './busOf.js';
import type { ReachedVehicle, UnitReply, VehicleInterface } from './vehicleInterface.js';

/** Where the interface of a vehicle is; `undefined`: none is connected to it. The moment is when it is read, against what was done. */
export type InterfaceFinder = (vehicle: Vehicle, line: Line, moment: SheetMoment) => Promise<Endpoint | undefined>;

/** Address of this tester: ISO 13400-2, table 13. */
const tester = 0x0e80;
/** Every bit of a status: also codes that are not tested yet, or have passed, are told. */
const everyStatus = 0xff;
/** No values are asked for yet, so no lengths are known. */
const unknownLengths = { ofIdentifier: () => undefined, ofExtended: () => undefined };

interface SharedLink {
  readonly link: VehicleLink;
  users: number;
}

/** Vehicles over the network: ISO 13400-2 and ISO 14229-1. All who use a vehicle at a time share one connection. */
export function makeNetworkInterface(find: InterfaceFinder): VehicleInterface {
  const shared = new Map<string, SharedLink>();

  const linkTo = (vehicleId: string, line: Line, endpoint: Endpoint): SharedLink => {
    const unitOf = new Map(line.units.map((unit) => [addressOf(unit), unit]));
    const bus = (address: number) => {
      const unit = unitOf.get(address);
      return unit ? busOf(line, unit) : '';
    };
    const link = openLink({ endpoint, tester, busOf: bus, lengthsOf: () => unknownLengths });
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
      return { ...codesOver(one.link, line), release };
    },
    close: async () => {
      await Promise.all([...shared.values()].map(({ link }) => link.close()));
    },
  };
}

/** Reading and clearing codes over a link. */
function codesOver(link: VehicleLink, line: Line): Omit<ReachedVehicle, 'release'> {
  const textOf = new Map(line.codes.map(({ code, text }) => [code, text]));
  const readCodes = async (unit: LineUnit, signal: AbortSignal): Promise<UnitReply> => {
    const address = addressOf(unit);
    if (address === undefined) return { answer: 'unread', because: 'its line gives it no address' };
    const reply = await link.ask(address, { kind: 'codes', mask: everyStatus }, { signal });
    if (reply.kind === 'silent') return { answer: 'silent' };
    if (reply.kind !== 'answered') return { answer: 'unread', because: reply.says };
    const codes = reply.response.codes.map((code) => ({ ...code, unitId: unit.id, text: textOf.get(code.code) ?? '' }));
    return { answer: 'answered', codes };
  };
  const clearCodes = async (unit: LineUnit, signal: AbortSignal): Promise<boolean> => {
    const address = addressOf(unit);
    if (address === undefined) return false;
    return (await link.ask(address, { kind: 'clearCodes', group: everyCode }, { signal })).kind === 'answered';
  };
  return { readCodes, clearCodes };
}

const addressOf = ({ address }: LineUnit): number | undefined =>
  address === undefined ? undefined : Number.parseInt(address, 16);
