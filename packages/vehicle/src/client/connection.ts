import { connect, type Socket } from 'node:net';
import { type DoipMessage, encodeDoip, isLetIn, makeMessageReader, sayActivation } from '../doip/index.js';

/** The vehicle's interface does not answer, or the way to it is gone; the message says it to the technician. */
export class LinkLost extends Error {}

/** One connection that a vehicle has let in. */
export interface Connection {
  readonly send: (message: DoipMessage) => void;
  /** The interface took what was sent and says nothing: the connection is lost, though nobody has closed it. */
  readonly giveUp: () => void;
  readonly close: () => void;
}

export interface Endpoint {
  readonly host: string;
  readonly port: number;
}

/** What becomes of a connection once it is open. */
export interface ConnectionEvents {
  /** Every message that is not about the connection itself. */
  readonly onMessage: (message: DoipMessage) => void;
  /** It ended, however that happened; nothing more comes. */
  readonly onLost: (lost: LinkLost) => void;
}

/** Longest time until a vehicle lets a tester in: ISO 13400-2, table 37 (A_DoIP_Ctrl). */
const letInMs = 2000;
const connectMs = 3000;
const defaultActivation = 0x00;
const fellSilent = 'The interface fell silent. What was read is kept; look at its plug, then go on reading.';

/**
 * Connects to a vehicle and has it let the tester in. Rejects with `LinkLost` where it does not.
 * @param tester address of the tester, 0x0E00 to 0x0FFF (ISO 13400-2, table 13)
 */
export function openConnection(endpoint: Endpoint, tester: number, events: ConnectionEvents): Promise<Connection> {
  const { host, port } = endpoint;
  const socket = connect({ host, port, noDelay: true });
  const send = (message: DoipMessage) => void socket.write(encodeDoip(message));
  return new Promise((resolve, reject) => {
    let isOpen = false;
    let isLost = false;
    const lose = (says: string) => {
      if (isLost) return;
      isLost = true;
      clearTimeout(timer);
      socket.destroy();
      const lost = new LinkLost(says);
      if (isOpen) events.onLost(lost);
      else reject(lost);
    };
    const notThere = `The interface at ${host}:${port} does not answer. Look at its plug, then read again.`;
    let timer = setTimeout(() => lose(notThere), connectMs);
    const letIn = () => {
      isOpen = true;
      clearTimeout(timer);
      resolve({ send, giveUp: () => lose(fellSilent), close: () => lose('The connection was closed.') });
    };
    const take = (message: DoipMessage) => {
      if (message.kind === 'areYouThere') send({ kind: 'iAmThere', tester });
      else if (message.kind === 'headerRefused') lose('The interface does not understand what it is sent.');
      else if (message.kind !== 'activated') events.onMessage(message);
      else if (message.code === isLetIn) letIn();
      else lose(sayActivation(message.code));
    };
    socket.on('connect', () => {
      clearTimeout(timer);
      timer = setTimeout(() => lose('The interface takes the connection and says nothing.'), letInMs);
      send({ kind: 'activate', tester, type: defaultActivation });
    });
    socket.on('error', () => lose(isOpen ? fellSilent : notThere));
    socket.on('close', () => lose(isOpen ? fellSilent : notThere));
    readFrom(socket, take, lose);
  });
}

function readFrom(socket: Socket, take: (message: DoipMessage) => void, lose: (says: string) => void): void {
  const read = makeMessageReader();
  socket.on('data', (piece) => {
    const { messages, fault } = read(piece);
    for (const message of messages) take(message);
    if (fault) lose(fault.says);
  });
}
