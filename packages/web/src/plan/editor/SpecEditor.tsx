import { Select } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import {
  type BandSpec,
  type MeasuredSpec,
  type SeriesSpec,
  type Spec,
  type ToleranceSpec,
  zonesOf,
} from '@probe-trail/core/spec';
import { LimitRuler } from '../../ui/LimitRuler';
import { CommittedInput } from './CommittedInput';
import { ChangeEditor, CountEditor, CurveEditor, FormulaEditor, SiblingsEditor, SweepEditor } from './KindEditors';
import { parseLimit, parseOpenLimit, parseUnit } from './parseFields';
import classes from './StepEditor.module.css';
import { OptionsEditor, ZonesEditor } from './ZonesEditor';

/**
 * Changes the spec as it stands in the draft then, never a copy that was drawn before: two fields that are written in one breath
 * would take back each other. Changes in a row to one field are undone together.
 */
export type ChangeSpec<S extends Spec> = (field: string | null, change: (now: S) => S) => void;

/** The same for a spec of these kinds; once it is of another kind, what was meant for the old one is passed over. */
function ofKind<Kind extends Spec['kind']>(
  onChange: ChangeSpec<Spec>,
  ...kinds: readonly Kind[]
): ChangeSpec<Extract<Spec, { kind: Kind }>> {
  const isOfKind = (spec: Spec): spec is Extract<Spec, { kind: Kind }> => kinds.some((kind) => kind === spec.kind);
  return (field, change) => onChange(field, (now) => (isOfKind(now) ? change(now) : now));
}

interface SpecProps {
  readonly spec: Spec;
  readonly onChange: ChangeSpec<Spec>;
}

/** The limits of a reading, each kind with its own fields, all on the same ruler. */
export function SpecEditor({ spec, onChange }: SpecProps) {
  switch (spec.kind) {
    case 'band':
      return <BandEditor spec={spec} onChange={ofKind(onChange, 'band')} />;
    case 'tolerance':
      return <ToleranceEditor spec={spec} onChange={ofKind(onChange, 'tolerance')} />;
    case 'curve':
      return <CurveEditor spec={spec} onChange={ofKind(onChange, 'curve')} />;
    case 'formula':
      return <FormulaEditor spec={spec} onChange={ofKind(onChange, 'formula')} />;
    case 'siblings':
      return <SiblingsEditor spec={spec} onChange={ofKind(onChange, 'siblings')} />;
    case 'change':
      return <ChangeEditor spec={spec} onChange={ofKind(onChange, 'change')} />;
    case 'sweep':
      return <SweepEditor spec={spec} onChange={ofKind(onChange, 'sweep')} />;
    case 'count':
      return <CountEditor spec={spec} onChange={ofKind(onChange, 'count')} />;
    case 'zones':
      return <ZonesEditor spec={spec} onChange={ofKind(onChange, 'zones')} />;
    case 'choice':
      return <OptionsEditor spec={spec} onChange={ofKind(onChange, 'choice')} />;
  }
}

const limitText = (limit: number | null) => (limit === null ? '' : formatPlain(limit));

function BandEditor({ spec, onChange }: { readonly spec: BandSpec; readonly onChange: ChangeSpec<BandSpec> }) {
  const { unit, min, max } = spec;
  return (
    <>
      <div className={classes.columns}>
        <CommittedInput
          label="From"
          placeholder="open"
          rightSection={unit}
          value={limitText(min)}
          parse={below(parseOpenLimit(unit), max)}
          onCommit={(next) => onChange('min', (now) => ({ ...now, min: next }))}
        />
        <CommittedInput
          label="To"
          placeholder="open"
          rightSection={unit}
          value={limitText(max)}
          parse={above(parseOpenLimit(unit), min)}
          onCommit={(next) => onChange('max', (now) => ({ ...now, max: next }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <LimitRuler line={zonesOf(spec)} unit={unit} />
    </>
  );
}

type ParseLimit = ReturnType<typeof parseOpenLimit>;
const crossed = (limit: number) =>
  ({ ok: false, problem: `That would cross the other limit, ${formatPlain(limit)}.` }) as const;

const below =
  (parse: ParseLimit, limit: number | null): ParseLimit =>
  (text) => {
    const parsed = parse(text);
    return parsed.ok && parsed.value !== null && limit !== null && parsed.value > limit ? crossed(limit) : parsed;
  };

const above =
  (parse: ParseLimit, limit: number | null): ParseLimit =>
  (text) => {
    const parsed = parse(text);
    return parsed.ok && parsed.value !== null && limit !== null && parsed.value < limit ? crossed(limit) : parsed;
  };

function ToleranceEditor({
  spec,
  onChange,
}: {
  readonly spec: ToleranceSpec;
  readonly onChange: ChangeSpec<ToleranceSpec>;
}) {
  const { unit, nominal, tolerance } = spec;
  return (
    <>
      <div className={classes.columns}>
        <CommittedInput
          label="Nominal"
          rightSection={unit}
          value={formatPlain(nominal)}
          parse={parseLimit(unit)}
          onCommit={(next) => onChange('nominal', (now) => ({ ...now, nominal: next }))}
        />
        <CommittedInput
          label="± Tolerance"
          value={formatPlain(tolerance)}
          parse={parseLimit(spec.as === 'percent' ? '%' : unit)}
          onCommit={(next) => onChange('tolerance', (now) => ({ ...now, tolerance: Math.abs(next) }))}
        />
        <Select
          label="in"
          data={[
            { value: 'absolute', label: unit },
            { value: 'percent', label: '% of nominal' },
          ]}
          value={spec.as}
          allowDeselect={false}
          onChange={(as) => as && onChange(null, (now) => ({ ...now, as: as as ToleranceSpec['as'] }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <LimitRuler line={zonesOf(spec)} unit={unit} />
    </>
  );
}

export function UnitInput<S extends MeasuredSpec | SeriesSpec>({
  spec,
  onChange,
}: {
  readonly spec: S;
  readonly onChange: ChangeSpec<S>;
}) {
  return (
    <CommittedInput
      label="Unit"
      value={spec.unit}
      parse={parseUnit}
      onCommit={(unit) => onChange('unit', (now) => ({ ...now, unit }))}
    />
  );
}
