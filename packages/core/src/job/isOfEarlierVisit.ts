import type { Job } from './job.js';

/**
 * Whether something was recorded on an earlier visit of the same vehicle, before it came for this one: who looks at a visit of last year is not
 * told of what was left over since.
 * @param jobId of this visit
 */
export const isOfEarlierVisit = (
  { takenInAtMs }: Pick<Job, 'takenInAtMs'>,
  jobId: string,
  recorded: { readonly jobId: string; readonly atMs: number },
): boolean => recorded.jobId !== jobId && recorded.atMs < takenInAtMs;
