import { Select } from '@mantine/core';
import { formulaNames } from '@probe-trail/core/plan';
import type { CurveSpec } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseUnit } from '../../fields/parseFields';
import { useDraft } from '../draft/editorContext';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { RowsText } from './RowsText';
import { UnitInput } from './UnitInput';

/** Limits that follow another value along a table. */
export function CurveEditor({ spec, onChange }: KindProps<CurveSpec>) {
  const plan = useDraft((draft) => draft);
  const names = formulaNames(plan).map(({ name, label }) => ({ value: name, label }));
  const isKnown = names.some(({ value }) => value === spec.of);
  return (
    <>
      <div className={classes.columns}>
        <Select
          label="Depends on"
          data={isKnown ? names : [...names, { value: spec.of, label: spec.of }]}
          value={spec.of}
          searchable
          onChange={(of) => of && onChange(null, (now) => ({ ...now, of }))}
        />
        <CommittedInput
          label="in"
          value={spec.ofUnit}
          parse={parseUnit}
          onCommit={(ofUnit) => onChange('ofUnit', (now) => ({ ...now, ofUnit }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <RowsText
        rows={spec.rows}
        unit={spec.unit}
        atUnit={spec.ofUnit}
        onRows={(rows) => onChange('rows', (now) => ({ ...now, rows }))}
      />
    </>
  );
}
