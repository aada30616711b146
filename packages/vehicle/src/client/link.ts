import PQueue from 'p-queue';
import { type DoipMessage, sayNotTaken, unitUnreachable } from '../doip/index.js';
import {
  type Answer,
  decodeAnswer,
  encodeRequest,
  type Lengths,
  type ResponseTo,
  refusals,
  sayRefusal,
  type UdsRequest,
  type UdsResponse,
} from '../uds/index.js';
import { type Connection, type Endpoint, type LinkLost, openConnection } from './connection.js';

/** What a unit said to a request. */
export type Reply<Response = UdsResponse> =
  | { readonly kind: 'answered'; readonly response: Response }
  /** The unit refuses; `says` is the end of a sentence. */
  | { readonly kind: 'refused'; readonly code: number; readonly says: string }
  /** The vehicle did not pass the request on: of the unit nothing is known. */
  | { readonly kind: 'notReached'; readonly says: string }
  | { readonly kind: 'silent' }
  /** It answers in another form than its description. */
  | { readonly kind: 'garbled'; readonly says: string };

/**
 * How soon a request goes out. Requests to units of one bus wait for each other, the more urgent first; what stops an actuator waits for
 * nothing.
 */
export type Urgency = 'background' | 'usual' | 'live' | 'stop';
const priorities: Readonly<Record<Exclude<Urgency, 'stop'>, number>> = { background: 0, usual: 1, live: 2 };

export interface LinkOptions {
  readonly endpoint: Endpoint;
  /** Address of the tester, 0x0E00 to 0x0FFF: ISO 13400-2, table 13. */
  readonly tester: number;
  /** The bus on which a unit sits, by its address: units of one bus are asked one after the other, buses beside each other. */
  readonly busOf: (unit: number) => string;
  readonly lengthsOf: (unit: number) => Lengths;
}

export interface AskOptions {
  readonly urgency?: Urgency;
  readonly signal?: AbortSignal;
}

/** A vehicle, through one connection that all its users share. It opens with the first request, and again after it was lost. */
export interface VehicleLink {
  /** Rejects with `LinkLost` where the interface itself fails, and with the signal's reason where it is called off. */
  readonly ask: <Request extends UdsRequest>(
    unit: number,
    request: Request,
    options?: AskOptions,
  ) => Promise<Reply<ResponseTo<Request['kind']>>>;
  /**
   * Asks all units at once, at their common address. It waits for no bus, and gives them as long as one unit may take.
   * @returns the addresses of those that answered, also with a refusal; `undefined` where the vehicle does not know the common address
   */
  readonly askAll: (
    everyone: number,
    request: UdsRequest,
    signal?: AbortSignal,
  ) => Promise<ReadonlySet<number> | undefined>;
  readonly close: () => Promise<void>;
}

/** Times of ISO 14229-2, table 4: within which a unit answers (P2), and within which after it asked for more time (P2*). */
const p2Ms = 50;
const p2StarMs = 5000;
// The way there and back over a network, and through the vehicle's gateway.
const wayMs = 150;
const answerMs = p2Ms + wayMs;
/** Within which a vehicle says that it took a message: ISO 13400-2, table 37 (A_DoIP_Diagnostic_Message). */
const takenMs = 2000;
// A unit that says again and again that it needs more time is not waited for without end.
const mostPending = 20;
const busyTries = 5;
const busyWaitMs = 100;

/** What has no effect on the vehicle may be asked once more where nothing came. */
const isHarmless = ({ kind }: UdsRequest): boolean => kind !== 'control' && kind !== 'routine' && kind !== 'clearCodes';

/** A request that waits for what its unit says. */
interface Open {
  readonly request: UdsRequest;
  readonly take: (answer: Answer) => void;
  readonly wasTaken: () => void;
  readonly wasNotTaken: (code: number) => void;
  readonly giveUp: (error: unknown) => void;
}

