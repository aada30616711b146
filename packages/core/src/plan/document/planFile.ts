import { array, string } from 'yup';
import { failed, ok, type Result } from '../../result/index.js';
import {
  type Checked,
  closedObject,
  findIllFormed,
  photoIdText,
  sayFaults,
  sayIllFormed,
  validate,
} from '../../schema/index.js';
import { type Plan, planFormat, planFormatVersion, planSchema } from './plan.js';
import { upgradePlan } from './upgradePlan.js';

/** What pictures are kept as. */
export const pictureTypes = ['image/jpeg', 'image/png', 'image/webp'] as const;
const base64 = /^[A-Za-z0-9+/]+={0,2}$/;

/** A picture as a plan file carries it. */
const pictureSchema = closedObject({
  photoId: photoIdText().meta({ description: 'SHA-256 of its bytes: as the texts of the plan name it' }),
  mediaType: string().required().oneOf(pictureTypes),
  base64: string().required().matches(base64, '${path} is not base64'),
});
const beside = {
  pictures: array(pictureSchema.required())
    .max(500)
    .optional()
    .meta({ description: 'those that the plan shows; none: it shows none' }),
};
const besideSchema = closedObject(beside);

/** A plan as a file. */
export const planFileSchema = planSchema.shape(beside);

export type Picture = Checked<typeof pictureSchema>;

export interface PlanFile {
  readonly plan: Plan;
  readonly pictures: readonly Picture[];
}

export type PlanFileProblem =
  | { readonly kind: 'notJson'; readonly detail: string }
  | { readonly kind: 'notAPlan' }
  | { readonly kind: 'otherVersion'; readonly got: string }
  | { readonly kind: 'faults'; readonly message: string };

/** The text of a plan file. */
export const writePlanFile = ({ plan, pictures }: PlanFile): string =>
  JSON.stringify(pictures.length > 0 ? { ...plan, pictures } : plan, null, 2);

/** Reads the text of a plan file; nothing is mended, and a file of an earlier format says the same as it did. */
export function readPlanFile(text: string): Result<PlanFile, PlanFileProblem> {
  const json = parseJson(text);
  if (!json.ok) return json;
  const { pictures, ...document } = fieldsOf(json.value);
  const plan = readPlan(document);
  if (!plan.ok) return plan;
  const others = validate(besideSchema, { pictures });
  return others.ok ? ok({ plan: plan.value, pictures: others.value.pictures ?? [] }) : faults(others.problem);
}

/** Checks data that should be a plan: first what it is, then its version, then every field. */
export function readPlan(data: unknown): Result<Plan, PlanFileProblem> {
  const upgraded = upgradePlan(data);
  const head = fieldsOf(upgraded);
  if (head.format !== planFormat) return failed({ kind: 'notAPlan' });
  if (head.formatVersion !== planFormatVersion)
    return failed({ kind: 'otherVersion', got: String(head.formatVersion) });
  const plan = validate(planSchema, upgraded);
  return plan.ok ? plan : faults(plan.problem);
}

const fieldsOf = (data: unknown): Readonly<Record<string, unknown>> =>
  typeof data === 'object' && data !== null ? { ...data } : {};

const faults = (found: Parameters<typeof sayFaults>[0]) =>
  failed<PlanFileProblem>({ kind: 'faults', message: sayFaults(found) });

function parseJson(text: string): Result<unknown, PlanFileProblem> {
  try {
    const data: unknown = JSON.parse(text);
    const illFormed = findIllFormed(data);
    return illFormed ? failed({ kind: 'faults', message: sayIllFormed(illFormed) }) : ok(data);
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
      return `This plan file has the format version ${problem.got}; versions up to ${planFormatVersion} can be read here. Nothing was imported.`;
    case 'faults':
      return `This plan file has faults: ${problem.message}. Nothing was imported.`;
  }
}
