import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Role } from '@probe-trail/core/person';
import { blankOutcome, blankPlan, blankStep, blankSuspect, type Plan } from '@probe-trail/core/plan';
import type { TrailEvent } from '@probe-trail/core/trail';
import type { Vehicle } from '@probe-trail/core/vehicle';
import type { Rig } from '@probe-trail/core/vehicleInterface';
import { makeStandInVehicle, openStandIn, openStandInMeter, openStandInScope } from '@probe-trail/vehicle/standIn';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { buildApp } from '../app.js';
import { type Database, openDatabase } from '../db/openDatabase.js';
import { makeNetworkInstruments } from '../instrumentLink/networkInstruments.js';
import { hashPassword } from '../person/passwords.js';
import { makeServices, type Services } from '../services/services.js';
import { makeStandIns, type StandIn } from '../vehicleInterface/finders.js';
import { makeNetworkInterface } from '../vehicleInterface/networkInterface.js';
import { checkAnswer } from './checkAnswer.js';

/** Sends a request and gives the status, the body and the etag. */
export type Ask = (
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  url: string,
  body?: object,
  headers?: Record<string, string>,
) => Promise<Answer>;

/** A server on a temporary database, with somebody to ask as. */
export interface TestServer {
  readonly app: FastifyInstance;
  readonly services: Services;
  readonly database: Database;
  readonly folder: string;
  /** Asks as Ines, who writes plans and may do whatever is done in a workshop, but manage people. */
  readonly ask: Ask;
  /** Asks as somebody who has this role alone. */
  readonly as: (role: Role) => Promise<Ask>;
  /** Asks as nobody. */
  readonly asNobody: Ask;
  /** The same server again on what is on the disk. */
  readonly restart: () => Promise<TestServer>;
  readonly stop: () => Promise<void>;
}

export interface Answer {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>> & { readonly detail?: string; readonly code?: string };
  readonly etag: string;
  readonly type: string;
  readonly cookie: string;
}

export const testPassword = 'long enough for all';
export const testSetupToken = 'token of the tests';
const nowMs = () => 1000;

export async function aServer(folder?: string, rigs: readonly Rig[] = []): Promise<TestServer> {
  const dataFolder = folder ?? (await mkdtemp(join(tmpdir(), 'probe-trail-')));
  const database = await openDatabase(dataFolder);
  const services = makeServices(database, dataFolder, nowMs);
  const standIns = makeStandIns((vehicle) => {
    const rig = rigs.find(({ fleetNumber }) => fleetNumber === vehicle.fleetNumber);
    return rig && standInOf(rig, vehicle, services);
  }, services.jobStore.repairedCauses);
  let ids = 0;
  const options = {
    nowMs,
    newId: () => `new-${++ids}`,
    webFolder: '',
    sessionSecret: 'a secret of the tests that is long enough',
    hosts: new Set(['localhost', '127.0.0.1']),
    setupToken: testSetupToken,
    vehicleInterface: makeNetworkInterface(standIns.find),
    networkInstruments: makeNetworkInstruments(standIns.instrumentOf, nowMs),
    logger: undefined,
  };
  const app = await buildApp(options, services);
  const close = async () => {
    await app.close();
    await standIns.close();
    database.close();
  };
  const asNobody = makeAsk(app);
  const as = async (role: Role) => signedIn(app, services, `A ${role}`, role);
  return {
    app,
    services,
    database,
    folder: dataFolder,
    ask: await signedIn(app, services, 'Ines Marrow', 'author'),
    as,
    asNobody,
    restart: async () => {
      await close();
      return aServer(dataFolder, rigs);
    },
    stop: async () => {
      await close();
      await rm(dataFolder, { recursive: true });
    },
  };
}

/** The stand-in of a vehicle, in this process: starting a program for each test would take long. */
async function standInOf(rig: Rig, { vin, lineId }: Vehicle, { vehicles }: Services): Promise<StandIn> {
  const line = await vehicles.line(lineId);
  if (!line) throw new Error(`there is no line ${lineId}`);
  const vehicle = makeStandInVehicle(vin, rig, line);
  const host = '127.0.0.1';
  const { port, close } = await openStandIn(vehicle, host, 0);
  const meter = await openStandInMeter(vehicle.benches.meter, host, 0);
  const scope = await openStandInScope(vehicle.benches.scope, host, 0);
  return {
    endpoint: { host, port },
    instruments: { meter: { host, port: meter.port }, scope: { host, port: scope.port } },
    tell: async (command) => vehicle.tell(command),
    close: async () => {
      await Promise.all([close(), meter.close(), scope.close()]);
    },
  };
}

