import { once } from 'node:events';
import { connect, type Socket } from 'node:net';
import type { Endpoint } from '../client/index.js';
import { makeReplyReader, readError, shorten } from '../scpi/index.js';

/** An instrument cannot be used; the message says why, to a technician. */
export class InstrumentFailed extends Error {}

/** It does not know what it was told, or cannot do it now. */
export class InstrumentRefused extends InstrumentFailed {}

/** It says nothing. */
export class InstrumentSilent extends InstrumentFailed {}

/** One connection to an instrument. Whoever has it is alone on it: each call waits for the one before. */
export interface ScpiLink {
  /** Tells it something, and asks whether it has understood. */
  readonly tell: (command: string) => Promise<void>;
  readonly ask: (query: string, atMostMs?: number) => Promise<string>;
  /** Its answer as it came, for a block. */
  readonly askBytes: (query: string, atMostMs?: number) => Promise<Uint8Array>;
  readonly close: () => void;
}

const connectMs = 3000;
const usualMs = 3000;
const errorQuery = 'SYSTem:ERRor?';
// What is older than this take stands in its queue of faults at most.
const mostOldErrors = 40;

/**
 * Connects to an instrument.
 * @param name what it is called in messages
 * @param signal ends everything; what waits is refused with its reason
 * @throws InstrumentFailed
 */
export async function openScpi({ host, port }: Endpoint, name: string, signal: AbortSignal): Promise<ScpiLink> {
  signal.throwIfAborted();
  const socket = connect({ host, port, noDelay: true });
  const waiting: ((reply: Uint8Array | Error) => void)[] = [];
  let lost: Error | undefined;
  const lose = (error: Error) => {
    lost ??= error;
    socket.destroy();
    for (const tell of waiting.splice(0)) tell(lost);
  };
  const gone = () => lose(new InstrumentFailed(`${name} has closed the connection.`));
  const callOff = () => lose(signal.reason instanceof Error ? signal.reason : new Error('called off'));
  signal.addEventListener('abort', callOff);
  await connected(socket, name, `${host}:${port}`).catch((error: Error) => {
    signal.removeEventListener('abort', callOff);
    socket.destroy();
    throw lost ?? error;
  });
  socket.on('error', gone);
  socket.on('close', gone);
  const read = makeReplyReader();
  socket.on('data', (piece) => {
    const { replies, fault } = read(piece);
    for (const reply of replies) waiting.shift()?.(reply);
    if (fault !== undefined) lose(new InstrumentFailed(`${name} answers in a way that cannot be read. ${fault}`));
  });

  const send = (command: string) => {
    if (lost) throw lost;
    socket.write(`${command}\n`);
  };
  /** @returns `undefined` where it says nothing in that time */
  const replyWithin = async (ms: number): Promise<Uint8Array | undefined> => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const reply = await new Promise<Uint8Array | Error | undefined>((resolve) => {
      waiting.push(resolve);
      timer = setTimeout(() => {
        const at = waiting.indexOf(resolve);
        if (at >= 0) waiting.splice(at, 1);
        resolve(undefined);
      }, ms);
    });
    clearTimeout(timer);
    if (reply instanceof Error) throw reply;
    return reply;
  };
  const nextError = async () => {
    send(errorQuery);
    const reply = await replyWithin(usualMs);
    return reply && readError(asText(reply));
  };
  const silent = () => {
    const error = new InstrumentSilent(`${name} is connected, and does not answer.`);
    lose(error);
    return error;
  };
  const refused = (command: string, text: string) =>
    new InstrumentRefused(`${name} does not take “${shorten(command)}”: ${text}.`);
  const askBytes: ScpiLink['askBytes'] = async (query, atMostMs = usualMs) => {
    send(query);
    const reply = await replyWithin(atMostMs);
    if (reply) return reply;
    // An instrument says nothing to what it does not know, and keeps the reason.
    const error = await nextError();
    if (error && error.code !== 0) throw refused(query, error.text);
    throw silent();
  };
  const link: ScpiLink = {
    tell: async (command) => {
      send(command);
      const error = await nextError();
      if (!error) throw silent();
      if (error.code !== 0) throw refused(command, error.text);
    },
    ask: async (query, atMostMs) => asText(await askBytes(query, atMostMs)),
    askBytes,
    close: () => {
      signal.removeEventListener('abort', callOff);
      socket.off('close', gone);
      socket.destroy();
    },
  };
  await forgetOldErrors(link, nextError, silent);
  return link;
}

/** Faults of whoever used it before are none of this take. */
async function forgetOldErrors(
  { tell: _, ...link }: ScpiLink,
  nextError: () => Promise<{ readonly code: number } | undefined>,
  silent: () => Error,
): Promise<void> {
  for (let left = mostOldErrors; left > 0; left -= 1) {
    const error = await nextError();
    if (!error) {
      link.close();
      throw silent();
    }
    if (error.code === 0) return;
  }
}

async function connected(socket: Socket, name: string, where: string): Promise<void> {
  const timer = setTimeout(() => socket.destroy(new Error('no answer')), connectMs);
  try {
    await once(socket, 'connect');
  } catch (error) {
    const why = error instanceof Error && 'code' in error ? String(error.code) : 'no answer';
    throw new InstrumentFailed(
      `${name} cannot be reached at ${where} (${why}). Is it switched on, and on the network?`,
    );
  } finally {
    clearTimeout(timer);
  }
}

const asText = (bytes: Uint8Array): string => new TextDecoder().decode(bytes).trim();
