import type { CodeSheet } from '../codes/index.js';
import { applyJobEvent, reduceJob } from './applyJobEvent.js';
import type { Job } from './job.js';
import type { JobLog } from './jobApi.js';
import type { JobEvent } from './jobEvent.js';
import type { OwnEntries } from './ownEntries.js';

/** A job as a device shows it. */
export interface LocalJob {
  readonly job: Job;
  readonly events: readonly JobEvent[];
  readonly sheets: readonly CodeSheet[];
}

/**
 * A job from what the server has and what this device recorded: that stands behind what the server has, and what does not fit there any
 * more is left out, as the server will refuse it.
 * @throws Error when the server's own log does not fit together
 */
export function openJob(log: Pick<JobLog, 'events' | 'sheets'>, own: OwnEntries): LocalJob {
  const stored = reduceJob(log.events);
  if (!stored.ok) throw new Error(`the log of the job is broken at event ${stored.problem.eventId}`);
  const known = new Set(log.events.map(({ id }) => id));
  let job = stored.value;
  const fresh: JobEvent[] = [];
  for (const event of own.events.filter(({ id }) => !known.has(id))) {
    const next = applyJobEvent(job, event);
    if (!next.ok) continue;
    job = next.value;
    fresh.push(event);
  }
  const kept = new Set(log.sheets.map(({ sheetId }) => sheetId));
  const told = new Set(fresh.flatMap((event) => (event.kind === 'sheetKept' ? [event.sheetId] : [])));
  const ownSheets = own.sheets.filter(({ sheetId }) => !kept.has(sheetId) && told.has(sheetId));
  return { job, events: [...log.events, ...fresh], sheets: [...log.sheets, ...ownSheets] };
}
