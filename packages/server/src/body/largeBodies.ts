import { circuitToKeepSchema } from '@probe-trail/core/circuit';
import { sentSheetSchema } from '@probe-trail/core/codes';
import { appendJobEventsSchema } from '@probe-trail/core/job';
import { cardToKeepSchema } from '@probe-trail/core/library';
import { type NewPlan, newPlanSchema } from '@probe-trail/core/plan';
import { appendEventsSchema } from '@probe-trail/core/trail';
import { lineSchema } from '@probe-trail/core/vehicle';
import type { Lazy, Schema } from 'yup';
import { toPlanRows } from '../plan/planRows.js';

const [kilobyte, megabyte] = [1024, 1024 * 1024];

/** What a route that is not on the list below takes at most: checking it takes a few milliseconds. */
export const smallBody = 32 * kilobyte;

interface LargeBody {
  readonly schema: Schema | Lazy<unknown>;
  readonly most: number;
  /** What the route gets instead of the data, where making it takes long too. */
  readonly prepare?: (data: never) => unknown;
}

/**
 * Bodies that may be larger, by the name that a route gives in `config.body`. They are read and checked in another thread,
 * so that nobody waits for somebody else's plan.
 */
export const largeBodies = {
  plan: { schema: newPlanSchema, most: 4 * megabyte, prepare: ({ document }: NewPlan) => toPlanRows(document) },
  trailEvents: { schema: appendEventsSchema, most: megabyte },
  jobEvents: { schema: appendJobEventsSchema, most: 512 * kilobyte },
  sheet: { schema: sentSheetSchema, most: megabyte },
  circuit: { schema: circuitToKeepSchema, most: 4 * megabyte },
  card: { schema: cardToKeepSchema, most: 512 * kilobyte },
  line: { schema: lineSchema, most: megabyte },
} as const satisfies Record<string, LargeBody>;

export type LargeBodyName = keyof typeof largeBodies;
