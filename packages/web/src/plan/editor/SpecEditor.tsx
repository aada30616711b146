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
import { ZonesEditor } from './ZonesEditor';

/** Puts a changed spec into the draft; changes in a row to one field are undone together. */
export type ChangeSpec<S extends Spec> = (field: string | null, spec: S) => void;

interface SpecProps {
  readonly spec: Spec;
  readonly onChange: ChangeSpec<Spec>;
}

/** The limits of a reading, each kind with its own fields, all on the same ruler. */
export function SpecEditor({ spec, onChange }: SpecProps) {
  switch (spec.kind) {
    case 'band':
      return <BandEditor spec={spec} onChange={onChange} />;
    case 'tolerance':
      return <ToleranceEditor spec={spec} onChange={onChange} />;
    case 'curve':
      return <CurveEditor spec={spec} onChange={onChange} />;
    case 'formula':
      return <FormulaEditor spec={spec} onChange={onChange} />;
    case 'siblings':
      return <SiblingsEditor spec={spec} onChange={onChange} />;
    case 'change':
      return <ChangeEditor spec={spec} onChange={onChange} />;
    case 'sweep':
      return <SweepEditor spec={spec} onChange={onChange} />;
    case 'count':
      return <CountEditor spec={spec} onChange={onChange} />;
    case 'zones':
    case 'choice':
      return <ZonesEditor spec={spec} onChange={onChange} />;
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
          onCommit={(next) => onChange('min', { ...spec, min: next })}
        />
        <CommittedInput
          label="To"
          placeholder="open"
          rightSection={unit}
          value={limitText(max)}
          parse={above(parseOpenLimit(unit), min)}
          onCommit={(next) => onChange('max', { ...spec, max: next })}
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
          onCommit={(next) => onChange('nominal', { ...spec, nominal: next })}
        />
        <CommittedInput
          label="± Tolerance"
          value={formatPlain(tolerance)}
          parse={parseLimit(spec.as === 'percent' ? '%' : unit)}
          onCommit={(next) => onChange('tolerance', { ...spec, tolerance: Math.abs(next) })}
        />
        <Select
          label="in"
          data={[
            { value: 'absolute', label: unit },
            { value: 'percent', label: '% of nominal' },
          ]}
          value={spec.as}
          allowDeselect={false}
          onChange={(as) => as && onChange(null, { ...spec, as: as as ToleranceSpec['as'] })}
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
      onCommit={(unit) => onChange('unit', { ...spec, unit })}
    />
  );
}
