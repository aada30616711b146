import { Select } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { type ToleranceSpec, zonesOf } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseLimit } from '../../fields/parseFields';
import { LimitRuler } from '../../spec/LimitRuler';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { UnitInput } from './UnitInput';

/** A nominal value and how far from it a reading may be. */
export function ToleranceEditor({ spec, onChange }: KindProps<ToleranceSpec>) {
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
          onChange={(as) => as && onChange(null, (now) => ({ ...now, as: as as ToleranceSpec['as'] }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <LimitRuler line={zonesOf(spec)} unit={unit} />
    </>
  );
}
