import { type ChildProcess, spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { mkdtemp } from 'node:fs/promises';
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
  /** Resident memory of its process, in MB. */
  readonly memoryMB: () => number;
  /** Of its process, as it is now. */
  readonly pid: () => number;
  /** Starts it again on the same data. */
  readonly start: () => Promise<void>;
}

let lastPort = 4700 + (process.pid % 200);

export async function openServer(): Promise<RunningServer> {
  const folder = await mkdtemp(join(tmpdir(), 'probe-trail-e2e-'));
  lastPort += 1;
  const port = lastPort;
  let child: ChildProcess | undefined;
  const start = async () => {
    child = await spawnServer(port, folder);
  };
  const kill = async () => {
    const ending = new Promise((resolve) => child?.once('exit', resolve));
    child?.kill('SIGKILL');
    await ending;
  };
  await start();
  const pid = () => child?.pid ?? 0;
  const memoryMB = () => residentMB(pid());
  return { url: `http://localhost:${port}`, folder, kill, start, pid, memoryMB };
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
