import Papa from 'papaparse';
import type { Plan, StepReading } from '../plan/index.js';
import { parseReading } from '../reading/index.js';
import { failed, ok, type Result } from '../result/index.js';
import { boundsOf, type FixedSpec, hasRows, isFixed, type RowLimits, type RowsSpec, type Spec } from '../spec/index.js';
import { type CommaRole, type CommasRead, commasIn, withCommas } from './commasIn.js';
import { readCell, writeCsv } from './csv.js';

/** The columns of a limits file, in their order. */
const columns = [
  'step',
  'step title',
  'reading',
  'reading name',
  'at',
  'from',
  'to',
  'unit',
  'zone',
  'zone name',
  'in spec',
] as const;

const numeric = ['at', 'from', 'to'] as const;
const isNumericColumn = (name: string): boolean => numeric.some((one) => one === name);

type Column = (typeof columns)[number];
type Line = Readonly<Record<Column, string>>;

/** Limits that stand as numbers in the plan: those that a spreadsheet can hold. */
const isNumeric = (spec: Spec): spec is RowsSpec | FixedSpec => isFixed(spec) || hasRows(spec);

/** All limits of a plan that are numbers, as CSV: one line for a band, one for each zone, one for each row of a curve or a sweep. */
export function limitsToCsv(plan: Plan): string {
  const lines = plan.steps.flatMap((step) =>
    step.readings.flatMap((reading) =>
      rowsOf(reading.spec).map((row) => ({
        ...emptyLine,
        step: step.id,
        'step title': step.title,
        reading: reading.id,
        'reading name': reading.name,
        ...row,
      })),
    ),
  );
  return writeCsv(columns, lines);
}

const emptyLine = Object.fromEntries(columns.map((column) => [column, ''])) as Line;
const plain = (value: number | null | undefined): string => (value == null ? '' : String(value));

function rowsOf(spec: Spec): readonly Partial<Line>[] {
  if (!isNumeric(spec)) return [];
  const { unit } = spec;
  if (spec.kind === 'zones')
    return spec.zones.map(({ id, name, ok: isOk }, index) => ({
      from: plain(spec.cuts[index - 1]),
      to: plain(spec.cuts[index]),
      unit,
      zone: id,
      'zone name': name,
      'in spec': isOk ? 'yes' : 'no',
    }));
  if (!hasRows(spec)) return [{ ...fromTo(spec), unit }];
  return spec.rows.map(({ at, limits }) => ({ at: plain(at), ...fromTo(limits), unit }));
}

function fromTo(limits: Exclude<FixedSpec, { kind: 'zones' }> | RowLimits): Partial<Line> {
  const [from, to] = boundsOf(limits);
  return { from: plain(from), to: plain(to) };
}

/** One line of the file with its number, as a spreadsheet counts it. */
interface Numbered {
  readonly line: Line;
  readonly number: number;
}

/** A plan with limits from a file. */
export interface LimitsRead {
  readonly plan: Plan;
  /** How the commas in its numbers were read; `undefined` where none could be read otherwise. */
  readonly commas: CommasRead | undefined;
}

/**
 * The plan with the limits of a CSV file in place of its own. Lines that say what the plan says change nothing; a nominal with a tolerance
 * becomes a band only where its ends were changed.
 * @param comma what a comma in a number stands for, where somebody has said so
 * @returns the plan, or a sentence with the line and what is wrong in it; then nothing is changed
 */
export function readLimits(plan: Plan, csv: string, comma?: CommaRole): Result<LimitsRead, string> {
  const parsed = Papa.parse<Record<string, string>>(csv, { header: true, skipEmptyLines: 'greedy' });
  const missing = ['step', 'reading', 'from', 'to'].filter((name) => !parsed.meta.fields?.includes(name));
  if (missing.length > 0)
    return failed(`The file has no column “${missing[0]}”; its columns are ${columns.join(', ')}.`);
  const byReading = new Map<string, Numbered[]>();
  const commas = commasIn(
    parsed.data.flatMap((data) => numeric.map((name) => data[name] ?? '')),
    comma,
  );
  for (const [index, data] of parsed.data.entries()) {
    const cells = Object.entries(data).map(([name, cell]) => [
      name,
      isNumericColumn(name) ? withCommas(readCell(cell), commas?.role) : readCell(cell),
    ]);
    const line: Line = { ...emptyLine, ...Object.fromEntries(cells) };
    const key = `${line.step} ${line.reading}`;
    byReading.set(key, [...(byReading.get(key) ?? []), { line, number: index + 2 }]);
  }
  const known = new Set(plan.steps.flatMap(({ id, readings }) => readings.map((reading) => `${id} ${reading.id}`)));
  for (const [key, [first]] of byReading)
    if (!known.has(key) && first)
      return failed(
        `Line ${first.number}: the plan has no reading “${first.line.reading}” in a step “${first.line.step}”.`,
      );
  const changed = withLimits(plan, byReading);
  return changed.ok ? ok({ plan: changed.value, commas }) : changed;
}

