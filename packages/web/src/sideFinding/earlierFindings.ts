import { isOfEarlierVisit } from '@probe-trail/core/job';
import { isOpenFinding, type VehicleFinding } from '@probe-trail/core/sideFinding';
import type { OpenJob } from '../job/useJob';

/** Whether a finding, of this visit or an earlier one, was seen to on this visit. */
export const isDoneHere = ({ job }: OpenJob, findingId: string): boolean =>
  job.sideDone.some((done) => done.findingId === findingId);

/** What was open when the vehicle came, with what was said and done about it on this visit. */
export function earlierFindings(open: OpenJob): readonly VehicleFinding[] {
  const { job, jobId, sideFindings } = open;
  return sideFindings
    .filter((one) => isOfEarlierVisit(job, jobId, one) && (isOpenFinding(one) || isOfThisVisit(open, one)))
    .map((one) => {
      const said = job.sideAnswers.findLast(({ findingId }) => findingId === one.findingId);
      return { ...one, answer: said ?? one.answer, doneOn: isDoneHere(open, one.findingId) ? jobId : one.doneOn };
    });
}

/** The server knows by now what was said or done here: it stays in sight on this visit. */
const isOfThisVisit = ({ job, jobId }: OpenJob, { findingId, doneOn }: VehicleFinding): boolean =>
  doneOn === jobId || job.sideAnswers.some((said) => said.findingId === findingId);

/** Of those, what nobody has asked the customer about on this visit. */
export const toOfferAgain = (open: OpenJob): readonly VehicleFinding[] =>
  earlierFindings(open).filter(
    (one) => isOpenFinding(one) && !open.job.sideAnswers.some(({ findingId }) => findingId === one.findingId),
  );
