import { Button, Group } from '@mantine/core';
import type { ChoiceSpec, Zone } from '@probe-trail/core/spec';
import { nanoid } from 'nanoid';
import type { KindProps } from './editSpec';
import { withZone } from './specKinds';
import { ZoneRow } from './ZoneRow';

/** The things that can be seen. */
export function OptionsEditor({ spec, onChange }: KindProps<ChoiceSpec>) {
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

function AddOption({ spec, onChange }: KindProps<ChoiceSpec>) {
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
