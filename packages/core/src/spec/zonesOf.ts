import { type DriveSpec, nameOfDriveValue } from './driveSpec.js';
import {
  type ChangeSpec,
  type CountSpec,
  type FixedSpec,
  hasRows,
  isFixed,
  isSeries,
  type RowLimits,
  type SiblingsSpec,
  type Spec,
  type Zone,
} from './spec.js';

/** Every limit comes down to this: zones that cover the line from −∞ to OL, and the cuts between them. */
export interface ZoneLine {
  readonly cuts: readonly number[];
  /** One more than there are cuts. */
  readonly zones: readonly Zone[];
}

/** The zones of limits that stand in the plan. */
export function zonesOf(spec: FixedSpec | RowLimits): ZoneLine {
  if (spec.kind === 'zones') return spec;
  const [min, max] = boundsOf(spec);
  return bandZones(min, max);
}

/** Lower and upper limit; `null` where that side is open. */
export function boundsOf(
  limits: Exclude<FixedSpec, { kind: 'zones' }> | RowLimits,
): readonly [number | null, number | null] {
  if (limits.kind === 'band') return [limits.min, limits.max];
  const half = limits.as === 'percent' ? Math.abs(limits.nominal) * (limits.tolerance / 100) : limits.tolerance;
  return [tidy(limits.nominal - half), tidy(limits.nominal + half)];
}

/**
 * Every limit that a reading is held to whatever else is read, in the unit of the spec. None where they are computed or seen; of a curve
 * only those at one place hold.
 */
export function cutsOf(spec: Spec): readonly number[] {
  if (isFixed(spec)) return zonesOf(spec).cuts;
  return hasRows(spec) && isSeries(spec) ? spec.rows.flatMap(({ limits }) => zonesOf(limits).cuts) : [];
}

// 5 ± 2 % is 4.9, not 4.8999…: the limit that the author meant is the one that is judged and shown.
export const tidy = (value: number) => Number(value.toPrecision(12));

const zone = (id: string, name: string, ok = false, meaning = ''): Zone => ({ id, name, meaning, ok });
const below = zone('below', 'too low');
const inSpec = zone('inSpec', 'in spec', true);
const above = zone('above', 'too high');

/** Where a computed reading has no value: after a division by zero, or from a reading without number. */
export const noValue = zone('noValue', 'no value');

/** Where limits cannot be had: outside the table, or without the reading that they are computed from. */
export const noLimit = zone('noLimit', 'without a limit');

export function bandZones(min: number | null, max: number | null, names = { below, inSpec, above }): ZoneLine {
  return {
    cuts: [min, max].filter((cut): cut is number => cut !== null),
    zones: [...(min === null ? [] : [names.below]), names.inSpec, ...(max === null ? [] : [names.above])],
  };
}

const changeNames = {
  rise: {
    below: zone('tooLittle', 'did not rise enough'),
    inSpec: zone('inSpec', 'rose as it should', true),
    above: zone('tooMuch', 'rose too much'),
  },
  fall: {
    below: zone('tooMuch', 'fell too much'),
    inSpec: zone('inSpec', 'fell as it should', true),
    above: zone('tooLittle', 'did not fall enough'),
  },
  stay: { below: zone('fell', 'fell'), inSpec: zone('inSpec', 'stayed', true), above: zone('rose', 'rose') },
} as const;

/** Zones of a change, on the line of after minus before. */
export function changeZones({ direction, atLeast, atMost }: ChangeSpec): ZoneLine {
  const names = changeNames[direction];
  const most = atMost === null ? null : -atMost;
  if (direction === 'stay') return bandZones(most, atMost, names);
  return direction === 'rise'
    ? bandZones(atLeast, atMost, names)
    : bandZones(most, atLeast === null ? null : -atLeast, names);
}

/** Zones of a count. */
export const countZones = ({ min, max }: CountSpec): ZoneLine =>
  bandZones(min, max, { below: zone('below', 'too few'), inSpec, above: zone('above', 'too many') });

export const alike = zone('inSpec', 'alike', true);
export const several = zone('several', 'more than one differs');
/** The case in which this one is the odd one out; with two members there is no telling which. */
export const oddCases = ({ members }: Pick<SiblingsSpec, 'members'>): readonly Zone[] =>
  members.length < 3 ? [] : members.map(({ id, name }) => zone(id, `${name || id} is the odd one`));

/** What is compared over a drive, as its cases name it. */
export const membersOf = (spec: DriveSpec): Pick<SiblingsSpec, 'members'> => ({
  members:
    spec.compares.kind === 'alike' ? spec.compares.of.map((id) => ({ id, name: nameOfDriveValue(spec, id) })) : [],
});

/** Between what the levels of a drive must lie; `null` where that side is open. Alike things are held by how far they are from their median. */
export const limitsOfDrive = ({ compares }: DriveSpec): { readonly min: number | null; readonly max: number | null } =>
  compares.kind === 'formula' ? compares : { min: -compares.spread, max: compares.spread };

/** The line on which the levels of a drive are judged. */
export function zonesOfDrive(spec: DriveSpec): ZoneLine {
  const { min, max } = limitsOfDrive(spec);
  return bandZones(min, max);
}

export const sweepCases = {
  inSpec,
  offset: zone('offset', 'offset', false, 'Wrong by the same everywhere.'),
  gain: zone('gain', 'gain', false, 'The further, the more wrong.'),
  stuck: zone('stuck', 'stuck', false, 'It does not follow.'),
  scatter: zone('scatter', 'scatter', false, 'Wrong here and there.'),
} as const;

/** What can come out of a reading under this spec, measured, counted or chosen: what outcomes put their conditions on. */
export function casesOf(spec: Spec): readonly Zone[] {
  switch (spec.kind) {
    case 'band':
    case 'tolerance':
    case 'zones':
      return zonesOf(spec).zones;
    case 'curve':
      return [below, inSpec, above, noLimit];
    case 'formula':
      return [...bandZones(spec.min === null ? null : 0, spec.max === null ? null : 0).zones, noLimit];
    case 'siblings':
      return [alike, ...oddCases(spec), several];
    case 'change':
      return [...changeZones(spec).zones, noLimit];
    case 'sweep':
      return Object.values(sweepCases);
    case 'count':
      return countZones(spec).zones;
    case 'drive':
      return spec.compares.kind === 'formula'
        ? [...zonesOfDrive(spec).zones, noValue]
        : [alike, ...oddCases(membersOf(spec)), several];
    case 'choice':
      return spec.options;
  }
}

/** The same of a reading of a step: one that is computed may have no value at all. */
export const casesOfReading = ({
  spec,
  derivedFrom,
}: {
  readonly spec: Spec;
  readonly derivedFrom: string | null;
}): readonly Zone[] => (derivedFrom === null ? casesOf(spec) : [...casesOf(spec), noValue]);

/**
 * Index of the zone in which a value lies. Limits are inclusive: a cut between an ok and a not-ok zone
 * belongs to the ok one, any other cut to the zone above it.
 */
export function zoneIndexAt({ cuts, zones }: ZoneLine, value: number): number {
  let index = 0;
  while (index < cuts.length && liesBeyond(value, cuts[index] ?? 0, zones[index], zones[index + 1])) index += 1;
  return index;
}

function liesBeyond(value: number, cut: number, lower: Zone | undefined, upper: Zone | undefined): boolean {
  const cutIsLower = lower?.ok === true && upper?.ok === false;
  return cutIsLower ? value > cut : value >= cut;
}
