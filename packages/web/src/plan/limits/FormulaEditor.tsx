import type { FormulaSpec } from '@probe-trail/core/spec';
import classes from '../fields/editorFields.module.css';
import { FormulaInput } from '../fields/FormulaInput';
import type { KindProps } from './editSpec';
import { UnitInput } from './UnitInput';

/** Limits that are computed from other readings. */
export function FormulaEditor({ spec, onChange }: KindProps<FormulaSpec>) {
  return (
    <div className={classes.columns}>
      {(['min', 'max'] as const).map((side) => (
        <FormulaInput
          key={side}
          label={side === 'min' ? 'Not less than' : 'Not more than'}
          placeholder="open"
          unit={spec.unit}
          value={spec[side]}
          onCommit={(formula) => onChange(side, (now) => ({ ...now, [side]: formula }))}
        />
      ))}
      <UnitInput spec={spec} onChange={onChange} />
    </div>
  );
}
