import { ActionIcon, SegmentedControl } from '@mantine/core';
import { specLengths, type Zone } from '@probe-trail/core/spec';
import { IconTrash } from '@tabler/icons-react';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';

interface ZoneRowProps {
  readonly zone: Zone;
  readonly canDelete: boolean;
  readonly onDelete: () => void;
  readonly onChange: (field: string | null, change: Partial<Zone>) => void;
}

/** A zone: its name, what it says, and whether it is in spec. */
export function ZoneRow({ zone, canDelete, onDelete, onChange }: ZoneRowProps) {
  return (
    <div className={classes.zone}>
      <DraftLine
        aria-label="Name"
        placeholder="Name"
        maxLength={specLengths.zone.name}
        value={zone.name}
        onText={(name) => onChange('name', { name })}
      />
      <DraftLine
        className={classes.meaning ?? ''}
        aria-label={`Meaning of ${zone.name}`}
        placeholder="What it says about the vehicle"
        maxLength={specLengths.zone.meaning}
        value={zone.meaning}
        onText={(meaning) => onChange('meaning', { meaning })}
      />
      <SegmentedControl
        aria-label={`${zone.name} is`}
        data={['ok', 'not ok']}
        value={zone.ok ? 'ok' : 'not ok'}
        onChange={(value) => onChange(null, { ok: value === 'ok' })}
      />
      <ActionIcon aria-label={`Delete ${zone.name}`} disabled={!canDelete} onClick={onDelete}>
        <IconTrash size={20} />
      </ActionIcon>
    </div>
  );
}
