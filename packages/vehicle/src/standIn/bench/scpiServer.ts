import { once } from 'node:events';
import { createServer, type Socket } from 'node:net';
import { type Command, commandsIn, type HeaderPattern, headerPattern, type ToldError } from '../../scpi/index.js';

/** Whoever is connected to an instrument. */
export interface Caller {
  readonly signal: AbortSignal;
}

/** A fault of a command, for the queue of faults. */
export class ScpiFault extends Error {
  constructor(readonly told: ToldError) {
    super(told.text);
  }
}

/** Faults by their numbers: SCPI-99 volume 1, 21.8. */
export const faults = {
  undefinedHeader: { code: -113, text: 'Undefined header' },
  missingParameter: { code: -109, text: 'Missing parameter' },
  wrongType: { code: -104, text: 'Data type error' },
  outOfRange: { code: -222, text: 'Data out of range' },
  illegalValue: { code: -224, text: 'Illegal parameter value' },
  initIgnored: { code: -213, text: 'Init ignored' },
  noData: { code: -230, text: 'Data corrupt or stale' },
  queueFull: { code: -350, text: 'Queue overflow' },
  inputFull: { code: -363, text: 'Input buffer overrun' },
} as const satisfies Readonly<Record<string, ToldError>>;

/** What an instrument does with a command: what it answers to a query, and nothing to anything else. */
export type Handler = (
  parameters: readonly string[],
  numbers: readonly number[],
  caller: Caller,
) => Promise<string | Uint8Array | undefined> | string | Uint8Array | undefined;

/** The commands that an instrument knows, by their headers as the standard writes them. */
export type Handlers = Readonly<Record<string, Handler>>;

export interface ScpiServer {
  readonly port: number;
  readonly close: () => Promise<void>;
}

const mostFaults = 16;
const longestCommand = 65_536;

/** Parses a number of a command, with a whole prefix of a unit at most left out. */
export function numberIn(text: string | undefined): number {
  if (text === undefined) throw new ScpiFault(faults.missingParameter);
  const value = Number(text);
  if (text === '' || !Number.isFinite(value)) throw new ScpiFault(faults.wrongType);
  return value;
}

/**
 * An instrument at a port: messages of IEEE 488.2 over TCP, one command after the other, with its queue of faults.
 * @param port 0: whichever nobody uses
 */
export async function openScpiServer(
  identity: string,
  handlers: Handlers,
  reset: () => void,
  host: string,
  port: number,
): Promise<ScpiServer> {
  const sockets = new Set<Socket>();
  const known = Object.entries(handlers).map(([pattern, handler]) => ({ pattern: headerPattern(pattern), handler }));
  const server = createServer({ noDelay: true }, (socket) => {
    sockets.add(socket);
    socket.on('close', () => sockets.delete(socket));
    socket.on('error', () => socket.destroy());
    serve(socket, identity, known, reset);
  });
  server.listen(port, host);
  await once(server, 'listening');
  const address = server.address();
  if (address === null || typeof address === 'string') throw new Error('the instrument has no port');
  return {
    port: address.port,
    close: async () => {
      for (const socket of sockets) socket.destroy();
      server.close();
      await once(server, 'close');
    },
  };
}

interface Known {
  readonly pattern: HeaderPattern;
  readonly handler: Handler;
}

function serve(socket: Socket, identity: string, known: readonly Known[], reset: () => void): void {
  const gone = new AbortController();
  socket.on('close', () => gone.abort());
  const queue: ToldError[] = [];
  const note = (fault: ToldError) => {
    if (queue.length < mostFaults) queue.push(fault);
    else queue[mostFaults - 1] = faults.queueFull;
  };
  const nextError = () => {
    const { code, text } = queue.shift() ?? { code: 0, text: 'No error' };
    return `${code},"${text}"`;
  };
  const common: readonly Known[] = Object.entries<Handler>({
    '*IDN?': () => identity,
    '*OPC?': () => '1',
    '*RST': () => {
      reset();
      return undefined;
    },
    '*CLS': () => {
      queue.length = 0;
      return undefined;
    },
    'SYSTem:ERRor[:NEXT]?': nextError,
    'SYSTem:VERSion?': () => '1999.0',
  }).map(([pattern, handler]) => ({ pattern: headerPattern(pattern), handler }));
  // What an instrument knows otherwise counts before what all of them know.
  const all = [...known, ...common];
  const answer = async ({ header, parameters }: Command) => {
    for (const { pattern, handler } of all) {
      const numbers = pattern.match(header);
      if (numbers) return handler(parameters, numbers, { signal: gone.signal });
    }
    throw new ScpiFault(faults.undefinedHeader);
  };
  const obey = async (message: string) => {
    const answers: (string | Uint8Array)[] = [];
    for (const command of commandsIn(message)) {
      try {
        const said = await answer(command);
        if (said !== undefined) answers.push(said);
      } catch (error) {
        if (!(error instanceof ScpiFault)) throw error;
        note(error.told);
        // What follows a command that is none is not done: IEEE 488.2, 6.1.6.1.1.
        break;
      }
    }
    if (answers.length === 0 || !socket.writable) return;
    for (const [index, said] of answers.entries()) {
      if (index > 0) socket.write(';');
      socket.write(said);
    }
    socket.write('\n');
  };
  let rest = '';
  let last: Promise<unknown> = Promise.resolve();
  socket.setEncoding('latin1');
  socket.on('data', (piece: string) => {
    const lines = (rest + piece).split('\n');
    rest = lines.pop() ?? '';
    if (rest.length > longestCommand) {
      rest = '';
      note(faults.inputFull);
    }
    for (const line of lines) last = last.then(() => obey(line)).catch(() => socket.destroy());
  });
}
