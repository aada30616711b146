import { Select } from '@mantine/core';
import { type ChangeSpec, specLengths } from '@probe-trail/core/spec';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseLimit, parseOpenLimit } from '../../fields/parseFields';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import type { KindProps } from './editSpec';
import { limitText } from './limitText';
import { UnitInput } from './UnitInput';

const directions = [
  { value: 'rise', label: 'rises' },
  { value: 'fall', label: 'falls' },
  { value: 'stay', label: 'stays' },
];

/** How a reading changes when something is done. */
export function ChangeEditor({ spec, onChange }: KindProps<ChangeSpec>) {
  const turn = (direction: ChangeSpec['direction']) =>
    onChange(null, (now) =>
      direction === 'stay'
        ? { ...now, direction, atLeast: null, atMost: now.atMost ?? now.atLeast ?? 0 }
        : { ...now, direction, atLeast: now.atLeast ?? 0 },
    );
  return (
    <>
      <DraftLine
        label="What is done in between"
        placeholder="Such as: unplug C31"
        maxLength={specLengths.change.action}
        value={spec.action}
        onText={(action) => onChange('action', (now) => ({ ...now, action }))}
      />
      <div className={classes.columns}>
        <Select
          label="The reading then"
          data={directions}
          value={spec.direction}
          onChange={(direction) => direction && turn(direction as ChangeSpec['direction'])}
        />
        {spec.direction !== 'stay' && (
          <CommittedInput
            label="by at least"
            rightSection={spec.unit}
            value={limitText(spec.atLeast)}
            parse={parseLimit(spec.unit)}
            onCommit={(atLeast) => onChange('atLeast', (now) => ({ ...now, atLeast: Math.abs(atLeast) }))}
          />
        )}
        <CommittedInput
          label={spec.direction === 'stay' ? 'within' : 'by at most'}
          placeholder={spec.direction === 'stay' ? '' : 'open'}
          rightSection={spec.unit}
          value={limitText(spec.atMost)}
          parse={spec.direction === 'stay' ? parseLimit(spec.unit) : parseOpenLimit(spec.unit)}
          onCommit={(atMost) =>
            onChange('atMost', (now) => ({ ...now, atMost: atMost === null ? null : Math.abs(atMost) }))
          }
        />
        <UnitInput spec={spec} onChange={onChange} />
      </div>
    </>
  );
}
