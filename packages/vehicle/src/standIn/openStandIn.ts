import { createSocket, type Socket as UdpSocket } from 'node:dgram';
import { once } from 'node:events';
import { createServer, type Server, type Socket } from 'node:net';
import {
  type Announcement,
  type DoipMessage,
  decodeDoip,
  encodeDoip,
  headerLength,
  headerRefusals,
  isHeader,
  isLetIn,
  makeMessageReader,
  unknownUnit,
} from '../doip/index.js';
import { encodeRefusal, refusals } from '../uds/index.js';
import type { StandInVehicle, UnitAct } from './standInVehicle.js';

/** A stand-in vehicle that can be reached over the network. */
export interface OpenStandIn {
  readonly port: number;
  readonly close: () => Promise<void>;
}

/** Address of the gateway itself, as the stand-ins have it. */
const gateway = 0x1000;
const mostTesters = 4;
/** Testers have these addresses: ISO 13400-2, table 13. */
const isTester = (address: number): boolean => address >= 0x0e00 && address <= 0x0fff;
const answerCodes = { unknownTester: 0x00, full: 0x01, otherTester: 0x02 } as const;
const wrongTester = 0x02;
// A unit that needs longer than it may says so before its time is over, and again before the longer one is.
const pendingAfterMs = 40;
const pendingAgainMs = 4000;

/**
 * Lets testers connect to a stand-in vehicle: ISO 13400-2 over TCP, and over UDP at the same port who it is.
 * @param port 0: whichever nobody uses
 */
export async function openStandIn(vehicle: StandInVehicle, host: string, port: number): Promise<OpenStandIn> {
  const sockets = new Set<Socket>();
  const server = createServer({ noDelay: true }, (socket) => {
    sockets.add(socket);
    socket.on('close', () => sockets.delete(socket));
    // A tester that is gone is no fault of the vehicle.
    socket.on('error', () => socket.destroy());
    serve(vehicle, socket, sockets);
  });
  server.listen(port, host);
  await once(server, 'listening');
  const taken = portOf(server);
  const udp = await answerWhoIsThere(vehicle, host, taken);
  return {
    port: taken,
    close: async () => {
      udp.close();
      for (const socket of sockets) socket.destroy();
      server.close();
      await once(server, 'close');
    },
  };
}

function portOf(server: Server): number {
  const address = server.address();
  if (address === null || typeof address === 'string') throw new Error('the stand-in has no port');
  return address.port;
}

function serve(vehicle: StandInVehicle, socket: Socket, all: ReadonlySet<Socket>): void {
  const send = (message: DoipMessage) => void (socket.writable && socket.write(encodeDoip(message)));
  const read = makeMessageReader();
  let tester: number | undefined;
  const activate = (asking: number) => {
    const code = activationCode(asking, tester, all.size);
    if (code === isLetIn) tester = asking;
    send({ kind: 'activated', tester: asking, entity: gateway, code });
    if (code !== isLetIn) socket.end();
  };
  const take = (message: DoipMessage) => {
    if (message.kind === 'activate') activate(message.tester);
    else if (message.kind === 'other') send({ kind: 'headerRefused', code: headerRefusals.unknownType });
    else if (message.kind === 'diagnostic' && message.from !== tester)
      send({ kind: 'notTaken', from: message.to, to: message.from, code: wrongTester });
    else if (message.kind === 'diagnostic') pass(vehicle, message, send, all);
  };
  socket.on('data', (piece) => {
    const { messages, fault } = read(piece);
    for (const message of messages) take(message);
    if (!fault) return;
    send({ kind: 'headerRefused', code: fault.refusal });
    socket.end();
  });
}

function activationCode(asking: number, tester: number | undefined, connections: number): number {
  if (!isTester(asking)) return answerCodes.unknownTester;
  if (tester !== undefined && tester !== asking) return answerCodes.otherTester;
  return connections > mostTesters ? answerCodes.full : isLetIn;
}

type Diagnostic = Extract<DoipMessage, { kind: 'diagnostic' }>;
type Send = (message: DoipMessage) => void;

/** Passes a request on to its unit, or to all of them, and what they say back. */
function pass(vehicle: StandInVehicle, request: Diagnostic, send: Send, all: ReadonlySet<Socket>): void {
  const units = vehicle.addressed(request.to);
  const acts = units.map((unit) => ({ unit, act: vehicle.ask(unit, request.data) }));
  if (acts.some(({ act }) => act.kind === 'cutOff')) for (const socket of all) socket.destroy();
  const isKnown = acts.some(({ act }) => act.kind !== 'unknown');
  if (isKnown) send({ kind: 'taken', from: request.to, to: request.from });
  else send({ kind: 'notTaken', from: request.to, to: request.from, code: unknownUnit });
  const isToAll = units.length !== 1 || units[0] !== request.to;
  for (const { unit, act } of acts)
    if (act.kind === 'answers' && !(isToAll && isKeptToItself(act.bytes))) answer(unit, act, request, send);
}

/** Refusals that a unit does not send where all were asked, as most of them would: ISO 14229-1, 7.5.5. */
const keptToThemselves: ReadonlySet<number> = new Set([
  refusals.serviceUnknown,
  refusals.partUnknown,
  refusals.notThere,
  refusals.partNotInThisSession,
  refusals.notInThisSession,
]);
const isKeptToItself = ([first, , code]: Uint8Array): boolean => first === 0x7f && keptToThemselves.has(code ?? 0);

function answer(
  unit: number,
  { bytes, afterMs }: Extract<UnitAct, { kind: 'answers' }>,
  { from: tester, data }: Diagnostic,
  send: Send,
): void {
  const say = (said: Uint8Array) => send({ kind: 'diagnostic', from: unit, to: tester, data: said });
  let timer: ReturnType<typeof setTimeout> | undefined;
  const sayPending = () => {
    say(encodeRefusal(data[0] ?? 0, refusals.pending));
    timer = setTimeout(sayPending, pendingAgainMs);
  };
  if (afterMs > pendingAfterMs) timer = setTimeout(sayPending, pendingAfterMs);
  setTimeout(() => {
    clearTimeout(timer);
    say(bytes);
  }, afterMs);
}

/** Says over UDP who it is, to whoever asks. */
async function answerWhoIsThere(vehicle: StandInVehicle, host: string, port: number): Promise<UdpSocket> {
  const announcement: Announcement = {
    kind: 'announcement',
    vin: vehicle.vin,
    entity: gateway,
    entityId: '020000000001',
    groupId: '000000000000',
  };
  const socket = createSocket({ type: 'udp4', reuseAddr: true });
  socket.on('message', (bytes, { address, port: asking }) => {
    const question = questionIn(bytes);
    const isMeant = question?.kind === 'whoIsThere' || (question?.kind === 'whoHasVin' && question.vin === vehicle.vin);
    if (isMeant) socket.send(encodeDoip(announcement), asking, address);
  });
  socket.bind(port, host);
  await once(socket, 'listening');
  return socket;
}

function questionIn(bytes: Uint8Array): DoipMessage | undefined {
  if (bytes.length < headerLength || !isHeader(bytes)) return undefined;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const decoded = decodeDoip(view.getUint16(2), bytes.subarray(headerLength));
  return decoded.ok ? decoded.value : undefined;
}
