import { array, number, string } from 'yup';
import { formatPlain } from '../reading/index.js';
import { type Checked, closedObject, draftText } from '../schema/index.js';
import { hasStatus, isSeen } from './codeStatus.js';

const times = () => number().nullable().defined().integer().min(0).max(65_535);

const conditionSchema = closedObject({
  name: draftText(120),
  value: number().required().min(-1e9).max(1e9),
  unit: string().required().max(20),
});

/** What a unit tells of the self-test of a code besides its status: ISO 14229-1, 11.3, its extended data and its snapshot. */
export const selfTestSchema = closedObject({
  failures: times().meta({ description: 'how often it failed since the codes were cleared; null: not told' }),
  passes: times().meta({ description: 'how often it passed since the codes were cleared; null: not told' }),
  conditions: array(conditionSchema.required()).required().max(64).meta({ description: 'what stood when it failed' }),
});

export type SelfTest = Checked<typeof selfTestSchema>;
export type SelfTestCondition = SelfTest['conditions'][number];

interface Tested {
  readonly status: number | null;
  readonly selfTest?: SelfTest | null | undefined;
}

/** What became of the self-test of a code since the codes were cleared, as a sentence; empty where nothing is known of it. */
export function saySelfTest({ status, selfTest }: Tested): string {
  if (status === null) return '';
  if (hasStatus(status, 'notTestedSinceClear')) return 'Its self-test has not run since the codes were cleared.';
  const [failed, passed] = [sayRuns('failed', selfTest?.failures), sayRuns('passed', selfTest?.passes)];
  if (!isSeen(status)) return `Its self-test ran since the codes were cleared and ${passed ?? 'passed'}.`;
  if (failed === undefined) return '';
  return `Its self-test ${failed}${passed === undefined ? '' : ` and ${passed}`} since the codes were cleared.`;
}

/** What stood when the self-test of a code failed, as a sentence; empty where the unit has not kept it. */
export function sayConditions({ selfTest }: Pick<Tested, 'selfTest'>): string {
  const conditions = selfTest?.conditions ?? [];
  if (conditions.length === 0) return '';
  const said = conditions.map(({ name, value, unit }) => `${name} ${formatPlain(value)} ${unit}`);
  return `When it failed: ${said.join(', ')}.`;
}

function sayRuns(did: 'failed' | 'passed', count: number | null | undefined): string | undefined {
  if (count === null || count === undefined) return undefined;
  if (count === 0) return `never ${did}`;
  return count === 1 ? `${did} once` : `${did} ${count} times`;
}
