import { ActionIcon, Button, Group, SegmentedControl, Select } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { type ChoiceSpec, type Spec, typicalZones, type Zone, type ZonesSpec } from '@probe-trail/core/spec';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import { LimitRuler } from '../../ui/LimitRuler';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { parseLimit } from './parseFields';
import { type ChangeSpec, UnitInput } from './SpecEditor';
import classes from './StepEditor.module.css';
import { withCutAt, withNewCut, withoutZone, withZone } from './specKinds';

interface ZonesProps<S extends Spec> {
  readonly spec: S;
  readonly onChange: ChangeSpec<S>;
}

/** Zones, with their cuts dragged on the ruler or typed. */
export function ZonesEditor({ spec, onChange }: ZonesProps<ZonesSpec>) {
  return (
    <>
      <Select
        label="Begin from a usual case"
        placeholder="what the zones mean, with limits to be moved"
        data={typicalZones.map(({ id, name }) => ({ value: id, label: name }))}
        value={null}
        onChange={(id) => {
          const typical = typicalZones.find((one) => one.id === id);
          if (typical) onChange(null, () => typical.spec);
        }}
      />
      <LimitRuler
        line={spec}
        unit={spec.unit}
        onCutMoved={(index, value) => onChange(`cut${index}`, (now) => withCutAt(now, index, value))}
      />
      {spec.zones.map((zone) => (
        <ZoneRow
          key={zone.id}
          zone={zone}
          canDelete={spec.zones.length > 1}
          onDelete={() => onChange(null, (now) => withoutZone(now, zone.id))}
          onChange={(field, change) =>
            onChange(field && `${zone.id}.${field}`, (now) => ({ ...now, zones: withZone(now.zones, zone.id, change) }))
          }
        />
      ))}
      <CutFields spec={spec} onChange={onChange} />
    </>
  );
}

/** The things that can be seen. */
export function OptionsEditor({ spec, onChange }: ZonesProps<ChoiceSpec>) {
  return (
    <>
      {spec.options.map((option) => (
        <ZoneRow
          key={option.id}
          zone={option}
          canDelete={spec.options.length > 1}
          onDelete={() =>
            onChange(null, (now) => ({ ...now, options: now.options.filter(({ id }) => id !== option.id) }))
          }
          onChange={(field, change) =>
            onChange(field && `${option.id}.${field}`, (now) => ({
              ...now,
              options: withZone(now.options, option.id, change),
            }))
          }
        />
      ))}
      <AddOption spec={spec} onChange={onChange} />
    </>
  );
}

interface ZoneRowProps {
  readonly zone: Zone;
  readonly canDelete: boolean;
  readonly onDelete: () => void;
  readonly onChange: (field: string | null, change: Partial<Zone>) => void;
}

function ZoneRow({ zone, canDelete, onDelete, onChange }: ZoneRowProps) {
  return (
    <div className={classes.zone}>
      <DraftLine
        aria-label="Name"
        placeholder="Name"
        maxLength={60}
        value={zone.name}
        onText={(name) => onChange('name', { name })}
      />
      <DraftLine
        className={classes.meaning ?? ''}
        aria-label={`Meaning of ${zone.name}`}
        placeholder="What it says about the vehicle"
        maxLength={500}
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

function CutFields({ spec, onChange }: ZonesProps<ZonesSpec>) {
  const parseCut =
    (index: number) =>
    (text: string): Result<number, string> => {
      const parsed = parseLimit(spec.unit)(text);
      const isSame = parsed.ok && parsed.value === spec.cuts[index];
      return parsed.ok && !isSame && withCutAt(spec, index, parsed.value) === spec
        ? failed('The cuts must rise from left to right.')
        : parsed;
    };
  return (
    <Group align="end">
      {spec.cuts.map((cut, index) => (
        <CommittedInput
          // A cut has no identity but its place in the row.
          key={index}
          label={`${spec.zones[index]?.name} | ${spec.zones[index + 1]?.name}`}
          w={150}
          value={formatPlain(cut)}
          rightSection={spec.unit}
          parse={parseCut(index)}
          onCommit={(value) => onChange(`cut${index}`, (now) => withCutAt(now, index, value))}
        />
      ))}
      <UnitInput spec={spec} onChange={onChange} />
      <Button
        variant="default"
        disabled={spec.cuts.length >= 12}
        onClick={() => onChange(null, (now) => withNewCut(now, `z-${nanoid(5)}`))}
      >
        Add a zone
      </Button>
    </Group>
  );
}

function AddOption({ spec, onChange }: ZonesProps<ChoiceSpec>) {
  const option: Zone = { id: `z-${nanoid(5)}`, name: '', meaning: '', ok: false };
  return (
    <Group>
      <Button
        variant="default"
        disabled={spec.options.length >= 12}
        onClick={() => onChange(null, (now) => ({ ...now, options: [...now.options, option] }))}
      >
        Add a thing to be seen
      </Button>
    </Group>
  );
}