async function signedIn(app: FastifyInstance, { people }: Services, name: string, role: Role): Promise<Ask> {
  await people.add({
    id: name.replaceAll(' ', '-'),
    name,
    roles: [role],
    passwordHash: await hashPassword(testPassword),
  });
  const { cookie } = await makeAsk(app)('POST', '/api/session', { name, password: testPassword });
  return makeAsk(app, cookie);
}

/** Asks with a cookie, as a browser does that is signed in. Every answer is held to what the server says of its route. */
export const makeAsk =
  (app: FastifyInstance, cookie = ''): Ask =>
  async (method, url, body, headers = {}) => {
    const request: InjectOptions = {
      method,
      url,
      headers: { 'x-probe-trail': '1', ...(cookie ? { cookie } : {}), ...headers },
    };
    const response = await app.inject(body ? { ...request, payload: body } : request);
    const status = response.statusCode;
    const answered = response.body === '' ? undefined : response.json();
    checkAnswer(app, { method, url, status, body: answered });
    return {
      status,
      body: answered ?? {},
      etag: String(response.headers.etag ?? ''),
      type: String(response.headers['content-type']),
      cookie: String(response.headers['set-cookie'] ?? '').split(';')[0] ?? '',
    };
  };

/** One step and two conclusions: enough to be released and walked. */
export const smallPlan = (more: Partial<Plan> = {}): Plan => ({
  ...blankPlan('cranking', 'Slow cranking after standing'),
  appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [] },
  suspects: [
    blankSuspect('battery', 'Battery', { weight: 3, repair: 'Replace it.' }),
    blankSuspect('cable', 'Ground cable', { kind: 'ground', repair: 'Clean it.' }),
  ],
  startStepId: 'rest',
  steps: [
    {
      ...blankStep('rest', 'Battery at rest'),
      readings: [
        {
          id: 'volts',
          name: 'Voltage',
          derivedFrom: null,
          hookUp: null,
          live: null,
          capture: null,
          watches: [],
          expects: [],
          spec: { kind: 'band', unit: 'V', min: 12.2, max: null },
        },
      ],
      outcomes: [
        blankOutcome('low', {
          when: [{ readingId: 'volts', zoneIds: ['below'] }],
          pointsTo: ['battery'],
          goTo: { kind: 'conclusion', conclusionId: 'battery' },
        }),
        blankOutcome('good', {
          clears: ['battery'],
          pointsTo: ['cable'],
          goTo: { kind: 'conclusion', conclusionId: 'cable' },
        }),
      ],
      effort: { minutes: 2, access: 'inReach', tools: [] },
    },
  ],
  conclusions: [
    { id: 'battery', title: 'Battery is flat', summary: '', suspectIds: ['battery'] },
    { id: 'cable', title: 'Ground cable', summary: '', suspectIds: ['cable'] },
  ],
  ...more,
});

/** The events of a walk through `smallPlan`, in order: opened, reading, outcome, concluded. */
export const smallWalk = (prefix = 'e'): TrailEvent[] => {
  const common = (index: number) => ({ id: `${prefix}${index}`, atMs: 1000 + index, by: 'Ines Marrow' });
  return [
    {
      ...common(0),
      kind: 'opened',
      jobId: null,
      planId: 'cranking',
      planVersion: 1,
      vehicle: { fleetNumber: 'FG-07', line: 'Loper 35' },
      complaint: 'Slow to start',
    },
    {
      ...common(1),
      kind: 'readingEntered',
      stepId: 'rest',
      readingId: 'volts',
      entry: { kind: 'typed', text: '11,6' },
      typedFirst: null,
      stillStands: null,
    },
    { ...common(2), kind: 'outcomeTaken', stepId: 'rest', outcomeId: 'low' },
    { ...common(3), kind: 'concluded', conclusionId: 'battery' },
  ];
};

/** Takes `smallPlan` in and releases it as version 1. */
export async function releaseSmallPlan({ ask }: TestServer): Promise<void> {
  const { etag } = await ask('POST', '/api/plans', { document: smallPlan() });
  await ask('POST', '/api/plans/cranking/draft/release', { notes: '' }, { 'if-match': etag });
}
