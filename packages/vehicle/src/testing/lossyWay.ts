import { once } from 'node:events';
import { connect, createServer, type Socket } from 'node:net';
import { type DoipMessage, encodeDoip, makeMessageReader } from '../doip/index.js';

export interface LossyWay {
  readonly port: number;
  readonly close: () => Promise<void>;
}

/** How often, of a hundred messages, something happens to one of the units. */
const chances = { isDropped: 2, isDoubled: 5, isLate: 10, isCut: 1 } as const;
const latestMs = 60;

/**
 * A way to a vehicle on which messages of the units are lost, doubled and late, come in pieces of any length, and on which the connection breaks.
 * @param random the next number from 0 to 1
 */
export async function openLossyWay(to: { host: string; port: number }, random: () => number): Promise<LossyWay> {
  const happens = (percent: number) => random() * 100 < percent;
  const sockets = new Set<Socket>();
  const server = createServer({ noDelay: true }, (tester) => {
    const vehicle = connect({ ...to, noDelay: true });
    const cut = () => {
      tester.destroy();
      vehicle.destroy();
    };
    for (const socket of [tester, vehicle]) {
      sockets.add(socket);
      socket.on('error', cut);
      socket.on('close', cut);
    }
    tester.pipe(vehicle);
    const read = makeMessageReader();
    vehicle.on('data', (piece) => {
      for (const message of read(piece).messages) {
        if (happens(chances.isCut)) return cut();
        if (message.kind === 'diagnostic' && happens(chances.isDropped)) continue;
        const waitMs = message.kind === 'diagnostic' && happens(chances.isLate) ? random() * latestMs : 0;
        const times = message.kind === 'diagnostic' && happens(chances.isDoubled) ? 2 : 1;
        setTimeout(() => {
          for (let time = 0; time < times; time += 1) writeInPieces(tester, message, random);
        }, waitMs);
      }
    });
  }).listen(0, to.host);
  await once(server, 'listening');
  return {
    port: (server.address() as { port: number }).port,
    close: async () => {
      for (const socket of sockets) socket.destroy();
      server.close();
      await once(server, 'close');
    },
  };
}

function writeInPieces(socket: Socket, message: DoipMessage, random: () => number): void {
  const bytes = encodeDoip(message);
  const at = Math.floor(random() * bytes.length);
  if (!socket.writable) return;
  socket.write(bytes.subarray(0, at));
  socket.write(bytes.subarray(at));
}

/** Numbers from 0 to 1 that are the same for the same seed (mulberry32). */
export function makeRandom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}
