import type { FastifySessionObject } from '@fastify/session';
import { eq, lt } from 'drizzle-orm';
import type { Session } from 'fastify';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/openDatabase.js';
import { sessionTable } from './table.js';

declare module 'fastify' {
  interface Session {
    personId?: string;
  }
}

/** How long a browser stays signed in without being used. */
export const sessionMs = 30 * 24 * 3_600_000;

type Done = (error?: unknown) => void;
type Found = (error: unknown, session?: Session | null) => void;

export type SessionStore = ReturnType<typeof makeSessionStore>;

/** Sessions in the database, as the session plugin wants its store. */
export function makeSessionStore({ orm }: Database, nowMs: () => number) {
  // Every request asks for its session; a session that ends here is dropped at once, elsewhere within seconds.
  const known = new LRUCache<string, string>({ max: 2000, ttl: 5000 });

  const save = async (sessionId: string, session: FastifySessionObject | Session): Promise<void> => {
    const data = JSON.stringify(session);
    const row = { personId: session.personId ?? null, data: JSON.parse(data), expiresAtMs: nowMs() + sessionMs };
    await orm
      .insert(sessionTable)
      .values({ sessionId, ...row })
      .onConflictDoUpdate({ target: sessionTable.sessionId, set: row });
    known.set(sessionId, data);
  };

  const load = async (sessionId: string): Promise<Session | null> => {
    const remembered = known.get(sessionId);
    if (remembered) return JSON.parse(remembered);
    const [row] = await orm.select().from(sessionTable).where(eq(sessionTable.sessionId, sessionId));
    if (!row || row.expiresAtMs < nowMs()) return null;
    known.set(sessionId, JSON.stringify(row.data));
    return row.data as Session;
  };

  const end = async (sessionId: string): Promise<void> => {
    known.delete(sessionId);
    await orm.delete(sessionTable).where(eq(sessionTable.sessionId, sessionId));
  };

  return {
    set: (sessionId: string, session: Session, done: Done) => void save(sessionId, session).then(() => done(), done),
    get: (sessionId: string, done: Found) => void load(sessionId).then((session) => done(null, session), done),
    destroy: (sessionId: string, done: Done) => void end(sessionId).then(() => done(), done),

    /** Signs a person out at every browser. */
    endAllOf: async (personId: string): Promise<void> => {
      const ended = await orm
        .delete(sessionTable)
        .where(eq(sessionTable.personId, personId))
        .returning({ sessionId: sessionTable.sessionId });
      for (const { sessionId } of ended) known.delete(sessionId);
    },

    forgetExpired: async (): Promise<void> => {
      await orm.delete(sessionTable).where(lt(sessionTable.expiresAtMs, nowMs()));
    },
  };
}
