import { createHash } from 'node:crypto';
import type { Circuit, CircuitInfo, KeptCircuit } from '@probe-trail/core/circuit';
import { and, asc, eq, getTableColumns, inArray } from 'drizzle-orm';
import type { Database } from '../db/openDatabase.js';
import type { Stamp } from '../plan/store.js';
import { circuitTable as table } from './table.js';

export type CircuitStore = ReturnType<typeof makeCircuitStore>;

const mostCircuits = 1000;

const { circuit: _, ...infoColumns } = getTableColumns(table);

const etagOf = (circuit: Circuit): string =>
  createHash('sha256').update(JSON.stringify(circuit)).digest('base64url').slice(0, 22);

export const makeCircuitStore = ({ orm }: Database) => ({
  /** The circuits by name. */
  circuits: (): Promise<CircuitInfo[]> =>
    orm.select(infoColumns).from(table).orderBy(asc(table.name), asc(table.circuitId)).limit(mostCircuits),

  circuit: async (circuitId: string): Promise<KeptCircuit | undefined> => {
    const [row] = await orm.select().from(table).where(eq(table.circuitId, circuitId));
    return row;
  },

  /**
   * Keeps a circuit: a new one, or one over that which was seen.
   * @param seen its etag; `undefined` for a circuit that should be new
   * @returns whether it was that one; saving the same twice is harmless
   */
  keep: async (circuit: Circuit, seen: string | undefined, { by, atMs }: Stamp): Promise<boolean> => {
    const { id: circuitId, name, lines, components, wires } = circuit;
    const change = {
      ...{ name, lines, circuit, etag: etagOf(circuit), savedAtMs: atMs, savedBy: by },
      ...{ componentCount: components.length, wireCount: wires.length },
    };
    const done =
      seen === undefined
        ? await orm
            .insert(table)
            .values({ circuitId, ...change })
            .onConflictDoNothing()
        : await orm
            .update(table)
            .set(change)
            .where(and(eq(table.circuitId, circuitId), inArray(table.etag, [seen, change.etag])));
    return done.rowsAffected === 1;
  },

  remove: async (circuitId: string): Promise<void> => {
    await orm.delete(table).where(eq(table.circuitId, circuitId));
  },
});
