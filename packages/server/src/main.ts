import { randomUUID } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { get } from 'node:http';
import { get as getOverTls } from 'node:https';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import { buildApp, makeServices } from './app.js';
import { openDatabase, StartProblem } from './db/openDatabase.js';
import { readSessionSecret } from './db/sessionSecret.js';
import { demoAccounts, demoRigs, loadDemo } from './demo/loadDemo.js';
import { makeSimulatedInterface } from './vehicleInterface/simulatedInterface.js';

const fromRoot = (path: string) => fileURLToPath(new URL(`../../../${path}`, import.meta.url));
const port = Number(process.env.PORT ?? 4180);
const host = process.env.HOST ?? '127.0.0.1';
const dataFolder = process.env.PROBE_TRAIL_DATA ?? fromRoot('data');
const demoFolder = fromRoot('demo');
const [certFile, keyFile] = [process.env.PROBE_TRAIL_TLS_CERT, process.env.PROBE_TRAIL_TLS_KEY];
const address = `${certFile ? 'https' : 'http'}://localhost:${port}`;

async function start(): Promise<void> {
  await refuseTakenPort();
  const database = await openDatabase(dataFolder, process.env.DATABASE_URL);
  const services = makeServices(database, dataFolder, Date.now);
  const isDemo = process.env.PROBE_TRAIL_DEMO === '1';
  if (isDemo) await loadDemo(services, demoFolder, Date.now());
  await services.plans.noteUsages();
  await services.sessions.forgetExpired();
  const accounts = isDemo ? await demoAccounts(demoFolder) : [];
  const options = {
    nowMs: Date.now,
    newId: randomUUID,
    webFolder: fromRoot('packages/web/dist'),
    sessionSecret: process.env.PROBE_TRAIL_SECRET ?? (await readSessionSecret(dataFolder)),
    demoAccounts: accounts,
    // The simulated interface stands in wherever no real one is connected.
    vehicleInterface: makeSimulatedInterface(await demoRigs(demoFolder)),
    logger: { level: process.env.LOG_LEVEL ?? 'info', file: join(dataFolder, 'server.log') },
    ...(await tlsOptions()),
  };
  const app = await buildApp(options, services);
  for (const signal of ['SIGTERM', 'SIGINT'] as const)
    process.once(signal, () => void app.close().then(() => database.client.close()));
  await app.listen({ port, host });
  console.log(`Probe Trail is open at ${address}`);
  for (const { name, roles, password } of accounts) console.log(`  ${name} (${roles.join(', ')}): ${password}`);
  console.log(`Data: ${dataFolder}. Stop with Ctrl C.`);
}

/** The certificate and its key, where both are named. */
async function tlsOptions(): Promise<{ tls?: { cert: Buffer; key: Buffer } }> {
  if (!certFile && !keyFile) return {};
  if (!certFile || !keyFile)
    throw new StartProblem('Name both the certificate (PROBE_TRAIL_TLS_CERT) and its key (PROBE_TRAIL_TLS_KEY).');
  const [cert, key] = await Promise.all([certFile, keyFile].map(readNamedFile));
  return cert && key ? { tls: { cert, key } } : {};
}

const readNamedFile = (file: string): Promise<Buffer> =>
  readFile(file).catch(() => {
    throw new StartProblem(`${file} cannot be read.`);
  });

/** Looks before anything is opened: a second start must not touch the database of the first. */
async function refuseTakenPort(): Promise<void> {
  const answer = await askWhoIsThere();
  if (answer?.includes('probe-trail')) throw new StartProblem(`Probe Trail is already open at ${address}.`);
  if (answer !== undefined) throw takenPort();
}

/** What answers at the port; `undefined` when nothing that speaks HTTP does. */
const askWhoIsThere = (): Promise<string | undefined> =>
  new Promise((resolve) => {
    // It is only asked who it is: its certificate may be anybody's.
    const ask = certFile ? getOverTls : get;
    const request = { port, path: '/api/health', timeout: 2000, rejectUnauthorized: false };
    ask(request, (response) => text(response).then(resolve, () => resolve('')))
      .on('timeout', () => resolve(''))
      .on('error', () => resolve(undefined));
  });

const takenPort = () =>
  new StartProblem(`Port ${port} is taken by another program. Set PORT to another number, such as PORT=4181.`);

start().catch((error: unknown) => {
  const isTaken = error instanceof Error && 'code' in error && error.code === 'EADDRINUSE';
  const problem = isTaken ? takenPort() : error;
  console.error(problem instanceof StartProblem ? problem.message : problem);
  process.exitCode = 1;
});
