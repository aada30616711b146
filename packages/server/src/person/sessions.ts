import { createHash, randomBytes } from 'node:crypto';
import { eq, lt } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/openDatabase.js';
import { sessionTable } from './table.js';

/** How long a browser stays signed in. */
export const sessionMs = 30 * 24 * 3_600_000;

/** A session that ended, or all of a person. */
export type EndedSession = { readonly token: string } | { readonly personId: string };

export type SessionStore = ReturnType<typeof makeSessionStore>;

/** Sessions in the database: a random token for each browser, of which only the hash is stored. */
export function makeSessionStore({ orm }: Database, nowMs: () => number) {
  // Every request asks for its session; one that ends here is dropped at once, elsewhere within seconds.
  const known = new LRUCache<string, string>({ max: 2000, ttl: 5000 });
  const hearers = new Set<(ended: EndedSession) => void>();
  const tell = (ended: EndedSession) => {
    for (const hear of hearers) hear(ended);
  };

  return {
    /** Signs a person in. @returns the token for the cookie */
    begin: async (personId: string): Promise<string> => {
      const token = randomBytes(32).toString('base64url');
      await orm.insert(sessionTable).values({ tokenHash: hashOf(token), personId, expiresAtMs: nowMs() + sessionMs });
      return token;
    },

    /** Who is signed in with that token. */
    personIdOf: async (token: string): Promise<string | undefined> => {
      const remembered = known.get(token);
      if (remembered !== undefined) return remembered;
      const [row] = await orm
        .select()
        .from(sessionTable)
        .where(eq(sessionTable.tokenHash, hashOf(token)));
      if (!row || row.expiresAtMs < nowMs()) return undefined;
      known.set(token, row.personId);
      return row.personId;
    },

    end: async (token: string): Promise<void> => {
      known.delete(token);
      await orm.delete(sessionTable).where(eq(sessionTable.tokenHash, hashOf(token)));
      tell({ token });
    },

    /** Signs a person out at every browser. */
    endAllOf: async (personId: string): Promise<void> => {
      await orm.delete(sessionTable).where(eq(sessionTable.personId, personId));
      for (const [token, remembered] of known.entries()) if (remembered === personId) known.delete(token);
      tell({ personId });
    },

    /** Calls `hear` with every session that ends from now on. @returns stops it */
    onEnd: (hear: (ended: EndedSession) => void): (() => void) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },

    forgetExpired: async (): Promise<void> => {
      await orm.delete(sessionTable).where(lt(sessionTable.expiresAtMs, nowMs()));
    },
  };
}

const hashOf = (token: string): string => createHash('sha256').update(token).digest('base64url');
