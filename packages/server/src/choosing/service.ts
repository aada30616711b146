import { matchBulletins, type PlanChoice, rankPlans, wordsAlike, wordsOf } from '@probe-trail/core/choosing';
import { type CodeSheet, type FaultCode, formatFaultCode, isSeen } from '@probe-trail/core/codes';
import { isMadeByUs, type Job } from '@probe-trail/core/job';
import type { CodeStore } from '../codes/store.js';
import type { JobService } from '../job/service.js';
import type { VehicleStore } from '../vehicle/store.js';
import type { ChoosingStore } from './store.js';

export type ChoosingService = ReturnType<typeof makeChoosingService>;

interface Sources {
  readonly jobs: Pick<JobService, 'jobOr404'>;
  readonly codes: Pick<CodeStore, 'ofJob'>;
  readonly vehicles: Pick<VehicleStore, 'find' | 'line'>;
  readonly store: ChoosingStore;
}

/** Which plans and bulletins fit a job: gathered here, ranked by the core. */
export const makeChoosingService = ({ jobs, codes, vehicles, store }: Sources) => ({
  /** @param chosen texts of the codes to ask with; `undefined`: all that count */
  forJob: async (jobId: string, chosen: readonly string[] | undefined): Promise<PlanChoice> => {
    const job = await jobs.jobOr404(jobId);
    const [vehicle, sheets] = await Promise.all([vehicles.find(job.vehicleId), codes.ofJob(jobId)]);
    const line = vehicle && (await vehicles.line(vehicle.lineId));
    const counting = codesThatCount(job, sheets);
    const request = {
      codes: chosen ? counting.filter((code) => chosen.includes(formatFaultCode(code))) : counting,
      complaint: [job.arrival.complaint, ...job.arrival.lamps, job.complaintCheck?.seen ?? ''].join('\n'),
      line: line?.name ?? '',
      engine: vehicle?.engine ?? '',
    };
    const words = [...new Set([...wordsOf(request.complaint)].flatMap(wordsAlike))];
    const [plansWithWord, bulletins] = await Promise.all([store.plansWithWord(words), store.bulletins()]);
    const telling = words.filter((word) => (plansWithWord.get(word) ?? 0) <= store.mostPlansOfAWord);
    const ids = await store.plansThatSpeakOf(
      request.codes.map(({ code }) => code),
      telling,
    );
    return {
      request,
      codes: counting,
      plans: rankPlans(await store.candidates(ids), request, plansWithWord),
      bulletins: matchBulletins(bulletins, { ...request, modelYear: vehicle?.modelYear ?? null }),
    };
  },
});

/** The codes of all sheets of the visit, each once, without those that we made: what was cleared is still a clue. */
function codesThatCount(job: Job, sheets: readonly CodeSheet[]): readonly FaultCode[] {
  const counting = sheets.flatMap(({ codes }) => codes).filter((code) => isSeen(code.status) && !isMadeByUs(job, code));
  const byText = counting.map(({ code, failureType }) => [`${code}-${failureType}`, { code, failureType }] as const);
  return [...new Map(byText).values()];
}