export function openLink(options: LinkOptions): VehicleLink {
  const line = openLine(options);
  const buses = new Map<string, PQueue>();
  const queueOf = (unit: number): PQueue => {
    const bus = options.busOf(unit);
    const queue = buses.get(bus) ?? new PQueue({ concurrency: 1 });
    buses.set(bus, queue);
    return queue;
  };
  return {
    ask: async <Request extends UdsRequest>(
      unit: number,
      request: Request,
      { urgency = 'usual', signal }: AskOptions = {},
    ) => {
      signal?.throwIfAborted();
      const work = () => askAgain(line.ask, unit, request, signal);
      const reply =
        urgency === 'stop' ? await work() : await queueOf(unit).add(work, { priority: priorities[urgency] });
      // The answer to a request is of its kind: `decodeAnswer` reads it by that.
      return reply as Reply<ResponseTo<Request['kind']>>;
    },
    askAll: line.askAll,
    close: line.close,
  };
}

type Ask = (unit: number, request: UdsRequest, signal: AbortSignal | undefined) => Promise<Reply>;

/** Asks once more where the unit is busy, and where nothing came and asking does no harm. */
async function askAgain(ask: Ask, unit: number, request: UdsRequest, signal: AbortSignal | undefined): Promise<Reply> {
  let busy = 0;
  let silent = 0;
  for (;;) {
    const reply = await ask(unit, request, signal);
    const isBusy = reply.kind === 'refused' && reply.code === refusals.busy;
    if (isBusy) busy += 1;
    if (reply.kind === 'silent') silent += 1;
    const isAskedAgain = isBusy ? busy < busyTries : reply.kind === 'silent' && silent < 2 && isHarmless(request);
    if (!isAskedAgain) return reply;
    if (isBusy) await new Promise((resolve) => setTimeout(resolve, busyWaitMs));
  }
}

/** The one connection, and who waits for an answer over it. */
function openLine({ endpoint, tester, lengthsOf }: LinkOptions): {
  readonly ask: Ask;
  readonly askAll: VehicleLink['askAll'];
  readonly close: () => Promise<void>;
} {
  const openByUnit = new Map<number, Set<Open>>();
  const openToAll = new Set<OpenToAll>();
  let connection: Promise<Connection> | undefined;

  const onMessage = (message: DoipMessage): void => {
    if (message.kind !== 'taken' && message.kind !== 'notTaken' && message.kind !== 'diagnostic') return;
    for (const one of openToAll) one.hear(message);
    const open = openByUnit.get(message.from) ?? new Set();
    if (message.kind === 'taken') for (const one of open) one.wasTaken();
    else if (message.kind === 'notTaken') for (const one of open) one.wasNotTaken(message.code);
    else giveTo(open, message.data, lengthsOf(message.from));
  };

  const onLost = (lost: LinkLost): void => {
    connection = undefined;
    for (const open of openByUnit.values()) for (const one of open) one.giveUp(lost);
    for (const one of openToAll) one.giveUp(lost);
  };

  const connected = (): Promise<Connection> => {
    connection ??= openConnection(endpoint, tester, { onMessage, onLost }).catch((error: unknown) => {
      connection = undefined;
      throw error;
    });
    return connection;
  };

  return {
    ask: async (unit, request, signal) => {
      const { send, giveUp } = await connected();
      signal?.throwIfAborted();
      const open = openByUnit.get(unit) ?? new Set();
      openByUnit.set(unit, open);
      return waitForReply(request, open, signal, {
        send: () => send({ kind: 'diagnostic', from: tester, to: unit, data: encodeRequest(request) }),
        loseInterface: giveUp,
      });
    },
    askAll: async (everyone, request, signal) => {
      const { send } = await connected();
      signal?.throwIfAborted();
      return waitForAll({ everyone, request, lengthsOf, openToAll, signal }, () =>
        send({ kind: 'diagnostic', from: tester, to: everyone, data: encodeRequest(request) }),
      );
    },
    close: async () => {
      const opened = await connection?.catch(() => undefined);
      opened?.close();
    },
  };
}

/** Gives what a unit sent to the request that it answers. What answers none was asked by somebody who gave up. */
function giveTo(open: ReadonlySet<Open>, data: Uint8Array, lengths: Lengths): void {
  for (const one of open) {
    const answer = decodeAnswer(one.request, data, lengths);
    if (answer.kind === 'unasked') continue;
    one.take(answer);
    return;
  }
}

