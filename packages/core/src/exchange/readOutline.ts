import Papa from 'papaparse';
import {
  blankOutcome,
  blankPlan,
  blankReading,
  blankStep,
  type GoTo,
  type Outcome,
  type Plan,
  type Step,
} from '../plan/index.js';
import { parseReading } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import type { Spec } from '../spec/index.js';
import { cutText } from '../text/index.js';
import { findUnit } from '../units/index.js';
import { type CommaRole, type CommasRead, commasIn, withCommas } from './commasIn.js';

/** One step of an outline as it was written. */
export interface OutlineStep {
  readonly title: string;
  readonly expected: string;
  readonly ifSo: string;
  readonly ifNot: string;
}

/** What an outline left open, to be written by the author. */
export interface Gap {
  readonly stepId: string;
  readonly message: string;
}

export interface OutlineDraft {
  readonly plan: Plan;
  readonly gaps: readonly Gap[];
  /** How the commas in its numbers were read; `undefined` where none could be read otherwise. */
  readonly commas: CommasRead | undefined;
}

const mostSteps = 1000;

/**
 * A draft from an outline: indented text, or CSV with the columns step, expected, if so, if not.
 * @param id of the new plan
 * @param comma what a comma in a number stands for, where somebody has said so
 * @returns the draft with its gaps, or a sentence on why there is none
 */
export function readOutline(text: string, id: string, comma?: CommaRole): Result<OutlineDraft, string> {
  const outline = isCsv(text) ? readCsv(text) : ok(readIndented(text));
  if (!outline.ok) return outline;
  const { title, steps } = outline.value;
  if (steps.length === 0) return failed('There is no step in this outline: write one to a line.');
  if (steps.length > mostSteps)
    return failed(`This outline has ${steps.length} steps; a plan has at most ${mostSteps}.`);
  const commas = commasIn(
    steps.map(({ expected }) => expected),
    comma,
  );
  const read = steps.map((step) => ({ ...step, expected: withCommas(step.expected, commas?.role) }));
  return ok({ ...toDraft(id, title, read), commas });
}

interface Outline {
  readonly title: string;
  readonly steps: readonly OutlineStep[];
}

const isCsv = (text: string): boolean => /^\W*step\W*[,;\t]/i.test(text);

function readCsv(text: string): Result<Outline, string> {
  const { data, meta } = Papa.parse<Record<string, string>>(text.trim(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (header) => header.trim().toLowerCase(),
  });
  const missing = ['expected', 'if so', 'if not'].filter((name) => !meta.fields?.includes(name));
  if (missing.length > 0)
    return failed(`There is no column “${missing[0]}”; the columns are step, expected, if so, if not.`);
  const cell = (row: Record<string, string>, name: string) => (row[name] ?? '').trim();
  const steps = data
    .filter((row) => cell(row, 'step') !== '')
    .map((row) => ({
      title: cell(row, 'step'),
      expected: cell(row, 'expected'),
      ifSo: cell(row, 'if so'),
      ifNot: cell(row, 'if not'),
    }));
  return ok({ title: '', steps });
}

const keyed = /^(expected|if so|if not)\s*:\s*(.*)$/i;

/**
 * Steps at the margin, what belongs to them indented below: `expected: 11.5 to 14.8 V`, `if so: …`, `if not: …`. A first line that ends
 * in a colon, or stands over an empty line, is the title of the plan.
 */
function readIndented(text: string): Outline {
  const lines = text.split(/\r?\n/);
  const first = lines.findIndex((line) => line.trim() !== '');
  const hasTitle = first >= 0 && (/:\s*$/.test(lines[first] ?? '') || lines[first + 1]?.trim() === '');
  const title = hasTitle ? (lines[first] ?? '').replace(/:\s*$/, '').trim() : '';
  const steps: { title: string; expected: string; ifSo: string; ifNot: string }[] = [];
  for (const line of lines.slice(hasTitle ? first + 1 : Math.max(0, first))) {
    const said = line
      .replace(/^[\s\-*•\d.)]+(?=\S)/, (marks) => (/\d/.test(marks) && !/[.)]/.test(marks) ? marks : ''))
      .trim();
    if (said === '') continue;
    const [, key = '', value = ''] = keyed.exec(said) ?? [];
    const last = steps.at(-1);
    if (key === '' || !last) steps.push({ title: said, expected: '', ifSo: '', ifNot: '' });
    else last[fields[key.toLowerCase()] ?? 'expected'] = value.trim();
  }
  return { title, steps };
}

const fields: Readonly<Record<string, 'expected' | 'ifSo' | 'ifNot'>> = {
  expected: 'expected',
  'if so': 'ifSo',
  'if not': 'ifNot',
};

