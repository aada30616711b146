import { checkPlan, errorsOf, type Finding, type Plan } from '@probe-trail/core/plan';
import { loadPlan, type Output } from './output.js';

/** `check FILE`: prints the findings of the plan check. */
export async function checkCommand(file: string, asJson: boolean, out: Output, error: Output): Promise<number> {
  const plan = await loadPlan(file);
  if (!plan.ok) {
    error.write(`${plan.problem}\n`);
    return 2;
  }
  const findings = checkPlan(plan.value);
  out.write(asJson ? `${JSON.stringify(findings, null, 2)}\n` : sayFindings(plan.value, findings));
  return errorsOf(findings).length > 0 ? 1 : 0;
}

function sayFindings(plan: Plan, findings: readonly Finding[]): string {
  const lines = findings.map(({ severity, rule, message, todo }) => `${severity}  ${rule}\n  ${message}\n  ${todo}\n`);
  const errors = errorsOf(findings).length;
  const counted = `${plan.title}: ${plan.steps.length} steps, ${plan.suspects.length} suspects, ${errors} errors, ${findings.length - errors} warnings\n`;
  return [...lines, counted].join('');
}
