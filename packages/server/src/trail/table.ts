import { indexPlan } from '@probe-trail/core/plan';
import {
  placeOfTrail,
  type RemarkKind,
  type Trail,
  type TrailEvent,
  type TrailListItem,
} from '@probe-trail/core/trail';
import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** One row a trail: what the list of trails shows, kept up with every append. */
export const trailTable = sqliteTable(
  'trail',
  {
    trailId: text('trail_id').primaryKey(),
    jobId: text('job_id'),
    planId: text('plan_id'),
    planVersion: integer('plan_version'),
    planTitle: text('plan_title').notNull(),
    fleetNumber: text('fleet_number').notNull(),
    complaint: text().notNull(),
    openedAtMs: integer('opened_at_ms').notNull(),
    openedBy: text('opened_by').notNull(),
    lastEventAtMs: integer('last_event_at_ms').notNull(),
    concludedWith: text('concluded_with'),
    atStep: text('at_step'),
  },
  (trail) => [
    index('trail_by_last_event').on(trail.lastEventAtMs),
    index('trail_by_job').on(trail.jobId, trail.openedAtMs),
  ],
);

/** The log: appended to, never changed. */
export const trailEventTable = sqliteTable(
  'trail_event',
  {
    trailId: text('trail_id').notNull(),
    seq: integer().notNull(),
    eventId: text('event_id').notNull(),
    event: text({ mode: 'json' }).$type<TrailEvent>().notNull(),
  },
  (event) => [primaryKey({ columns: [event.trailId, event.seq] })],
);

/** What technicians told the author of a plan, to be read by the plan; the trail's log has it too. */
export const remarkTable = sqliteTable(
  'remark',
  {
    eventId: text('event_id').primaryKey(),
    trailId: text('trail_id').notNull(),
    planId: text('plan_id').notNull(),
    planVersion: integer('plan_version').notNull(),
    stepId: text('step_id').notNull(),
    about: text().$type<RemarkKind>().notNull(),
    text: text().notNull(),
    atMs: integer('at_ms').notNull(),
    by: text().notNull(),
  },
  (remark) => [index('remark_by_plan').on(remark.planId, remark.atMs)],
);

export type RemarkRow = typeof remarkTable.$inferInsert;

/** The remarks among events that are appended; an open trail has no author to tell. */
export const remarksIn = (
  trailId: string,
  { planId, planVersion }: Trail,
  events: readonly TrailEvent[],
): RemarkRow[] =>
  events.flatMap((event) => {
    if (event.kind !== 'remarkMade' || planId === null || planVersion === null) return [];
    const { id: eventId, stepId, about, text, atMs, by } = event;
    return [{ eventId, trailId, planId, planVersion, stepId, about, text, atMs, by }];
  });

export type EventRow = typeof trailEventTable.$inferInsert;

/** The line in the list of trails for a state. */
export function toTrailRow(trailId: string, trail: Trail): TrailListItem {
  const { steps, conclusions } = indexPlan(trail.plan);
  const at = placeOfTrail(trail);
  const { plan, jobId, planId, planVersion, complaint, openedAtMs, openedBy, lastEventAtMs } = trail;
  const sayPlace = (): string | null => {
    if (at.kind === 'step') return steps.get(at.stepId)?.title ?? at.stepId;
    return at.kind === 'between' ? 'the choice of the next test' : null;
  };
  return {
    trailId,
    jobId,
    planId,
    planVersion,
    planTitle: plan.title,
    fleetNumber: trail.vehicle.fleetNumber,
    complaint,
    openedAtMs,
    openedBy,
    lastEventAtMs,
    concludedWith: at.kind === 'concluded' ? (conclusions.get(at.conclusionId)?.title ?? at.conclusionId) : null,
    atStep: sayPlace(),
  };
}
