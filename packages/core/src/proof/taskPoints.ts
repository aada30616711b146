import type { Job, JobEventOf } from '../job/index.js';
import { indexPlan, sayTask, type Task } from '../plan/index.js';
import { formatReading, parseReading, type Reading, type ReadingProblem } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { judgeReading, sayBounds, uncertaintyOf, type Verdict, zonesOf } from '../spec/index.js';
import type { Trail } from '../trail/index.js';
import { aPoint, type ProofPoint } from './proof.js';

// Work of which the plan does not say how long it takes.
const minutesForTask = 5;

/** What the plan wants done after each repair that stands, in its order: confirmed, measured within its limits, or skipped for a reason. */
export function taskPoints(job: Job, trails: ReadonlyMap<string, Trail>): readonly ProofPoint[] {
  return job.repairs.flatMap(({ repairId, repair, failedBecause }) => {
    const trail = failedBecause === null && repair.trailId !== null ? trails.get(repair.trailId) : undefined;
    const suspect = trail && indexPlan(trail.plan).suspects.get(repair.suspectId ?? '');
    return (suspect?.tasks ?? []).map((task) => {
      const done = job.tasksDone.findLast((one) => one.repairId === repairId && one.taskId === task.id);
      const point = aPoint('task', `task ${repairId} ${task.id}`, sayTask(task), stateOf(task, done));
      return { ...point, task: { repairId, task } };
    });
  });
}

type Done = JobEventOf<'taskDone'>;
type State = Parameters<typeof aPoint>[3];

function stateOf(task: Task, done: Done | undefined): State {
  const missing = (said: string): State => ({ state: 'missing', said, minutes: minutesForTask });
  if (!done) return missing(task.limit ? 'Do it, and type what was measured.' : 'Do it, and confirm it.');
  if (done.skippedBecause !== null) return missing(`Skipped: ${done.skippedBecause}`);
  if (!task.limit || done.reading === null) return { state: 'shown', said: `Done by ${done.by}.` };
  const judged = judgeTask(task.limit, done.reading);
  if (!judged.ok) return missing(`“${done.reading}” is no reading here. Type it again.`);
  const { reading, verdict } = judged.value;
  const shown = `${formatReading(reading)}, limits ${sayBounds(task.limit.min, task.limit.max, task.limit.unit)}`;
  if (verdict.kind === 'inSpec') return { state: 'shown', said: `${shown}.` };
  return verdict.kind === 'outOfSpec'
    ? { state: 'contradicted', said: `Out of spec: ${shown}.` }
    : missing(`Too close to call: ${shown}.`);
}

/** What was measured at such work, as it was typed, in whatever unit of its quantity: “18 Nm”, “13 lbf ft”. */
export function judgeTask(
  { unit, min, max }: NonNullable<Task['limit']>,
  text: string,
): Result<{ readonly reading: Reading; readonly verdict: Verdict }, ReadingProblem> {
  const reading = parseReading(text, { unit });
  if (!reading.ok) return failed(reading.problem);
  const limits = { line: zonesOf({ kind: 'band', unit, min, max }), uncertainty: 0, text: '' };
  return ok({
    reading: reading.value,
    verdict: judgeReading(limits, reading.value, uncertaintyOf(reading.value)),
  });
}
