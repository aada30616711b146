import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync } from 'node:fs';
import { cp, mkdtemp } from 'node:fs/promises';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const main = fileURLToPath(new URL('../../packages/server/dist/main.js', import.meta.url));

/** The built server on a data folder of its own, with the demo world. */
export interface RunningServer {
  readonly url: string;
  readonly folder: string;
  /** Ends it at once, as a power cut would. */
  readonly kill: () => Promise<void>;
  /** Asks it to end, and waits until it has. */
  readonly stop: () => Promise<void>;
  /** Resident memory of its process, in MB. */
  readonly memoryMB: () => number;
  /** Of its process, as it is now. */
  readonly pid: () => number;
  /** Starts it again on the same data. */
  readonly start: () => Promise<void>;
}

/** The folder with the demo world loaded, where it was made once for all stories: see `demoWorld.ts`. */
export const demoWorldVariable = 'PROBE_TRAIL_DEMO_WORLD';

export async function openServer(): Promise<RunningServer> {
  const folder = await mkdtemp(join(tmpdir(), 'probe-trail-e2e-'));
  const demoWorld = process.env[demoWorldVariable];
  if (demoWorld) await cp(demoWorld, folder, { recursive: true });
  const { port, child: first } = await atFreePort(folder);
  let child = first;
  const start = async () => {
    child = await spawnServer(port, folder);
  };
  const end = (signal: NodeJS.Signals) => async () => {
    const ending = new Promise((resolve) => child.once('exit', resolve));
    child.kill(signal);
    await ending;
  };
  const pid = () => child.pid ?? 0;
  const memoryMB = () => residentMB(pid());
  return { url: `http://localhost:${port}`, folder, kill: end('SIGKILL'), stop: end('SIGTERM'), start, pid, memoryMB };
}

/** Stories run beside each other: between the moment in which a port is free and the start of the server another one may have taken it. */
async function atFreePort(folder: string): Promise<{ port: number; child: ChildProcess }> {
  for (let attempt = 1; ; attempt += 1) {
    const port = await freePort();
    try {
      return { port, child: await spawnServer(port, folder) };
    } catch (error) {
      const isTaken = error instanceof Error && error.message.includes('is taken by another program');
      if (!isTaken || attempt === mostAttempts) throw error;
    }
  }
}

const mostAttempts = 3;

/** A port that nobody listens at. */
async function freePort(): Promise<number> {
  const listener = createServer().listen(0, 'localhost');
  await once(listener, 'listening');
  const address = listener.address();
  listener.close();
  await once(listener, 'close');
  if (address === null || typeof address === 'string') throw new Error('the listener has no port');
  return address.port;
}

/** As the kernel counts it (proc(5), VmRSS). */
function residentMB(pid: number): number {
  const kB = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
  return Number(kB) / 1024;
}

function spawnServer(port: number, folder: string): Promise<ChildProcess> {
  const child = spawn(process.execPath, [main], {
    env: { ...process.env, PORT: String(port), PROBE_TRAIL_DATA: folder, PROBE_TRAIL_DEMO: '1' },
  });
  return new Promise((resolve, reject) => {
    let said = '';
    child.stdout.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('is open at')) resolve(child);
    });
    child.stderr.on('data', (chunk: Buffer) => {
      said += chunk.toString();
    });
    child.once('close', (code) => reject(new Error(`the server ended with ${code}: ${said}`)));
  });
}
