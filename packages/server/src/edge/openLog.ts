import { renameSync, rmSync, statSync } from 'node:fs';
import { type Logger, pino } from 'pino';

const megabyte = 1024 * 1024;

export interface LogLimits {
  /** Bytes from which on a new file is begun. */
  readonly largestFile: number;
  readonly lookEveryMs: number;
}

const usualLimits: LogLimits = { largestFile: 10 * megabyte, lookEveryMs: 30_000 };
/** How many full files are kept beside the one that is written. */
const keptFiles = 3;
/** What waits for a disk that is full; lines beyond it are lost, and nothing else is. */
const mostWaiting = megabyte;

export interface ServerLog {
  readonly logger: Logger;
  readonly close: () => void;
}

/** The log file of the server: readable for its owner alone, begun anew when it is large. A full disk costs lines, never the server. */
export function openLog(file: string, level: string, limits: LogLimits = usualLimits): ServerLog {
  const destination = pino.destination({ dest: file, mode: 0o600, sync: false, maxLength: mostWaiting });
  // Without somebody who hears it, an error of the file would end the process.
  destination.on('error', () => undefined);
  const turning = setInterval(() => {
    if (sizeOf(file) > limits.largestFile) turn(file, () => destination.reopen());
  }, limits.lookEveryMs);
  turning.unref();
  return {
    logger: pino({ level }, destination),
    close: () => {
      clearInterval(turning);
      destination.end();
    },
  };
}

const sizeOf = (file: string): number => statSync(file, { throwIfNoEntry: false })?.size ?? 0;

/** Moves `server.log` to `server.log.1`, that one to `.2` and so on; the oldest goes. */
function turn(file: string, reopen: () => void): void {
  try {
    rmSync(`${file}.${keptFiles}`, { force: true });
    for (let at = keptFiles - 1; at >= 1; at -= 1)
      if (statSync(`${file}.${at}`, { throwIfNoEntry: false })) renameSync(`${file}.${at}`, `${file}.${at + 1}`);
    renameSync(file, `${file}.1`);
    reopen();
  } catch {
    // The folder cannot be written now: the file goes on growing until it can.
  }
}
