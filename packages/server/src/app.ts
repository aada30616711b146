import type { RequestListener } from 'node:http';
import { createServer } from 'node:https';
import { join } from 'node:path';
import compress from '@fastify/compress';
import type { DemoAccount } from '@probe-trail/core/person';
import Fastify, { type FastifyInstance, type FastifyServerOptions, LogController } from 'fastify';
import type { Schema } from 'yup';
import { makeChoosingService } from './choosing/service.js';
import { makeChoosingStore } from './choosing/store.js';
import { makeCodeStore } from './codes/store.js';
import type { Database } from './db/openDatabase.js';
import { instrumentPlugin } from './instrument/index.js';
import { makeInstrumentStore } from './instrument/store.js';
import { jobPlugin } from './job/index.js';
import { makeJobService } from './job/service.js';
import { makeJobStore } from './job/store.js';
import { libraryPlugin } from './library/index.js';
import { makeLibraryStore } from './library/store.js';
import { openapiPlugin } from './openapi/index.js';
import { guardPlugin, personPlugin, sessionPlugin } from './person/index.js';
import { makeSessionStore } from './person/sessions.js';
import { makePersonStore } from './person/store.js';
import { photoPlugin } from './photo/index.js';
import { makePhotoStore } from './photo/store.js';
import { planPlugin } from './plan/index.js';
import { makePlanService } from './plan/service.js';
import { makePlanStore } from './plan/store.js';
import { problemPlugin } from './problem/index.js';
import { yupValidator } from './problem/yupValidator.js';
import { reviewPlugin } from './review/index.js';
import { makeReviewStore } from './review/store.js';
import { searchPlugin } from './search/index.js';
import { makeSearchStore } from './search/store.js';
import { trailPlugin } from './trail/index.js';
import { makeTrailService } from './trail/service.js';
import { makeTrailStore } from './trail/store.js';
import { linePlugin, vehiclePlugin } from './vehicle/index.js';
import { makeVehicleStore } from './vehicle/store.js';
import { interfacePlugin } from './vehicleInterface/index.js';
import { makeSimulatedInterface } from './vehicleInterface/simulatedInterface.js';
import type { VehicleInterface } from './vehicleInterface/vehicleInterface.js';
import { apiHeadersPlugin, webPlugin } from './web/index.js';

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
  readonly logger: FastifyServerOptions['logger'];
  /** With it the server speaks HTTPS: browsers install the interface, and keep it, only from there or from localhost. */
  readonly tls?: { readonly cert: Buffer; readonly key: Buffer };
}

export type Services = ReturnType<typeof makeServices>;

// A plan of 1000 steps is below 1 MB; nothing that people write comes near this.
const bodyLimit = 2 * 1024 * 1024;

const slowMs = 300;

/** Stores and services on one database and data folder. */
export function makeServices(database: Database, dataFolder: string, nowMs: () => number) {
  const [codes, trailStore] = [makeCodeStore(database), makeTrailStore(database)];
  const [vehicles, jobStore] = [makeVehicleStore(database), makeJobStore(database)];
  const plans = makePlanService(makePlanStore(database));
  const jobs = makeJobService({ jobs: jobStore, codes, trails: trailStore, vehicles });
  const choosingStore = makeChoosingStore(database, trailStore);
  return {
    people: makePersonStore(database),
    sessions: makeSessionStore(database, nowMs),
    plans,
    trails: makeTrailService(trailStore, plans),
    vehicles,
    codes,
    trailStore,
    jobStore,
    jobs,
    choosingStore,
    choosing: makeChoosingService({ jobs, codes, vehicles, store: choosingStore }),
    photos: makePhotoStore(database, join(dataFolder, 'photos')),
    search: makeSearchStore(database),
    instruments: makeInstrumentStore(database),
    reviews: makeReviewStore(database),
    library: makeLibraryStore(database),
  };
}

/** The whole server, ready to listen or to be tested by `inject`. */
export async function buildApp(options: AppOptions, services: Services): Promise<FastifyInstance> {
  const { nowMs, newId, webFolder, sessionSecret, demoAccounts = [], logger, tls } = options;
  const { vehicleInterface = makeSimulatedInterface([]) } = options;
  const { people, sessions, plans, trails, vehicles, codes, trailStore, jobStore, jobs, choosing, photos, search } =
    services;
  const { instruments, reviews, library } = services;
  const app = Fastify({
    logger: logger ?? false,
    bodyLimit,
    forceCloseConnections: 'idle',
    logController: new LogController({ disableRequestLogging: true }),
    ...(tls ? { serverFactory: (handler: RequestListener) => createServer(tls, handler) } : {}),
  });
  // One line a request, when it is answered; those that went well and fast only where somebody asks for them.
  app.addHook('onResponse', async ({ log, method, url }, { statusCode, elapsedTime }) => {
    const isOrdinary = statusCode < 400 && elapsedTime < slowMs;
    log[isOrdinary ? 'debug' : 'info']({ method, url, statusCode, elapsedMs: Math.round(elapsedTime) }, 'answered');
  });
  app.setValidatorCompiler<Schema>(yupValidator);
  await app.register(problemPlugin);
  await app.register(apiHeadersPlugin);
  await app.register(openapiPlugin);
  await app.register(guardPlugin, { people, sessions, sessionSecret });
  app.get('/api/health', { config: { needs: 'nobody' } }, () => ({ name: 'probe-trail', ok: true }));
  // Appends are many and their answers short, and a reading is sent line by line: nothing stands around them that would wait.
  await app.register(trailPlugin, { prefix: '/api/trails', trails });
  await app.register(interfacePlugin, { prefix: '/api/jobs', jobs, vehicles, vehicleInterface, nowMs });
  await app.register(photoPlugin, { prefix: '/api/photos', photos, nowMs });
  await app.register(async (scope) => {
    await scope.register(compress, { threshold: 2048 });
    await scope.register(sessionPlugin, { prefix: '/api/session', people, sessions, demoAccounts });
    await scope.register(personPlugin, { prefix: '/api/people', people, sessions, newId });
    await scope.register(planPlugin, { prefix: '/api/plans', plans, nowMs });
    await scope.register(reviewPlugin, { prefix: '/api/plans', reviews, plans, remarks: trailStore, nowMs, newId });
    await scope.register(libraryPlugin, { prefix: '/api/library', library, nowMs });
    await scope.register(vehiclePlugin, {
      prefix: '/api/vehicles',
      vehicles,
      codes,
      jobs: jobStore,
      trails: trailStore,
      newId,
      nowMs,
    });
    await scope.register(linePlugin, { prefix: '/api/lines', vehicles });
    await scope.register(jobPlugin, { prefix: '/api/jobs', jobs, choosing });
    await scope.register(instrumentPlugin, { prefix: '/api/instruments', instruments });
    await scope.register(searchPlugin, { prefix: '/api/search', search });
    await scope.register(webPlugin, { folder: webFolder });
  });
  return app;
}
