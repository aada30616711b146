import { type JobEvent, reduceJob } from '@probe-trail/core/job';
import { proofOf, sayProof } from '@probe-trail/core/proof';
import type { CodeStore } from '../codes/store.js';
import { AppError } from '../problem/index.js';
import type { TrailService } from '../trail/service.js';
import type { TrailStore } from '../trail/store.js';

/** The trails of jobs, as they stand. */
export type WalkedTrails = Pick<TrailStore, 'ofJob'> & Pick<TrailService, 'stateOf'>;

interface Stores {
  readonly codes: Pick<CodeStore, 'ofJob'>;
  readonly trails: WalkedTrails;
}

/**
 * A proof is computed, never claimed: what a device says it came to must be what comes of all that is stored.
 * @param fresh entries that are to be stored, in their order
 * @throws AppError where one of them closes a proof otherwise
 */
export async function proofMustHold(
  stores: Stores,
  jobId: string,
  stored: readonly JobEvent[],
  fresh: readonly JobEvent[],
): Promise<void> {
  for (const [at, event] of fresh.entries()) {
    if (event.kind !== 'proofTaken') continue;
    const proof = await proofAfter(stores, jobId, [...stored, ...fresh.slice(0, at)]);
    if (proof?.verdict === event.verdict) continue;
    const computed = proof ? sayProof(proof) : 'Nothing was repaired on this job, and nothing ruled out.';
    throw new AppError('PROOF_DIFFERS', `${computed} Look at the proof again. Nothing was saved.`);
  }
}

async function proofAfter({ codes, trails }: Stores, jobId: string, events: readonly JobEvent[]) {
  const job = reduceJob(events);
  if (!job.ok) throw new Error(`the log of job ${jobId} is broken at event ${job.problem.eventId}`);
  const [sheets, lines] = await Promise.all([codes.ofJob(jobId), trails.ofJob(jobId)]);
  const walked = await Promise.all(lines.map(async ({ trailId }) => [trailId, await trails.stateOf(trailId)] as const));
  return proofOf({ job: job.value, events, sheets, trails: new Map(walked) });
}