function toDraft(id: string, title: string, outline: readonly OutlineStep[]): Omit<OutlineDraft, 'commas'> {
  const gaps: Gap[] = [];
  const ids = new Map(outline.map((step, index) => [wordsOf(step.title), `step${index + 1}`]));
  const conclusions = new Map<string, { id: string; title: string }>();

  const goal = (text: string, fallback: GoTo): GoTo => {
    if (text === '') return fallback;
    const stepId = ids.get(wordsOf(text));
    if (stepId) return { kind: 'step', stepId };
    const name = text.replace(/^(end|found|cause)\s*[:-]?\s+/i, '');
    const known = conclusions.get(wordsOf(name)) ?? { id: `end${conclusions.size + 1}`, title: name };
    conclusions.set(wordsOf(name), known);
    return { kind: 'conclusion', conclusionId: known.id };
  };

  const steps = outline.map((written, index): Step => {
    const stepId = `step${index + 1}`;
    const next: GoTo = index + 1 < outline.length ? { kind: 'step', stepId: `step${index + 2}` } : { kind: 'nowhere' };
    const gap = (message: string) => gaps.push({ stepId, message: `“${written.title}”: ${message}` });
    const spec = toSpec(written.expected);
    const so = goal(written.ifSo, next);
    const not = goal(written.ifNot, { kind: 'nowhere' });
    if (written.expected === '') gap('what is expected is not said.');
    if (so.kind === 'nowhere') gap('it is not said where it goes on if all is well.');
    if (not.kind === 'nowhere') gap('it is not said where it goes on if not.');
    return {
      ...blankStep(stepId, cutText(written.title, 160)),
      instruction: 'To be written.',
      readings: [blankReading(`reading${index + 1}`, '', spec)],
      outcomes: outcomesOf(spec, `reading${index + 1}`, so, not),
    };
  });

  const ends = [...conclusions.values()];
  for (const end of ends) gaps.push({ stepId: '', message: `“${end.title}” is an end: say which suspect it names.` });
  return {
    plan: {
      ...blankPlan(id, title || 'A plan from an outline'),
      steps,
      startStepId: 'step1',
      conclusions: ends.map((end) => ({ ...end, title: cutText(end.title, 160), summary: '', suspectIds: [] })),
    },
    gaps,
  };
}

const wordsOf = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Limits from words: `11.5 to 14.8 V`, `at least 12 V`, `12 V or more`, `under 0.2 V`; anything else is something to be seen. */
function toSpec(expected: string): Spec {
  const between = /^(.+?)\s*(?:to|…|\.\.\.?|–)\s*(.+)$/i.exec(expected);
  const least = /^(?:at least|over|above|more than|≥|>)\s*(.+)$|^(.+?)\s+or more$/i.exec(expected);
  const most = /^(?:at most|under|below|less than|≤|<)\s*(.+)$|^(.+?)\s+or less$/i.exec(expected);
  const band = between
    ? bandOf(between[1] ?? '', between[2] ?? '')
    : least
      ? bandOf(least[1] ?? least[2] ?? '', undefined)
      : most
        ? bandOf(undefined, most[1] ?? most[2] ?? '')
        : undefined;
  return band ?? seenSpec(expected);
}

function bandOf(from: string | undefined, to: string | undefined): Spec | undefined {
  const unit = /[^\d.,\s+-].*$/.exec(to ?? from ?? '')?.[0].trim() ?? '';
  const found = findUnit(unit);
  if (!found || (found.base.quantity === 'pressure' && !found.datum)) return undefined;
  const [min, max] = [from, to].map((text) => numberIn(text, unit));
  if (min === undefined || max === undefined || (min !== null && max !== null && min > max)) return undefined;
  return { kind: 'band', unit, min, max };
}

function numberIn(text: string | undefined, unit: string): number | null | undefined {
  if (text === undefined) return null;
  const parsed = parseReading(text, { unit });
  return parsed.ok && parsed.value.kind === 'exact' ? parsed.value.value : undefined;
}

const seenSpec = (expected: string): Spec => ({
  kind: 'choice',
  options: [
    { id: 'so', name: cutText(expected, 60) || 'as it should be', meaning: '', ok: true },
    { id: 'not', name: 'not so', meaning: '', ok: false },
  ],
});

/** Two outcomes: as expected, and everything else. */
function outcomesOf(spec: Spec, readingId: string, so: GoTo, not: GoTo): readonly Outcome[] {
  const okId = spec.kind === 'choice' ? 'so' : 'inSpec';
  return [blankOutcome('so', { when: [{ readingId, zoneIds: [okId] }], goTo: so }), blankOutcome('not', { goTo: not })];
}