function withLimits(plan: Plan, byReading: ReadonlyMap<string, readonly Numbered[]>): Result<Plan, string> {
  const steps = [];
  for (const step of plan.steps) {
    const readings: StepReading[] = [];
    for (const reading of step.readings) {
      const lines = byReading.get(`${step.id} ${reading.id}`);
      const spec = lines ? specFrom(reading.spec, lines) : ok(reading.spec);
      if (!spec.ok) return spec;
      readings.push(spec.value === reading.spec ? reading : { ...reading, spec: spec.value });
    }
    steps.push({ ...step, readings });
  }
  return ok({ ...plan, steps });
}

function specFrom(spec: Spec, lines: readonly Numbered[]): Result<Spec, string> {
  const first = lines[0] as Numbered;
  if (!isNumeric(spec))
    return failed(
      `Line ${first.number}: the limits of “${first.line.reading}” are not numbers; edit them in the plan.`,
    );
  if (spec.kind === 'zones') return zonesFrom(spec, lines);
  if (hasRows(spec)) return rowsFrom(spec, lines);
  if (lines.length > 1) return failed(`Line ${lines[1]?.number}: “${first.line.reading}” has one line only.`);
  const bounds = boundsFrom(spec.unit, first);
  if (!bounds.ok) return bounds;
  const [min, max] = bounds.value;
  const [oldMin, oldMax] = boundsOf(spec);
  return ok(min === oldMin && max === oldMax ? spec : { kind: 'band', unit: spec.unit, min, max });
}

type Bounds = readonly [number | null, number | null];

function boundsFrom(unit: string, { line, number }: Numbered): Result<Bounds, string> {
  const from = limitFrom(line.from, line.unit, unit, number);
  const to = limitFrom(line.to, line.unit, unit, number);
  if (!from.ok) return from;
  if (!to.ok) return to;
  if (from.value !== null && to.value !== null && from.value > to.value)
    return failed(`Line ${number}: “from” ${line.from} lies above “to” ${line.to}.`);
  return ok([from.value, to.value]);
}

function limitFrom(cell: string, cellUnit: string, unit: string, number: number): Result<number | null, string> {
  if (cell.trim() === '') return ok(null);
  const text = cellUnit.trim() === '' || cellUnit === unit ? cell : `${cell} ${cellUnit}`;
  const parsed = parseReading(text, { unit });
  return parsed.ok && parsed.value.kind === 'exact'
    ? ok(parsed.value.value)
    : failed(`Line ${number}: “${text}” is not a number in ${unit}.`);
}

function rowsFrom(spec: RowsSpec, lines: readonly Numbered[]): Result<Spec, string> {
  const rows: { at: number; limits: RowLimits }[] = [];
  const atUnit = spec.kind === 'sweep' ? spec.commandUnit : spec.ofUnit;
  for (const numbered of lines) {
    const at = limitFrom(numbered.line.at, '', atUnit, numbered.number);
    if (!at.ok) return at;
    if (at.value === null || at.value <= (rows.at(-1)?.at ?? Number.NEGATIVE_INFINITY))
      return failed(`Line ${numbered.number}: “at” must rise from line to line.`);
    const bounds = boundsFrom(spec.unit, numbered);
    if (!bounds.ok) return bounds;
    rows.push({ at: at.value, limits: limitsAs(spec, at.value, bounds.value) });
  }
  if (rows.length < 2) return failed(`Line ${lines[0]?.number}: a table has at least two lines.`);
  const isSame = JSON.stringify(rows) === JSON.stringify(spec.rows);
  return ok(isSame ? spec : { ...spec, rows });
}

function limitsAs(spec: RowsSpec, at: number, [min, max]: Bounds): RowLimits {
  const old = spec.rows.find((row) => row.at === at)?.limits;
  const [oldMin, oldMax] = old ? boundsOf(old) : [undefined, undefined];
  return old && oldMin === min && oldMax === max ? old : { kind: 'band', min, max };
}

type ZonesSpec = Extract<Spec, { kind: 'zones' }>;

function zonesFrom(spec: ZonesSpec, lines: readonly Numbered[]): Result<Spec, string> {
  const cuts: number[] = [];
  for (const [index, numbered] of lines.entries()) {
    const bounds = boundsFrom(spec.unit, numbered);
    if (!bounds.ok) return bounds;
    const [from, to] = bounds.value;
    if (from !== (cuts.at(-1) ?? null) || (index > 0 && from === null))
      return failed(`Line ${numbered.number}: “from” must be where the zone before it ends.`);
    const isLast = index === lines.length - 1;
    if ((to === null) !== isLast)
      return failed(`Line ${numbered.number}: only the last zone has no “to”, so that the zones cover the whole line.`);
    if (to !== null) cuts.push(to);
  }
  const zones = lines.map(({ line }, index) => ({
    id: line.zone || `zone${index + 1}`,
    name: line['zone name'],
    meaning: spec.zones.find(({ id }) => id === line.zone)?.meaning ?? '',
    ok: line['in spec'].trim().toLowerCase() === 'yes',
  }));
  const next = { ...spec, cuts, zones };
  return ok(JSON.stringify(next) === JSON.stringify(spec) ? spec : next);
}
