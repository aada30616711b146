import { Button, Group, Select } from '@mantine/core';
import { formatPlain } from '@probe-trail/core/reading';
import { failed, type Result } from '@probe-trail/core/result';
import { typicalZones, type ZonesSpec } from '@probe-trail/core/spec';
import { nanoid } from 'nanoid';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOfParts } from '../../fields/optionsOf';
import { parseLimit } from '../../fields/parseFields';
import { LimitRuler } from '../../spec/LimitRuler';
import type { KindProps } from './editSpec';
import { withCutAt, withNewCut, withoutZone, withZone } from './specKinds';
import { UnitInput } from './UnitInput';
import { ZoneRow } from './ZoneRow';

/** Zones, with their cuts dragged on the ruler or typed. */
export function ZonesEditor({ spec, onChange }: KindProps<ZonesSpec>) {
  return (
    <>
      <Select
        label="Start from a typical case"
        placeholder="what the zones mean, with limits to be moved"
        data={optionsOfParts(typicalZones)}
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

function CutFields({ spec, onChange }: KindProps<ZonesSpec>) {
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
