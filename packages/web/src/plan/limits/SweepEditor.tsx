import { type SweepSpec, specLengths } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseUnit } from '../../fields/parseFields';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { RowsText } from './RowsText';
import { UnitInput } from './UnitInput';

/** Limits for each value that is commanded. */
export function SweepEditor({ spec, onChange }: KindProps<SweepSpec>) {
  return (
    <>
      <div className={classes.columns}>
        <DraftLine
          label="Commanded"
          placeholder="Such as pedal travel"
          maxLength={specLengths.sweep.command}
          value={spec.command}
          onText={(command) => onChange('command', (now) => ({ ...now, command }))}
        />
        <CommittedInput
          label="in"
          value={spec.commandUnit}
          parse={parseUnit}
          onCommit={(commandUnit) => onChange('commandUnit', (now) => ({ ...now, commandUnit }))}
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
      <RowsText
        rows={spec.rows}
        unit={spec.unit}
        atUnit={spec.commandUnit}
        onRows={(rows) => onChange('rows', (now) => ({ ...now, rows }))}
      />
    </>
  );
}
