import { createServer, type RequestListener, type Server } from 'node:http';
import { createServer as createTlsServer } from 'node:https';
import compress from '@fastify/compress';
import type { DemoAccount } from '@probe-trail/core/person';
import { cutText } from '@probe-trail/core/text';
import Fastify, { type FastifyInstance, type FastifyServerOptions, LogController } from 'fastify';
import type { Schema } from 'yup';
import { bodyPlugin, smallBody } from './body/index.js';
import { yupValidator } from './body/yupValidator.js';
import { choosingPlugin } from './choosing/index.js';
import { circuitPlugin } from './circuit/index.js';
import { codesPlugin } from './codes/index.js';
import { sameSitePlugin } from './edge/sameSite.js';
import { streamPlugin } from './edge/streams.js';
import { healthPlugin } from './health/index.js';
import { instrumentPlugin } from './instrument/index.js';
import { instrumentLinkPlugin } from './instrumentLink/index.js';
import { makeNetworkInstruments, type NetworkInstruments } from './instrumentLink/networkInstruments.js';
import { jobPlugin } from './job/index.js';
import { learningPlugin } from './learning/index.js';
import { libraryPlugin } from './library/index.js';
import { hidden, openapiPlugin } from './openapi/index.js';
import { guardPlugin, personPlugin, sessionPlugin } from './person/index.js';
import { photoPlugin } from './photo/index.js';
import { planPlugin } from './plan/index.js';
import { problemPlugin, sayNotFound, sendError } from './problem/index.js';
import { recordingPlugin } from './recording/index.js';
import { reviewPlugin } from './review/index.js';
import { waitingPlugin } from './review/waitingPlugin.js';
import { searchPlugin } from './search/index.js';
import type { Services } from './services/services.js';
import { trailPlugin } from './trail/index.js';
import { linePlugin, vehiclePlugin } from './vehicle/index.js';
import { vehicleHistoryPlugin } from './vehicleHistory/index.js';
import { noInterface } from './vehicleInterface/finders.js';
import { interfacePlugin } from './vehicleInterface/index.js';
import { makeNetworkInterface } from './vehicleInterface/networkInterface.js';
import type { VehicleInterface } from './vehicleInterface/vehicleInterface.js';
import { webPlugin } from './web/index.js';
import { workshopPlugin } from './workshop/index.js';

export interface AppOptions {
  readonly nowMs: () => number;
  readonly newId: () => string;
  /** Folder of the built interface; the API works without it. */
  readonly webFolder: string;
  /** Signs the session cookies; whoever knows it can be anybody. */
  readonly sessionSecret: string;
  /** Shown on the sign-in page; none but in the demo world. */
  readonly demoAccounts?: readonly DemoAccount[];
  readonly vehicleInterface?: VehicleInterface;
  readonly networkInstruments?: NetworkInstruments;
  readonly logger: FastifyServerOptions['loggerInstance'] | undefined;
  /** Names under which browsers may ask for the server, in lower case. */
  readonly hosts: ReadonlySet<string>;
  /** Addresses of the proxies that may say for whom they ask. */
  readonly proxies?: readonly string[];
  /** What whoever sets the workshop up must know. */
  readonly setupToken: string;
  /** With it the server speaks HTTPS: browsers install the interface, and keep it, only from there or from localhost. */
  readonly tls?: { readonly cert: Buffer; readonly key: Buffer };
}

const slowMs = 300;

const secondMs = 1000;
/** A request that is not there in full by then is given up: whoever sends a byte a minute holds nothing. */
const requestMs = 30 * secondMs;

const apiHeaders = {
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'no-referrer',
};

/** The whole server, ready to listen or to be tested by `inject`. */
export async function buildApp(options: AppOptions, services: Services): Promise<FastifyInstance> {
  const { webFolder, sessionSecret, logger, tls, hosts, proxies = [] } = options;
  const { people, sessions } = services;
  const app = Fastify({
    ...(logger ? { loggerInstance: logger } : {}),
    bodyLimit: smallBody,
    requestTimeout: requestMs,
    trustProxy: proxies.length > 0 ? [...proxies] : false,
    frameworkErrors: (error, request, reply) => void sendError(error, request, reply),
    forceCloseConnections: 'idle',
    logController: new LogController({ disableRequestLogging: true }),
    serverFactory: (handler: RequestListener) => makeServer(handler, tls),
  });
  // One line a request, when it is answered; those that went well and fast only where somebody asks for them.
  app.addHook('onResponse', async ({ log, method, url }, { statusCode, elapsedTime }) => {
    const isOrdinary = statusCode < 400 && elapsedTime < slowMs;
    const line = { method, url: cutText(url, longestLoggedUrl), statusCode, elapsedMs: Math.round(elapsedTime) };
    log[isOrdinary ? 'debug' : 'info'](line, 'answered');
  });
  app.setValidatorCompiler<Schema>(yupValidator);
  await app.register(problemPlugin);
  await app.register(sameSitePlugin, { hosts });
  await app.register(guardPlugin, { people, sessions, sessionSecret });
  await app.register(streamPlugin, { sessions });
  await app.register(bodyPlugin);
  await app.register(openapiPlugin);
  await app.register(async (scope) => registerApi(scope, options, services), { prefix: '/api' });
  await app.register(async (scope) => {
    await scope.register(compress, { threshold: 2048 });
    await scope.register(webPlugin, { folder: webFolder, hasTls: tls !== undefined });
  });
  return app;
}

