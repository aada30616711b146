import { join } from 'node:path';
import Fastify from 'fastify';
import { openDatabase } from '../../packages/server/dist/db/openDatabase.js';
import { makeAppendQueue } from '../../packages/server/dist/trail/appendQueue.js';
import { makeTrailStore } from '../../packages/server/dist/trail/store.js';

// A bare Fastify route that parses the same body and makes the same inserts in the same group commit: what is left of an append
// without sessions, schemas, the fold and everything else that makes it safe.
const [folder, port] = process.argv.slice(2);
const database = await openDatabase(join(folder, 'bare'));
const queue = makeAppendQueue(makeTrailStore(database));
const places = new Map();
const app = Fastify();
app.post('/api/trails/:trailId/events', async ({ params: { trailId }, body: { events } }) => {
  const from = places.get(trailId) ?? 0;
  places.set(trailId, from + events.length);
  const rows = events.map((event, at) => ({ trailId, seq: from + at, eventId: event.id, event }));
  const { atMs, by } = events[0];
  const line = {
    trailId,
    jobId: null,
    planId: 'radiator-fan',
    planVersion: 1,
    planTitle: 'Radiator fan never runs',
    fleetNumber: 'FG-07',
  };
  await queue.add({
    rows,
    line: {
      ...line,
      complaint: '',
      openedAtMs: 0,
      openedBy: by,
      lastEventAtMs: atMs,
      concludedWith: null,
      atStep: 'Look',
    },
    remarks: [],
    log: { isLost: false },
  });
  return { eventCount: from + events.length };
});
await app.listen({ port: Number(port), host: '127.0.0.1' });
console.log('open');
