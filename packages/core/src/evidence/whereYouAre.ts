import { indexPlan } from '../plan/index.js';
import { formatReading } from '../reading/index.js';
import { standingWaymarks, type Trail, type Waymark } from '../trail/index.js';
import { lineUp } from './lineUp.js';

/** Two lines for whoever comes back to a trail, or takes it over. */
export interface WhereYouAre {
  readonly at: string;
  readonly known: string;
}

const namedClearings = 3;

/** Where a trail stands and what is known, in two lines. */
export const whereYouAre = (trail: Trail): WhereYouAre => ({
  at: sayPlace(trail),
  known: sayKnown(trail),
});

function sayPlace(trail: Trail): string {
  const { steps, conclusions } = indexPlan(trail.plan);
  const last = standingWaymarks(trail).at(-1);
  const after = last ? `after “${steps.get(last.stepId)?.title}” ${sayShown(last)}` : undefined;
  switch (trail.at.kind) {
    case 'step':
      return `You are at “${steps.get(trail.at.stepId)?.title}”, ${after ?? 'the first step'}.`;
    case 'between':
      return `You are to choose the next test, ${after ?? 'the first one'}.`;
    default:
      return `You have come to “${conclusions.get(trail.at.conclusionId)?.title}”, ${after ?? 'without a step'}.`;
  }
}

function sayShown({ taken, skippedBecause }: Waymark): string {
  if (skippedBecause !== undefined) return 'was skipped';
  const shown = taken.map(({ reading, verdict }) => (reading ? formatReading(reading) : verdict.zone.name));
  return shown.length > 0 ? `showed ${shown.join(', ')}` : 'was done';
}

function sayKnown(trail: Trail): string {
  const entries = lineUp(trail);
  const open = entries.filter(({ clearedBy }) => !clearedBy);
  const cleared = entries.filter(({ clearedBy }) => clearedBy).map(({ suspect }) => suspect.name);
  const left = `${open.length} of ${entries.length} suspects are left${open[0] ? `, the likeliest is ${open[0].suspect.name}` : ''}.`;
  if (cleared.length === 0) return left;
  const more = cleared.length - namedClearings;
  return `${left} Cleared: ${cleared.slice(0, namedClearings).join(', ')}${more > 0 ? ` and ${more} more` : ''}.`;
}
