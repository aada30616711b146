import {
  type FixedSpec,
  isFixed,
  type Spec,
  type SpecKind,
  type Zone,
  type ZonesSpec,
  zonesOf,
} from '@probe-trail/core/spec';

/** The kinds of limit, as an author picks them. */
const kindLabels = {
  band: 'from … to …',
  tolerance: 'nominal ± tolerance',
  zones: 'zones on a ruler',
  curve: 'along a table of another value',
  formula: 'from a formula',
  siblings: 'matching parts compared',
  change: 'before and after',
  sweep: 'row by row, as commanded',
  count: 'events in a time',
  drive: 'over a recorded drive',
  choice: 'things to be seen',
} as const satisfies Record<SpecKind, string>;

export const specKinds = (Object.keys(kindLabels) as SpecKind[]).map((value) => ({ value, label: kindLabels[value] }));

const seen = (id: string, name: string, ok: boolean): Zone => ({ id, name, meaning: '', ok });

/** A spec of another kind that keeps what both kinds have: the unit and the limits. */
export function specOfKind(kind: Spec['kind'], old: Spec | undefined): Spec {
  const unit = old && 'unit' in old ? old.unit : 'V';
  const fixed = old && isFixed(old) ? old : undefined;
  const [min = null, max = null] = limitsOf(fixed);
  switch (kind) {
    case 'band':
      return { kind, unit, min, max };
    case 'tolerance':
      return {
        kind,
        unit,
        nominal: min !== null && max !== null ? (min + max) / 2 : (min ?? max ?? 0),
        tolerance: min !== null && max !== null ? (max - min) / 2 : 0,
        as: 'absolute',
      };
    case 'zones':
      return zonesFrom(fixed, unit);
    case 'curve':
      return { kind, unit, of: 'ambientPressure', ofUnit: 'kPa(abs)', rows: twoRows(min, max) };
    case 'formula':
      return { kind, unit, min: min === null ? null : String(min), max: max === null ? null : String(max) };
    case 'siblings':
      return {
        kind,
        unit,
        members: [seen('a', 'left', true), seen('b', 'right', true)].map(toMember),
        rule: 'median',
        spread: 10,
        as: 'percent',
      };
    case 'change':
      return { kind, unit, action: '', direction: 'rise', atLeast: 0, atMost: null };
    case 'sweep':
      return { kind, unit, command: '', commandUnit: '%', rows: twoRows(min, max) };
    case 'count':
      return { kind, what: '', inSeconds: 30, min: null, max: 0, sections: [] };
    case 'drive':
      return {
        kind,
        unit,
        values: [],
        compares: { kind: 'formula', formula: '', min, max },
        during: [],
        mayLastSeconds: 0.5,
        leastSeconds: 60,
      };
    case 'choice':
      return { kind, options: [seen('good', 'nothing wrong', true), seen('bad', 'something wrong', false)] };
  }
}

const toMember = ({ id, name }: Zone) => ({ id, name });
const twoRows = (min: number | null, max: number | null) =>
  [0, 100].map((at) => ({ at, limits: { kind: 'band', min, max } as const }));

// A tolerance of nothing has its two limits in one place, and between them is no zone.
function zonesFrom(measured: FixedSpec | undefined, unit: string): ZonesSpec {
  const { cuts, zones } = measured ? zonesOf(measured) : { cuts: [], zones: [] };
  const isSpread = zones.length > 0 && cuts.every((cut, index) => index === 0 || cut > (cuts[index - 1] ?? cut));
  return isSpread
    ? { kind: 'zones', unit, cuts, zones }
    : { kind: 'zones', unit, cuts: [], zones: [seen('inSpec', 'in spec', true)] };
}

/** The limits around the first ok zone. */
function limitsOf(spec: FixedSpec | undefined): readonly [number | null, number | null] | readonly [] {
  if (!spec) return [];
  const { cuts, zones } = zonesOf(spec);
  const ok = zones.findIndex((zone) => zone.ok);
  return [cuts[ok - 1] ?? null, cuts[ok] ?? null];
}

/** The spec with one cut more, in the middle of its widest stretch, and a zone beside it. */
export function withNewCut(spec: ZonesSpec, id: string): ZonesSpec {
  const { cuts, zones } = spec;
  const last = cuts.at(-1);
  const cut =
    last === undefined
      ? 1
      : cuts.length === 1
        ? last + Math.max(1, Math.abs(last))
        : last + (last - (cuts.at(-2) ?? 0));
  return {
    ...spec,
    cuts: [...cuts, Number(cut.toPrecision(6))],
    zones: [...zones, { id, name: 'new zone', meaning: '', ok: false }],
  };
}

/** The spec without one zone: its stretch goes to the neighbour on the left, or on the right for the first. */
export function withoutZone(spec: ZonesSpec, zoneId: string): ZonesSpec {
  const index = spec.zones.findIndex(({ id }) => id === zoneId);
  if (index < 0 || spec.zones.length === 1) return spec;
  return {
    ...spec,
    cuts: spec.cuts.filter((_, at) => at !== Math.max(0, index - 1)),
    zones: spec.zones.filter((_, at) => at !== index),
  };
}

/** The spec with one cut moved, kept between its neighbours so that no zone is turned inside out. */
export function withCutAt(spec: ZonesSpec, index: number, value: number): ZonesSpec {
  const lower = spec.cuts[index - 1] ?? Number.NEGATIVE_INFINITY;
  const upper = spec.cuts[index + 1] ?? Number.POSITIVE_INFINITY;
  if (value <= lower || value >= upper) return spec;
  return { ...spec, cuts: spec.cuts.map((cut, at) => (at === index ? value : cut)) };
}

/** The zones or options with one of them changed; one that is not there any more is left alone. */
export const withZone = (zones: readonly Zone[], zoneId: string, change: Partial<Zone>): Zone[] =>
  zones.map((zone) => (zone.id === zoneId ? { ...zone, ...change } : zone));
