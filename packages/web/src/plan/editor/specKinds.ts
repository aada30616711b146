import {
  type ChoiceSpec,
  type MeasuredSpec,
  type Spec,
  type Zone,
  type ZonesSpec,
  zonesOf,
} from '@probe-trail/core/spec';

/** The kinds of limit, as an author picks them. */
export const specKinds: { value: Spec['kind']; label: string }[] = [
  { value: 'band', label: 'from … to …' },
  { value: 'tolerance', label: 'nominal ± tolerance' },
  { value: 'zones', label: 'zones on a ruler' },
  { value: 'choice', label: 'things to be seen' },
];

const seen = (id: string, name: string, ok: boolean): Zone => ({ id, name, meaning: '', ok });

/** A spec of another kind that keeps what both kinds have: the unit and the limits. */
export function specOfKind(kind: string, old: Spec | undefined): Spec {
  const measured = old && old.kind !== 'choice' ? old : undefined;
  const unit = measured?.unit ?? 'V';
  const [min = null, max = null] = limitsOf(measured);
  switch (kind) {
    case 'tolerance':
      return {
        kind: 'tolerance',
        unit,
        nominal: min !== null && max !== null ? (min + max) / 2 : (min ?? max ?? 0),
        tolerance: min !== null && max !== null ? (max - min) / 2 : 0,
        as: 'absolute',
      };
    case 'zones':
      return zonesFrom(measured, unit);
    case 'choice':
      return { kind: 'choice', options: [seen('good', 'nothing wrong', true), seen('bad', 'something wrong', false)] };
    default:
      return { kind: 'band', unit, min, max };
  }
}

// A tolerance of nothing has its two limits in one place, and between them is no zone.
function zonesFrom(measured: MeasuredSpec | undefined, unit: string): ZonesSpec {
  const { cuts, zones } = measured ? zonesOf(measured) : { cuts: [], zones: [] };
  const isSpread = zones.length > 0 && cuts.every((cut, index) => index === 0 || cut > (cuts[index - 1] ?? cut));
  return isSpread
    ? { kind: 'zones', unit, cuts, zones }
    : { kind: 'zones', unit, cuts: [], zones: [seen('inSpec', 'in spec', true)] };
}

/** The limits around the first ok zone. */
function limitsOf(spec: MeasuredSpec | undefined): readonly [number | null, number | null] | readonly [] {
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
export function withoutZone(spec: ZonesSpec, index: number): ZonesSpec {
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

/** The spec with one zone or option changed. */
export function withZone<S extends ZonesSpec | ChoiceSpec>(spec: S, index: number, change: Partial<Zone>): S {
  const changed = (zones: readonly Zone[]) => zones.map((zone, at) => (at === index ? { ...zone, ...change } : zone));
  return spec.kind === 'zones' ? { ...spec, zones: changed(spec.zones) } : { ...spec, options: changed(spec.options) };
}
