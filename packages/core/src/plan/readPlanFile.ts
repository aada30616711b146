import { failed, ok, type Result } from '../result/index.js';
import { sayFaults, validate } from '../schema/index.js';
import { type Plan, planFormat, planFormatVersion, planSchema } from './plan.js';
import { upgradePlan } from './upgradePlan.js';

export type PlanFileProblem =
  | { readonly kind: 'notJson'; readonly detail: string }
  | { readonly kind: 'notAPlan' }
  | { readonly kind: 'otherVersion'; readonly got: string }
  | { readonly kind: 'faults'; readonly says: string };

/** Reads the text of a plan file; nothing is mended, and a file of an earlier format says the same as it did. */
export function readPlanFile(text: string): Result<Plan, PlanFileProblem> {
  const json = parseJson(text);
  return json.ok ? readPlan(json.value) : json;
}

/** Checks data that should be a plan: first what it is, then its version, then every field. */
export function readPlan(data: unknown): Result<Plan, PlanFileProblem> {
  const upgraded = upgradePlan(data);
  const head = typeof upgraded === 'object' && upgraded !== null ? (upgraded as Readonly<Record<string, unknown>>) : {};
  if (head.format !== planFormat) return failed({ kind: 'notAPlan' });
  if (head.formatVersion !== planFormatVersion)
    return failed({ kind: 'otherVersion', got: String(head.formatVersion) });
  const plan = validate(planSchema, upgraded);
  return plan.ok ? plan : failed({ kind: 'faults', says: sayFaults(plan.problem) });
}

function parseJson(text: string): Result<unknown, PlanFileProblem> {
  try {
    return ok(JSON.parse(text));
  } catch (error) {
    return failed({ kind: 'notJson', detail: error instanceof Error ? error.message : String(error) });
  }
}

/** The sentence for whoever brought the file. */
export function sayPlanFileProblem(problem: PlanFileProblem): string {
  switch (problem.kind) {
    case 'notJson':
      return `This is not a JSON file: ${problem.detail}.`;
    case 'notAPlan':
      return `This is not a plan file: its field "format" should be "${planFormat}".`;
    case 'otherVersion':
      return `This plan file has the format version ${problem.got}; versions up to ${planFormatVersion} can be read here. Nothing was taken from it.`;
    case 'faults':
      return `This plan file has faults: ${problem.says}. Nothing was taken from it.`;
  }
}
