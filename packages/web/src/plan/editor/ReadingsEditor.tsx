import { ActionIcon, Button, Group, Select } from '@mantine/core';
import type { Step, StepReading } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { TextLine } from '../../ui/TextField';
import { change, removeById } from './editorContext';
import { SpecEditor } from './SpecEditor';
import type { EditStep } from './StepEditor';
import classes from './StepEditor.module.css';
import { specKinds, specOfKind } from './specKinds';

interface ReadingsProps {
  readonly step: Step;
  readonly editStep: EditStep;
}

/** The readings of a step with their limits. */
export function ReadingsEditor({ step, editStep }: ReadingsProps) {
  const add = () =>
    editStep(null, (draft) => {
      draft.readings.push({
        id: `r-${nanoid(5)}`,
        name: '',
        spec: specOfKind('band', undefined),
      } as Draft<StepReading>);
    });
  return (
    <section>
      <h2>Readings</h2>
      {step.readings.map((reading) => (
        <ReadingEditor key={reading.id} reading={reading} editStep={editStep} />
      ))}
      <Button variant="default" mt="xs" onClick={add}>
        Add a reading
      </Button>
    </section>
  );
}

function ReadingEditor({ reading, editStep }: { readonly reading: StepReading; readonly editStep: EditStep }) {
  const edit = (field: string | null, recipe: (reading: Draft<StepReading>) => void) =>
    editStep(field && `${reading.id}.${field}`, (draft) => change(draft.readings, reading.id, recipe));
  return (
    <div className={classes.block}>
      <Group align="end" wrap="nowrap">
        <TextLine
          label="Name of the reading"
          style={{ flex: 1 }}
          maxLength={120}
          value={reading.name}
          onText={(value) =>
            edit('name', (draft) => {
              draft.name = value;
            })
          }
        />
        <Select
          label="Limit"
          w={210}
          data={specKinds}
          value={reading.spec.kind}
          allowDeselect={false}
          onChange={(kind) =>
            kind &&
            edit(null, (draft) => {
              draft.spec = specOfKind(kind, reading.spec) as Draft<StepReading['spec']>;
            })
          }
        />
        <ActionIcon
          aria-label={`Delete the reading ${reading.name}`}
          onClick={() => editStep(null, (draft) => removeById(draft.readings, reading.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <SpecEditor
        spec={reading.spec}
        onChange={(field, spec) =>
          edit(field, (draft) => {
            draft.spec = spec as Draft<StepReading['spec']>;
          })
        }
      />
    </div>
  );
}
