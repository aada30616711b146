import type { Circuit } from '@probe-trail/core/circuit';
import { index, integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a circuit. */
export const circuitTable = sqliteTable(
  'circuit',
  {
    circuitId: text('circuit_id').primaryKey(),
    name: text().notNull(),
    lines: text({ mode: 'json' }).$type<readonly string[]>().notNull(),
    componentCount: integer('component_count').notNull(),
    wireCount: integer('wire_count').notNull(),
    etag: text().notNull(),
    savedAtMs: integer('saved_at_ms').notNull(),
    savedBy: text('saved_by').notNull(),
    circuit: text({ mode: 'json' }).$type<Circuit>().notNull(),
  },
  (circuit) => [index('circuit_by_name').on(circuit.name, circuit.circuitId)],
);
