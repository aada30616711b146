import { type Job, type JobEventOf, type Occasion, type TrialCondition, trialConditions } from '../job/index.js';
import type { RecordedRepair } from '../repair/index.js';
import { aPoint, type ProofPoint } from './proof.js';

// To bring a vehicle into a condition and try it out there.
const minutesToTry = 15;

/** What trying it out must show: the complaint gone under each condition in which it used to show, and self-tests passed. */
export function trialPoints(job: Job, repair: RecordedRepair | undefined): readonly ProofPoint[] {
  const repairId = repair?.repairId ?? null;
  const trials = job.trials.filter((trial) => trial.repairId === repairId);
  return [complaintPoint(job, trials, repair !== undefined), ...selfTestPoints(job, repairId)];
}

type Trial = JobEventOf<'triedOut'>;

function complaintPoint(job: Job, trials: readonly Trial[], isRepaired: boolean): ProofPoint {
  const asked = conditionsOf(job.arrival.occasions);
  const what = `The complaint gone${asked.length > 0 ? `, tried ${sayConditions(asked)}` : ''}`;
  const point = (state: ProofPoint['state'], said: string, minutes = 0) =>
    aPoint('complaint', 'complaint', what, { state, said, minutes });
  const showed = trials.findLast(({ complaint }) => complaint === 'there');
  if (showed)
    return point('contradicted', `The complaint showed again${showed.seen === '' ? '.' : `: ${showed.seen}`}`);
  const tried = trials.filter(({ complaint }) => complaint === 'gone');
  const missing = asked.filter((condition) => !tried.some(({ under }) => under.includes(condition)));
  if (tried.length === 0)
    return point('missing', 'Try it out as when the complaint showed.', minutesToTry * Math.max(1, missing.length));
  if (missing.length > 0)
    return point(
      'missing',
      `The complaint did not show, ${sayTrials(tried)}; still to be tried ${sayConditions(missing)}.`,
      minutesToTry * missing.length,
    );
  if (!isRepaired) return point('notPossible', `The complaint never showed, ${sayTrials(tried)}.`);
  return isIntermittent(job)
    ? point(
        'notPossible',
        `The complaint did not show, ${sayTrials(tried)}; as it shows only now and then, that proves nothing yet.`,
      )
    : point('shown', `The complaint did not show, ${sayTrials(tried)}.`);
}

/** Whether the complaint shows only now and then, or was never seen here: that it stays away once says little. */
const isIntermittent = ({ arrival, complaintCheck }: Job): boolean =>
  arrival.occasions.includes('nowAndThen') || complaintCheck?.result === 'notReproduced';

/** The conditions under which the complaint used to show, as the driver told them. */
const conditionsOf = (occasions: readonly Occasion[]): readonly TrialCondition[] =>
  occasions.filter((occasion) => occasion !== 'always' && occasion !== 'nowAndThen');

const sayConditions = (conditions: readonly TrialCondition[]): string =>
  conditions.map((condition) => trialConditions[condition]).join(', ');

/** How often and how long it was tried: “tried twice, 25 min and 12 km in all, when hot”. */
function sayTrials(trials: readonly Trial[]): string {
  const sum = (of: (trial: Trial) => number) => trials.reduce((total, trial) => total + of(trial), 0);
  const kilometres = sum((trial) => trial.kilometres);
  const times = trials.length === 1 ? 'once' : trials.length === 2 ? 'twice' : `${trials.length} times`;
  const under = [...new Set(trials.flatMap((trial) => trial.under))];
  const isRecorded = trials.every(({ recordingId }) => recordingId !== undefined);
  return [
    `tried ${times}, ${sum(({ minutes }) => minutes)} min${kilometres > 0 ? ` and ${kilometres} km` : ''}${trials.length > 1 ? ' in all' : ''}`,
    ...(under.length > 0 ? [sayConditions(under)] : []),
    ...(isRecorded ? ['with a recording'] : []),
  ].join(', ');
}

/** Each self-test by its last result. */
function selfTestPoints(job: Job, repairId: string | null): readonly ProofPoint[] {
  const last = new Map(job.selfTests.filter((test) => test.repairId === repairId).map((test) => [test.what, test]));
  return [...last.values()].map(({ what, times, isPassed }) =>
    aPoint('selfTest', `self-test ${what}`, `Self-test passed: ${what}`, {
      state: isPassed ? 'shown' : 'contradicted',
      said: isPassed
        ? `Passed${times > 1 ? ` ${times} times` : ''}.`
        : `${what} failed${times > 1 ? ` ${times} times` : ''}.`,
    }),
  );
}
