import compress from '@fastify/compress';
import Fastify, { type FastifyInstance, type FastifyServerOptions, LogController } from 'fastify';
import type { Schema } from 'yup';
import type { Database } from './db/openDatabase.js';
import { openapiPlugin } from './openapi/index.js';
import { personPlugin } from './person/index.js';
import { makePersonStore, type PersonStore } from './person/store.js';
import { planPlugin } from './plan/index.js';
import { makePlanService, type PlanService } from './plan/service.js';
import { makePlanStore } from './plan/store.js';
import { problemPlugin } from './problem/index.js';
import { yupValidator } from './problem/yupValidator.js';
import { trailPlugin } from './trail/index.js';
import { makeTrailService, type TrailService } from './trail/service.js';
import { makeTrailStore } from './trail/store.js';
import { apiHeadersPlugin, webPlugin } from './web/index.js';

export interface AppOptions {
  readonly database: Database;
  readonly nowMs: () => number;
  readonly newId: () => string;
  /** Folder of the built interface; the API works without it. */
  readonly webFolder: string;
  readonly logger: FastifyServerOptions['logger'];
}

export interface Services {
  readonly people: PersonStore;
  readonly plans: PlanService;
  readonly trails: TrailService;
}

// A plan of 1000 steps is below 1 MB; nothing that people write comes near this.
const bodyLimit = 2 * 1024 * 1024;

const slowMs = 300;

export function makeServices(database: Database): Services {
  const plans = makePlanService(makePlanStore(database));
  return { people: makePersonStore(database), plans, trails: makeTrailService(makeTrailStore(database), plans) };
}

/** The whole server, ready to listen or to be tested by `inject`. */
export async function buildApp(
  { database, nowMs, newId, webFolder, logger }: AppOptions,
  services: Services = makeServices(database),
): Promise<FastifyInstance> {
  const app = Fastify({
    logger: logger ?? false,
    bodyLimit,
    forceCloseConnections: 'idle',
    logController: new LogController({ disableRequestLogging: true }),
  });
  // One line a request, when it is answered; those that went well and fast only where somebody asks for them.
  app.addHook('onResponse', async ({ log, method, url }, { statusCode, elapsedTime }) => {
    const isOrdinary = statusCode < 400 && elapsedTime < slowMs;
    log[isOrdinary ? 'debug' : 'info']({ method, url, statusCode, elapsedMs: Math.round(elapsedTime) }, 'answered');
  });
  const { people, plans, trails } = services;
  app.setValidatorCompiler<Schema>(yupValidator);
  await app.register(problemPlugin);
  await app.register(apiHeadersPlugin);
  await app.register(openapiPlugin);
  app.get('/api/health', () => ({ name: 'probe-trail', ok: true }));
  // Appends are many and their answers short: nothing stands around them that they do not need.
  await app.register(trailPlugin, { prefix: '/api/trails', trails, people });
  await app.register(async (scope) => {
    await scope.register(compress, { threshold: 2048 });
    await scope.register(personPlugin, { prefix: '/api/people', people, newId });
    await scope.register(planPlugin, { prefix: '/api/plans', plans, people, nowMs });
    await scope.register(webPlugin, { folder: webFolder });
  });
  return app;
}
