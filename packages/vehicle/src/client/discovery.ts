import { createSocket } from 'node:dgram';
import { type Announcement, decodeDoip, encodeDoip, headerLength, isHeader } from '../doip/index.js';
import { type Endpoint, LinkLost } from './connection.js';

/** Port at which vehicles are asked who they are, and at which they take connections: ISO 13400-2, table 2. */
export const doipPort = 13_400;

/** Within which a vehicle answers who it is: ISO 13400-2, table 37 (A_DoIP_Announce_Wait is at most 500 ms). */
const answerMs = 600;

/** A vehicle that said who it is, and where it takes connections. */
export interface FoundVehicle {
  readonly announcement: Announcement;
  readonly endpoint: Endpoint;
}

/**
 * Asks a network, or one host, which vehicles are there. What is no announcement is passed over.
 * @param vin only this one; `undefined`: whoever is there
 * @returns those that answered in time, each once
 * @throws LinkLost where the network cannot be asked
 */
export async function discoverVehicles(host: string, port: number, vin?: string): Promise<readonly FoundVehicle[]> {
  const socket = createSocket('udp4');
  const found = new Map<string, FoundVehicle>();
  socket.on('message', (bytes, { address }) => {
    const announcement = announcementIn(bytes);
    if (announcement) found.set(announcement.vin, { announcement, endpoint: { host: address, port } });
  });
  await new Promise<void>((resolve, reject) => {
    socket.once('error', () => reject(new LinkLost(`The network cannot be asked for vehicles at ${host}:${port}.`)));
    socket.bind(() => {
      socket.setBroadcast(true);
      socket.send(encodeDoip(vin === undefined ? { kind: 'whoIsThere' } : { kind: 'whoHasVin', vin }), port, host);
      setTimeout(resolve, answerMs);
    });
  }).finally(() => socket.close());
  return [...found.values()];
}

function announcementIn(bytes: Uint8Array): Announcement | undefined {
  if (bytes.length < headerLength || !isHeader(bytes)) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (view.getUint32(4) !== bytes.length - headerLength) return undefined;
  const decoded = decodeDoip(view.getUint16(2), bytes.subarray(headerLength));
  return decoded.ok && decoded.value.kind === 'announcement' ? decoded.value : undefined;
}