const longestLoggedUrl = 300;

/** Gives a connection up that does not send what it began, and has no more of them than a workshop has devices. */
function makeServer(handler: RequestListener, tls: AppOptions['tls']): Server {
  const limits = {
    headersTimeout: 10 * secondMs,
    requestTimeout: requestMs,
    connectionsCheckingInterval: 2 * secondMs,
  };
  const server = tls ? createTlsServer({ ...tls, ...limits }, handler) : createServer(limits, handler);
  server.keepAliveTimeout = 72 * secondMs;
  server.maxConnections = 2000;
  return server;
}

/** Everything below `/api`: nothing that it answers is ever a page. */
async function registerApi(api: FastifyInstance, options: AppOptions, services: Services): Promise<void> {
  const { nowMs, newId, setupToken, demoAccounts = [], vehicleInterface = makeNetworkInterface(noInterface) } = options;
  const { networkInstruments = makeNetworkInstruments(async () => undefined, nowMs) } = options;
  const { people, sessions, plans, trails, vehicles, codes, trailStore, jobStore, jobs, choosing, photos, recordings } =
    services;
  const { instruments, reviews, waiting, library, learning, workshop, search, health, circuits } = services;
  const headers = options.tls ? { ...apiHeaders, 'strict-transport-security': 'max-age=31536000' } : apiHeaders;
  api.addHook('onRequest', async (_request, reply) => void reply.headers(headers));
  api.all('/*', { schema: hidden, config: { needs: 'nobody' } }, sayNotFound);
  await api.register(healthPlugin, { prefix: '/health', health });
  // Appends are many and their answers short, and a reading is sent line by line: nothing stands around them that would wait.
  await api.register(trailPlugin, { prefix: '/trails', trails, nowMs, newId });
  api.addHook('onClose', () => vehicleInterface.close());
  await api.register(interfacePlugin, { prefix: '/jobs', jobs, vehicles, vehicleInterface, nowMs });
  await api.register(instrumentLinkPlugin, { prefix: '/jobs', jobs, vehicles, instruments, networkInstruments });
  await api.register(recordingPlugin, { prefix: '/jobs', jobs, recordings });
  await api.register(photoPlugin, { prefix: '/photos', photos, nowMs });
  await api.register(async (scope) => {
    await scope.register(compress, { threshold: 2048 });
    await scope.register(sessionPlugin, { prefix: '/session', people, sessions, demoAccounts });
    await scope.register(personPlugin, { prefix: '/people', people, sessions, newId, setupToken });
    await scope.register(planPlugin, { prefix: '/plans', plans, nowMs });
    await scope.register(reviewPlugin, { prefix: '/plans', reviews, plans, remarks: trailStore, nowMs, newId });
    await scope.register(waitingPlugin, { prefix: '/reviews', waiting });
    await scope.register(learningPlugin, { prefix: '/lessons', learning });
    await scope.register(circuitPlugin, { prefix: '/circuits', circuits, nowMs });
    await scope.register(libraryPlugin, { prefix: '/library', library, nowMs });
    await scope.register(vehiclePlugin, { prefix: '/vehicles', vehicles, newId, nowMs });
    await scope.register(vehicleHistoryPlugin, { prefix: '/vehicles', vehicles, codes, jobs: jobStore });
    await scope.register(linePlugin, { prefix: '/lines', vehicles });
    await scope.register(jobPlugin, { prefix: '/jobs', jobs, nowMs, newId });
    await scope.register(codesPlugin, { prefix: '/jobs', jobs });
    await scope.register(choosingPlugin, { prefix: '/jobs', choosing });
    await scope.register(instrumentPlugin, { prefix: '/instruments', instruments });
    await scope.register(workshopPlugin, { prefix: '/workshop', workshop, photos });
    await scope.register(searchPlugin, { prefix: '/search', search });
  });
}
