import { randomBytes, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { get } from 'node:http';
import { get as getOverTls } from 'node:https';
import { join } from 'node:path';
import { text } from 'node:stream/consumers';
import { fileURLToPath } from 'node:url';
import type { Vehicle } from '@probe-trail/core/vehicle';
import type { FastifyInstance } from 'fastify';
import { buildApp } from './app.js';
import { inDataFolder } from './db/dataFolder.js';
import { sayMended } from './db/mendStored.js';
import { openDatabase, StartProblem } from './db/openDatabase.js';
import { readSessionSecret } from './db/sessionSecret.js';
import { type DemoRig, demoAccounts, demoRigs, loadDemo } from './demo/loadDemo.js';
import { openLog } from './edge/openLog.js';
import { readSettings, type Settings } from './edge/settings.js';
import { makeNetworkInstruments } from './instrumentLink/networkInstruments.js';
import { makeServices, type Services } from './services/services.js';
import { warmUp } from './thread/pool.js';
import { firstFound, interfaceAt, makeStandIns, noInterface } from './vehicleInterface/finders.js';
import { makeNetworkInterface } from './vehicleInterface/networkInterface.js';
import { spawnStandIn } from './vehicleInterface/spawnStandIn.js';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const demoFolder = `${root}demo`;
/** How long a server that is asked to stop finishes its work before it goes all the same. */
const longestClosingMs = 10_000;

async function start(): Promise<void> {
  // Whatever is written below here is for its owner alone.
  process.umask(0o077);
  const settings = readSettings(process.env, root);
  const { host, dataFolder, isDemo } = settings;
  await refuseTakenPort(settings);
  const database = await openDatabase(dataFolder, settings.databaseUrl);
  for (const mended of database.mended) console.log(sayMended(mended));
  const services = makeServices(database, dataFolder, Date.now);
  if (isDemo) await loadDemo(services, demoFolder, Date.now());
  await services.plans.noteUsages();
  await services.sessions.forgetExpired();
  const accounts = isDemo ? await demoAccounts(demoFolder) : [];
  const setupToken = randomBytes(9).toString('base64url');
  const log = openLog(inDataFolder(dataFolder).log, settings.logLevel);
  const standIns = makeStandIns(demoStandIns(await demoRigs(demoFolder)), services.jobStore.repairedCauses);
  const connected = settings.vehicleInterface ? interfaceAt(settings.vehicleInterface) : noInterface;
  const find = isDemo ? firstFound(standIns.find, connected) : connected;
  const app = await buildApp(
    {
      nowMs: Date.now,
      newId: randomUUID,
      webFolder: `${root}packages/web/dist`,
      sessionSecret: await readSessionSecret(dataFolder, settings.secret),
      demoAccounts: accounts,
      vehicleInterface: makeNetworkInterface(find),
      networkInstruments: makeNetworkInstruments(isDemo ? standIns.instrumentOf : async () => undefined, Date.now),
      logger: log.logger,
      hosts: settings.hosts,
      proxies: settings.proxies,
      setupToken,
      ...(settings.tls ? { tls: settings.tls } : {}),
    },
    services,
  );
  stopWhenAsked(app, () => {
    void standIns.close();
    database.close();
    log.close();
  });
  await listen(app, settings);
  warmUp();
  void services.learning.catchUp();
  console.log(`Probe Trail is open at ${addressOf(settings)}`);
  for (const { name, roles, password } of accounts) console.log(`  ${name} (${roles.join(', ')}): ${password}`);
  await sayHowToSetUp(services, settings, setupToken);
  console.log(`Data: ${dataFolder}. Stop with Ctrl C.`);
  if (host !== '127.0.0.1' && host !== 'localhost' && !settings.tls)
    console.log(
      'Passwords and readings go over this network unencrypted: see PROBE_TRAIL_TLS_CERT in docs/security.md.',
    );
}

/** Each bus of the demo world has a stand-in, which is started when its codes are first read. */
const demoStandIns =
  (rigs: readonly DemoRig[]) =>
  ({ fleetNumber, lineId, vin }: Vehicle) => {
    const known = rigs.find(({ rig }) => rig.fleetNumber === fleetNumber);
    if (!known) return undefined;
    const bench = join(demoFolder, 'benches', `${lineId}.bench.json`);
    const line = join(demoFolder, 'lines', `${lineId}.line.json`);
    return spawnStandIn({ rig: known.file, line, bench: existsSync(bench) ? bench : undefined }, vin);
  };

async function sayHowToSetUp({ people }: Services, settings: Settings, setupToken: string): Promise<void> {
  if (!(await people.isEmpty())) return;
  console.log(`There is no account yet. Make the first account at ${addressOf(settings)}/?setup=${setupToken}`);
  console.log(`  or type this token there: ${setupToken}`);
}

function stopWhenAsked(app: FastifyInstance, release: () => void): void {
  const stop = () => {
    setTimeout(() => process.exit(0), longestClosingMs).unref();
    void app.close().finally(release);
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, stop);
}

async function listen(app: FastifyInstance, settings: Settings): Promise<void> {
  const { port, host } = settings;
  try {
    await app.listen({ port, host });
  } catch (error) {
    throw error instanceof Error && 'code' in error && error.code === 'EADDRINUSE' ? takenPort(settings) : error;
  }
}

const addressOf = ({ tls, port }: Settings) => `${tls ? 'https' : 'http'}://localhost:${port}`;

/** Looks before anything is opened: a second start must not touch the database of the first. */
async function refuseTakenPort(settings: Settings): Promise<void> {
  const answer = await askWhoIsThere(settings);
  if (answer?.includes('probe-trail')) throw new StartProblem(`Probe Trail is already open at ${addressOf(settings)}.`);
  if (answer !== undefined) throw takenPort(settings);
}

/** What answers at the port; `undefined` when nothing that speaks HTTP does. */
const askWhoIsThere = ({ tls, port }: Settings): Promise<string | undefined> =>
  new Promise((resolve) => {
    // It is only asked who it is: its certificate may be anybody's.
    const ask = tls ? getOverTls : get;
    const request = { port, path: '/api/health', timeout: 2000, rejectUnauthorized: false };
    ask(request, (response) => text(response).then(resolve, () => resolve('')))
      .on('timeout', () => resolve(''))
      .on('error', () => resolve(undefined));
  });

const takenPort = ({ port }: Settings) =>
  new StartProblem(`Port ${port} is taken by another program. Set PORT to another number, such as PORT=4181.`);

start().catch((error: unknown) => {
  console.error(error instanceof StartProblem ? error.message : error);
  process.exit(1);
});
