import type { MeasuredSpec, Spec, Zone } from './spec.js';

/** Every measured spec comes down to this: zones that cover the line from −∞ to OL, and the cuts between them. */
export interface ZoneLine {
  readonly cuts: readonly number[];
  /** One more than there are cuts. */
  readonly zones: readonly Zone[];
}

const lines = new WeakMap<MeasuredSpec, ZoneLine>();

/** The zones of a measured spec; computed once for each spec, as it never changes. */
export function zonesOf(spec: MeasuredSpec): ZoneLine {
  const known = lines.get(spec);
  if (known) return known;
  const line = computeZones(spec);
  lines.set(spec, line);
  return line;
}

function computeZones(spec: MeasuredSpec): ZoneLine {
  switch (spec.kind) {
    case 'zones':
      return spec;
    case 'band':
      return bandZones(spec.min, spec.max);
    case 'tolerance': {
      const half = spec.as === 'percent' ? Math.abs(spec.nominal) * (spec.tolerance / 100) : spec.tolerance;
      return bandZones(tidy(spec.nominal - half), tidy(spec.nominal + half));
    }
  }
}

// 5 ± 2 % is 4.9, not 4.8999…: the limit that the author meant is the one that is judged and shown.
const tidy = (value: number) => Number(value.toPrecision(12));

const below: Zone = { id: 'below', name: 'too low', meaning: '', ok: false };
const inSpec: Zone = { id: 'inSpec', name: 'in spec', meaning: '', ok: true };
const above: Zone = { id: 'above', name: 'too high', meaning: '', ok: false };

function bandZones(min: number | null, max: number | null): ZoneLine {
  return {
    cuts: [min, max].filter((cut): cut is number => cut !== null),
    zones: [...(min === null ? [] : [below]), inSpec, ...(max === null ? [] : [above])],
  };
}

/** What can come out of a reading under this spec, measured or chosen: what outcomes put their conditions on. */
export const casesOf = (spec: Spec): readonly Zone[] => (spec.kind === 'choice' ? spec.options : zonesOf(spec).zones);

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
