import type { DriveSpec, MeasuredSpec, SeriesSpec } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseUnit } from '../../fields/parseFields';
import type { EditSpec } from './editSpec';

/** The unit of the limits. */
export function UnitInput<S extends MeasuredSpec | SeriesSpec | DriveSpec>({
  spec,
  onChange,
}: {
  readonly spec: S;
  readonly onChange: EditSpec<S>;
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
