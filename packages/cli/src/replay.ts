import { lineUp } from '@probe-trail/core/evidence';
import { indexPlan, type Plan } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { sayVerdict } from '@probe-trail/core/spec';
import type { Trail } from '@probe-trail/core/trail';
import { loadPlan, type Output } from './output.js';
import { loadReadings } from './readingsFile.js';
import { walkPlan } from './walkPlan.js';

/** `replay FILE --readings FILE`: walks the plan by itself and prints what happened. */
export async function replayCommand(
  file: string,
  readingsFile: string,
  asJson: boolean,
  out: Output,
  error: Output,
): Promise<number> {
  const plan = await loadPlan(file);
  const readings = await loadReadings(readingsFile);
  const problem = !plan.ok ? plan.problem : !readings.ok ? readings.problem : undefined;
  if (!plan.ok || !readings.ok) {
    error.write(`${problem}\n`);
    return 2;
  }
  const { trail, stoppedBecause } = walkPlan(plan.value, readings.value);
  const report = reportOf(plan.value, trail, stoppedBecause);
  out.write(asJson ? `${JSON.stringify(report, null, 2)}\n` : sayReport(report));
  return stoppedBecause === undefined ? 0 : 1;
}

interface Report {
  readonly path: readonly {
    readonly step: string;
    readonly readings: readonly string[];
    readonly outcome: string | null;
  }[];
  readonly conclusion: string | null;
  readonly suspects: readonly { readonly name: string; readonly percent: number; readonly cleared: boolean }[];
  readonly stoppedBecause: string | null;
}

function reportOf(plan: Plan, trail: Trail, stoppedBecause: string | undefined): Report {
  const { steps, conclusions } = indexPlan(plan);
  return {
    path: trail.waymarks.map(({ stepId, taken, outcomeId }) => ({
      step: steps.get(stepId)?.title ?? stepId,
      readings: taken.map(({ reading, verdict }) =>
        `${reading ? formatReading(reading) : verdict.zone.name}: ${verdict.kind}, ${verdict.zone.name}. ${sayVerdict(verdict, reading)}`.trim(),
      ),
      outcome: steps.get(stepId)?.outcomes.find(({ id }) => id === outcomeId)?.meaning ?? null,
    })),
    conclusion: 'conclusionId' in trail.at ? (conclusions.get(trail.at.conclusionId)?.title ?? null) : null,
    suspects: lineUp(trail).map(({ suspect, share, clearedBy }) => ({
      name: suspect.name,
      percent: Math.round(share * 1000) / 10,
      cleared: clearedBy !== undefined,
    })),
    stoppedBecause: stoppedBecause ?? null,
  };
}

function sayReport({ path, conclusion, suspects, stoppedBecause }: Report): string {
  const walked = path.flatMap(({ step, readings, outcome }, index) => [
    `${index + 1}. ${step}`,
    ...readings.map((one) => `   ${one}`),
    ...(outcome ? [`   ${outcome}`] : []),
  ]);
  const possible = suspects.filter(({ cleared }) => !cleared).map(({ name, percent }) => `   ${percent} %  ${name}`);
  const end = stoppedBecause === null ? `Conclusion: ${conclusion}` : `Stopped: ${stoppedBecause}`;
  return `${[...walked, end, 'Still possible:', ...possible].join('\n')}\n`;
}
