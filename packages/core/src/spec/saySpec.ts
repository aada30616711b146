import { formatPlain } from '../reading/index.js';
import { differenceUnit, unitOf } from '../units/index.js';
import { type DriveCondition, type DriveSpec, nameOfDriveValue } from './driveSpec.js';
import type { ChangeSpec, CountSpec, RowLimits, Spec, ZonesSpec } from './spec.js';
import { boundsOf } from './zonesOf.js';

/** The limits of a reading in words, in one line: what an author compares, and what stands on paper. */
export function saySpec(spec: Spec): string {
  switch (spec.kind) {
    case 'band':
      return sayBounds(spec.min, spec.max, spec.unit);
    case 'tolerance':
      return `${formatPlain(spec.nominal)} ${spec.unit} ± ${formatPlain(spec.tolerance)} ${spec.as === 'percent' ? '%' : spec.unit}`;
    case 'zones':
      return sayZones(spec);
    case 'curve':
      return `by ${spec.of}, in ${spec.unit}: ${sayRows(spec.rows)}`;
    case 'formula':
      return `${sayBounds(spec.min, spec.max)} in ${spec.unit}`;
    case 'siblings':
      return `${spec.members.map(({ id, name }) => name || id).join(', ')} within ${formatPlain(spec.spread)} ${spec.as === 'percent' ? '%' : differenceUnit(unitOf(spec.unit)).symbol} ${spec.rule === 'spread' ? 'from largest to smallest' : 'of the median of the others'}`;
    case 'change':
      return sayChange(spec);
    case 'sweep':
      return `over ${spec.command} in ${spec.commandUnit}, in ${spec.unit}: ${sayRows(spec.rows)}`;
    case 'choice':
      return spec.options.map(({ id, name, ok }) => named(name || id, ok)).join(' · ');
    case 'count':
      return sayCountLimits(spec);
    case 'drive':
      return sayDriveLimits(spec);
  }
}

/** Limits in words; `min` and `max` are numbers or formulas, `null` where that side is open. */
export function sayBounds(min: number | string | null, max: number | string | null, unit = ''): string {
  const textOf = (limit: number | string) => (typeof limit === 'number' ? formatPlain(limit) : limit);
  const inUnit = (limit: number | string) => (unit === '' ? textOf(limit) : `${textOf(limit)} ${unit}`);
  if (min !== null && max !== null) return `${textOf(min)} to ${inUnit(max)}`;
  if (min !== null) return `${inUnit(min)} or more`;
  return max !== null ? `${inUnit(max)} or less` : 'no limit';
}

/** The limits of one row of a table, without unit. */
export const sayRowLimits = (limits: RowLimits): string => sayBounds(...boundsOf(limits));

const sayRows = (rows: readonly { readonly at: number; readonly limits: RowLimits }[]): string =>
  rows.map(({ at, limits }) => `at ${formatPlain(at)} ${sayRowLimits(limits)}`).join('; ');

function sayZones({ unit, cuts, zones }: ZonesSpec): string {
  return zones
    .map(({ id, name, ok }, index) => {
      const [from, to] = [cuts[index - 1] ?? null, cuts[index] ?? null];
      return `${sayBounds(from, to, unit)} ${named(name || id, ok)}`;
    })
    .join(' · ');
}

function named(name: string, ok: boolean): string {
  const saysSo = name === 'in spec';
  return ok === saysSo ? name : `${name} (${ok ? 'in spec' : 'out of spec'})`;
}

const directions = { rise: 'must rise', fall: 'must fall', stay: 'must stay' } as const;

function sayChange({ action, direction, atLeast, atMost, ...spec }: ChangeSpec): string {
  const unit = differenceUnit(unitOf(spec.unit)).symbol;
  const by = [
    atLeast !== null && `at least ${formatPlain(atLeast)} ${unit}`,
    atMost !== null && `at most ${formatPlain(atMost)} ${unit}`,
  ].filter((one): one is string => one !== false);
  return `${directions[direction]}${by.length > 0 ? ` by ${by.join(' and ')}` : ''} after: ${action || 'the action'}`;
}

const sayCountLimits = ({ what, inSeconds, min, max, sections }: CountSpec): string =>
  sections.length > 0
    ? `${sayBounds(min, max, what || 'events')}, ${inSeconds} s at each of ${sections.map(({ name }) => name).join(', ')}`
    : `${sayBounds(min, max, what || 'events')} in ${inSeconds} s`;

function sayDriveLimits(spec: DriveSpec): string {
  const { compares, unit, mayLastSeconds, during } = spec;
  const compared =
    compares.kind === 'formula'
      ? `${compares.formula}: ${sayBounds(compares.min, compares.max, unit)}`
      : `${compares.of.map((id) => nameOfDriveValue(spec, id)).join(', ')} within ${formatPlain(compares.spread)} ${differenceUnit(unitOf(unit)).symbol} of the median of all`;
  const outside = mayLastSeconds > 0 ? `, outside for ${formatPlain(mayLastSeconds)} s at most` : '';
  const when = during.map((one) => sayDriveCondition(spec, one)).join(' and ');
  return `over a drive, ${compared}${outside}${when === '' ? '' : `, while ${when}`}; ${formatPlain(spec.leastSeconds)} s of it are needed`;
}

/** When a moment of a drive counts: “road speed is 20 km/h or more”. */
export function sayDriveCondition(spec: DriveSpec, { of, min, max }: DriveCondition): string {
  const unit = spec.values.find(({ id }) => id === of)?.unit ?? '';
  return `${nameOfDriveValue(spec, of)} is ${sayBounds(min, max, unit)}`;
}

/** The values of which limits over a drive are made: “boost: boost pressure, A10.boostPressure in kPa(abs)”. */
export const sayDriveValues = ({ values }: DriveSpec): string =>
  values.map(({ id, name, key, unit }) => `${id}: ${name || 'no name'}, ${key} in ${unit}`).join('; ');
