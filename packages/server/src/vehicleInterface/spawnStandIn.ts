import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { createRequire } from 'node:module';
import { createInterface } from 'node:readline';
import { isWholeVin } from '@probe-trail/vehicle/standIn';
import type { StandIn } from './finders.js';

const program = createRequire(import.meta.url).resolve('@probe-trail/vehicle/program');
const host = '127.0.0.1';

export interface StandInFiles {
  readonly rig: string;
  readonly line: string;
  /** What instruments find on the vehicles of its line; `undefined`: nothing. */
  readonly bench: string | undefined;
}

/**
 * Starts a stand-in vehicle as a program of its own, on a free port of this machine. It ends with the server.
 * @param vin the number by which it is found; one that is none is passed over
 */
export async function spawnStandIn({ rig, line, bench }: StandInFiles, vin: string): Promise<StandIn> {
  const number = isWholeVin(vin) ? ['--vin', vin] : [];
  const found = bench === undefined ? [] : ['--bench', bench];
  const ports = ['--port', '0', '--meter', '0', '--scope', '0'];
  const child = spawn(process.execPath, [program, rig, '--line', line, ...found, ...number, '--host', host, ...ports], {
    stdio: ['pipe', 'pipe', 'inherit'],
  });
  // One that could not be started, or has ended, says no more lines: that is noticed below.
  child.on('error', () => undefined);
  child.stdin.on('error', () => undefined);
  const lines = createInterface({ input: child.stdout })[Symbol.asyncIterator]();
  const nextLine = async (): Promise<string> => {
    const { value, done } = await lines.next();
    if (done) throw new Error(`the stand-in of ${rig} has ended`);
    return value;
  };
  const nextEndpoint = async () => {
    const port = /:(\d+)$/.exec(await nextLine())?.[1];
    if (port === undefined) throw new Error(`the stand-in of ${rig} does not say where it is`);
    return { host, port: Number(port) };
  };
  const endpoint = await nextEndpoint();
  const instruments = { meter: await nextEndpoint(), scope: await nextEndpoint() };
  // One command at a time: each is answered by one line.
  let last: Promise<unknown> = Promise.resolve();
  return {
    endpoint,
    instruments,
    tell: (command) => {
      const told = last.then(async () => {
        child.stdin.write(`${JSON.stringify(command)}\n`);
        const said = await nextLine();
        if (said !== 'done') throw new Error(`the stand-in of ${rig} does not understand: ${said}`);
      });
      last = told.catch(() => undefined);
      return told;
    },
    close: async () => {
      if (child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, 'exit');
      child.stdin.end();
      await ended;
    },
  };
}
