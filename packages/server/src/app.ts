import Fastify, { type FastifyInstance, type FastifyServerOptions } from 'fastify';
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
import { headersPlugin, webPlugin } from './web/index.js';

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

export function makeServices(database: Database): Services {
  const plans = makePlanService(makePlanStore(database));
  return { people: makePersonStore(database), plans, trails: makeTrailService(makeTrailStore(database), plans) };
}

/** The whole server, ready to listen or to be tested by `inject`. */
export async function buildApp(
  { database, nowMs, newId, webFolder, logger }: AppOptions,
  services: Services = makeServices(database),
): Promise<FastifyInstance> {
  const app = Fastify({ logger: logger ?? false, bodyLimit, forceCloseConnections: 'idle' });
  const { people, plans, trails } = services;
  app.setValidatorCompiler<Schema>(yupValidator);
  await app.register(problemPlugin);
  await app.register(headersPlugin);
  await app.register(openapiPlugin);
  app.get('/api/health', () => ({ name: 'probe-trail', ok: true }));
  await app.register(personPlugin, { prefix: '/api/people', people, newId });
  await app.register(planPlugin, { prefix: '/api/plans', plans, people, nowMs });
  await app.register(trailPlugin, { prefix: '/api/trails', trails, people });
  await app.register(webPlugin, { folder: webFolder });
  return app;
}
