import type { TrailEvent } from '@probe-trail/core/trail';
import type { TestServer } from './aServer.js';

type Line = Readonly<Record<string, unknown>>;

/** What the tests of trails ask a server, whichever it is then. */
export const askTrails = (server: () => TestServer) => ({
  append: (events: readonly object[], trailId = 't1') =>
    server().ask('POST', `/api/trails/${trailId}/events`, { events }),
  log: async (trailId = 't1') =>
    (await server().ask('GET', `/api/trails/${trailId}`)).body.events as readonly TrailEvent[],
  lines: async () => (await server().ask('GET', '/api/trails')).body as unknown as readonly Line[],
});
