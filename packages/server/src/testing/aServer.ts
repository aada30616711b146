import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { personHeader } from '@probe-trail/core/person';
import type { Plan } from '@probe-trail/core/plan';
import type { TrailEvent } from '@probe-trail/core/trail';
import type { FastifyInstance, InjectOptions } from 'fastify';
import { buildApp } from '../app.js';
import { openDatabase } from '../db/openDatabase.js';

/** A server on a temporary database, with somebody to ask as. */
export interface TestServer {
  readonly app: FastifyInstance;
  readonly folder: string;
  /** Sends a request as Ines and gives the status, the body and the etag. */
  readonly ask: (
    method: 'GET' | 'POST' | 'PUT',
    url: string,
    body?: object,
    headers?: Record<string, string>,
  ) => Promise<Answer>;
  /** The same server again on what is on the disk. */
  readonly restart: () => Promise<TestServer>;
  readonly stop: () => Promise<void>;
}

export interface Answer {
  readonly status: number;
  readonly body: Readonly<Record<string, unknown>> & { readonly detail?: string; readonly code?: string };
  readonly etag: string;
  readonly type: string;
}

export async function aServer(folder?: string): Promise<TestServer> {
  const dataFolder = folder ?? (await mkdtemp(join(tmpdir(), 'probe-trail-')));
  const database = await openDatabase(dataFolder);
  let ids = 0;
  const app = await buildApp({
    database,
    nowMs: () => 1000,
    newId: () => `person-${++ids}`,
    webFolder: '',
    logger: false,
  });
  const close = async () => {
    await app.close();
    database.client.close();
  };
  const ask = makeAsk(app);
  if (!folder) await ask('POST', '/api/people', { name: 'Ines Marrow', role: 'author' });
  return {
    app,
    folder: dataFolder,
    ask,
    restart: async () => {
      await close();
      return aServer(dataFolder);
    },
    stop: async () => {
      await close();
      await rm(dataFolder, { recursive: true });
    },
  };
}

const makeAsk =
  (app: FastifyInstance): TestServer['ask'] =>
  async (method, url, body, headers = {}) => {
    const request: InjectOptions = { method, url, headers: { [personHeader]: 'person-1', ...headers } };
    const response = await app.inject(body ? { ...request, payload: body } : request);
    return {
      status: response.statusCode,
      body: response.json(),
      etag: String(response.headers.etag ?? ''),
      type: String(response.headers['content-type']),
    };
  };

/** Two steps and two conclusions: enough to be released and walked. */
export const smallPlan = (more: Partial<Plan> = {}): Plan => ({
  format: 'probe-trail-plan',
  formatVersion: 1,
  id: 'cranking',
  title: 'Slow cranking after standing',
  summary: '',
  appliesTo: { lines: ['Loper 35'], engines: [], codes: [], complaints: [] },
  suspects: [
    { id: 'battery', name: 'Battery', kind: 'part', weight: 3, repair: 'Replace it.', afterRepair: '' },
    { id: 'cable', name: 'Ground cable', kind: 'ground', weight: 1, repair: 'Clean it.', afterRepair: '' },
  ],
  partCards: [],
  startStepId: 'rest',
  steps: [
    {
      id: 'rest',
      title: 'Battery at rest',
      proves: '',
      needs: [],
      hookUp: null,
      instruction: '',
      cautions: [],
      readings: [{ id: 'volts', name: 'Voltage', spec: { kind: 'band', unit: 'V', min: 12.2, max: null } }],
      outcomes: [
        {
          id: 'low',
          when: [{ readingId: 'volts', zoneIds: ['below'] }],
          meaning: '',
          clears: [],
          pointsTo: ['battery'],
          goTo: { kind: 'conclusion', conclusionId: 'battery' },
        },
        {
          id: 'good',
          when: [],
          meaning: '',
          clears: ['battery'],
          pointsTo: ['cable'],
          goTo: { kind: 'conclusion', conclusionId: 'cable' },
        },
      ],
      effort: { minutes: 2, access: 'inReach', tools: [] },
      partCardIds: [],
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
  const common = (index: number) => ({ id: `${prefix}${index}`, atMs: 1000 + index, by: 'Tobi Lunde' });
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
  await ask('POST', '/api/plans/cranking/draft/release', undefined, { 'if-match': etag });
}