interface Way {
  readonly send: () => void;
  /** Nobody has taken the request: that is no silence of the unit. */
  readonly loseInterface: () => void;
}

/** Sends a request and waits: until it is answered, asks for more time no longer, stays silent, is called off, or the connection is lost. */
function waitForReply(
  request: UdsRequest,
  open: Set<Open>,
  signal: AbortSignal | undefined,
  { send, loseInterface }: Way,
): Promise<Reply> {
  return new Promise((resolve, reject) => {
    let timer: ReturnType<typeof setTimeout>;
    let pending = 0;
    let isTaken = false;
    const end = (settle: () => void) => {
      clearTimeout(timer);
      open.delete(one);
      signal?.removeEventListener('abort', callOff);
      settle();
    };
    const reply = (value: Reply) => end(() => resolve(value));
    const giveUp = (error: unknown) => end(() => reject(error));
    const callOff = () => giveUp(signal?.reason);
    // One timer for each request: most are answered before it ends (benchmark “values a second through the client”).
    let silentAtMs = 0;
    const silentAfter = (ms: number) => {
      silentAtMs = performance.now() + ms;
    };
    const watch = (ms: number) => {
      timer = setTimeout(() => {
        const leftMs = silentAtMs - performance.now();
        if (leftMs <= 0 && isTaken) reply({ kind: 'silent' });
        else if (leftMs <= 0) loseInterface();
        else watch(Math.min(leftMs, answerMs));
      }, ms);
    };
    const take = (answer: Answer): void => {
      if (answer.kind === 'positive') reply({ kind: 'answered', response: answer.response });
      else if (answer.kind === 'refused') reply({ ...answer, says: sayRefusal(answer.code) });
      else if (answer.kind === 'garbled') reply(answer);
      else if (answer.kind === 'pending') {
        isTaken = true;
        pending += 1;
        if (pending <= mostPending) silentAfter(p2StarMs + wayMs);
      }
    };
    const wasNotTaken = (code: number): void =>
      reply(code === unitUnreachable ? { kind: 'silent' } : { kind: 'notReached', says: sayNotTaken(code) });
    // Once the unit asked for more time, that stands.
    const wasTaken = () => {
      isTaken = true;
      if (pending === 0) silentAfter(answerMs);
    };
    const one: Open = { request, take, wasTaken, wasNotTaken, giveUp };
    open.add(one);
    signal?.addEventListener('abort', callOff, { once: true });
    silentAfter(takenMs);
    watch(answerMs);
    send();
  });
}

/** A request to all units that waits for what they say. */
interface OpenToAll {
  readonly hear: (message: Extract<DoipMessage, { readonly kind: 'taken' | 'notTaken' | 'diagnostic' }>) => void;
  readonly giveUp: (error: unknown) => void;
}

interface AskedAll {
  readonly everyone: number;
  readonly request: UdsRequest;
  readonly lengthsOf: LinkOptions['lengthsOf'];
  readonly openToAll: Set<OpenToAll>;
  readonly signal: AbortSignal | undefined;
}

/** Sends a request to all units, and hears who answers within the time of one. */
function waitForAll(
  { everyone, request, lengthsOf, openToAll, signal }: AskedAll,
  send: () => void,
): Promise<ReadonlySet<number> | undefined> {
  return new Promise((resolve, reject) => {
    const answered = new Set<number>();
    const end = (settle: () => void) => {
      clearTimeout(timer);
      openToAll.delete(one);
      signal?.removeEventListener('abort', callOff);
      settle();
    };
    const callOff = () => end(() => reject(signal?.reason));
    const one: OpenToAll = {
      hear: (message) => {
        if (message.kind === 'notTaken' && message.from === everyone) end(() => resolve(undefined));
        if (message.kind !== 'diagnostic') return;
        const { kind } = decodeAnswer(request, message.data, lengthsOf(message.from));
        if (kind !== 'unasked') answered.add(message.from);
      },
      giveUp: (error) => end(() => reject(error)),
    };
    openToAll.add(one);
    signal?.addEventListener('abort', callOff, { once: true });
    const timer = setTimeout(() => end(() => resolve(answered)), answerMs);
    send();
  });
}
