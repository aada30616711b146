import { byUrgency, isOpenFinding, type SideFinding, type VehicleFinding } from '../sideFinding/index.js';
import { cutText } from '../text/index.js';
import type { JobEvent, JobEventOf } from './jobEvent.js';

/** The kinds of entries that `vehicleFindings` goes by. */
export const findingKinds = ['sideFound', 'noted', 'sideAnswered', 'sideDone'] as const;

/** What an entry says was noticed; before there were urgencies it was a note. */
export function findingIn(event: JobEvent): SideFinding | undefined {
  if (event.kind === 'sideFound') return event.finding;
  return event.kind === 'noted' && event.isSideFinding ? findingOfNote(event) : undefined;
}

const findingOfNote = ({ text }: JobEventOf<'noted'>): SideFinding => ({
  what: cutText(text, 500),
  urgency: 'soon',
  reading: '',
  minutes: null,
  photoIds: [],
});

/**
 * What else was noticed on a vehicle, out of the logs of its jobs: first what is open, the most urgent first; then the newest.
 * @param entries standing entries of its jobs, in their order within each job; the jobs in the order in which they began
 */
export function vehicleFindings(
  entries: readonly { readonly jobId: string; readonly event: JobEvent }[],
): readonly VehicleFinding[] {
  const findings = new Map<string, VehicleFinding>();
  for (const { jobId, event } of entries) {
    const finding = findingIn(event);
    if (!finding) continue;
    const { id: findingId, atMs, by } = event;
    findings.set(keyOf(jobId, findingId), { jobId, findingId, finding, atMs, by, answer: null, doneOn: null });
  }
  const change = (key: string, fields: Partial<VehicleFinding>) => {
    const known = findings.get(key);
    if (known) findings.set(key, { ...known, ...fields });
  };
  for (const { jobId, event } of entries) {
    if (event.kind === 'sideAnswered') {
      const { answer, saidBy, atMs, by } = event;
      change(keyOf(event.jobId, event.findingId), { answer: { answer, saidBy, atMs, by } });
    }
    if (event.kind === 'sideDone') change(keyOf(event.jobId, event.findingId), { doneOn: jobId });
  }
  return [...findings.values()].sort(
    (a, b) =>
      Number(isOpenFinding(b)) - Number(isOpenFinding(a)) || (isOpenFinding(a) ? byUrgency(a, b) : b.atMs - a.atMs),
  );
}

const keyOf = (jobId: string, findingId: string): string => `${jobId} ${findingId}`;
