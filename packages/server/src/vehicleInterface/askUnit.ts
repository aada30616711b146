import type { LineUnit } from '@probe-trail/core/vehicle';
import type { AskOptions, VehicleLink } from '@probe-trail/vehicle/client';
import type { ResponseTo, UdsRequest } from '@probe-trail/vehicle/uds';
import type { UnitReply } from './vehicleInterface.js';

/** Asks a unit over a link: what it answers, that it is silent, or why it is not known what it says. */
export async function askUnit<Request extends UdsRequest>(
  link: VehicleLink,
  { address }: LineUnit,
  request: Request,
  options: AskOptions,
): Promise<UnitReply<{ readonly response: ResponseTo<Request['kind']> }>> {
  if (address === undefined) return { answer: 'unread', because: 'its line gives it no address' };
  const reply = await link.ask(Number.parseInt(address, 16), request, options);
  if (reply.kind === 'silent') return { answer: 'silent' };
  if (reply.kind !== 'answered') return { answer: 'unread', because: reply.says };
  return { answer: 'answered', response: reply.response };
}
