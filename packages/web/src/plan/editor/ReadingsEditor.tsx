import { ActionIcon, Button, Group, Select, SimpleGrid } from '@mantine/core';
import type { Step, StepReading } from '@probe-trail/core/plan';
import { isMeasured, type Spec } from '@probe-trail/core/spec';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { memo } from 'react';
import { CommittedInput } from './CommittedInput';
import { DraftLine } from './DraftText';
import { ExpectationsEditor } from './ExpectationsEditor';
import { change, removeById } from './editorContext';
import { FormulaInput } from './FormulaInput';
import { parseId } from './parseFields';
import { SpecEditor } from './SpecEditor';
import type { EditStep } from './StepEditor';
import classes from './StepEditor.module.css';
import { specKinds, specOfKind } from './specKinds';

interface ReadingsProps {
  readonly readings: readonly StepReading[];
  readonly editStep: EditStep;
}

/** The readings of a step with their limits. */
export const ReadingsEditor = memo(function ReadingsEditor({ readings, editStep }: ReadingsProps) {
  const add = () =>
    editStep(null, (draft) => {
      draft.readings.push({
        // A name that formulas can use.
        id: `r${nanoid().replace(/\W/g, '').slice(0, 6)}`,
        name: '',
        derivedFrom: null,
        expects: [],
        spec: specOfKind('band', undefined),
      } as Draft<StepReading>);
    });
  return (
    <section>
      <h2>Readings</h2>
      {readings.map((reading, index) => (
        // The id is what can be typed, so it cannot be the key.
        <ReadingEditor key={index} reading={reading} editStep={editStep} />
      ))}
      <Button variant="default" mt="xs" onClick={add}>
        Add a reading
      </Button>
    </section>
  );
});

const ReadingEditor = memo(function ReadingEditor({
  reading,
  editStep,
}: {
  readonly reading: StepReading;
  readonly editStep: EditStep;
}) {
  const edit = (field: string | null, recipe: (reading: Draft<StepReading>) => void) =>
    editStep(field && `${reading.id}.${field}`, (draft) => change(draft.readings, reading.id, recipe));
  return (
    <div className={classes.block}>
      <Group align="end" wrap="nowrap">
        <DraftLine
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
          w={250}
          data={specKinds}
          value={reading.spec.kind}
          allowDeselect={false}
          onChange={(kind) =>
            kind &&
            edit(null, (draft) => {
              draft.spec = specOfKind(kind as Spec['kind'], draft.spec as Spec) as Draft<StepReading['spec']>;
              // What was expected was said in other zones, or in another unit.
              draft.expects = [];
              // Only one number can be computed from others.
              if (!isMeasured(draft.spec)) draft.derivedFrom = null;
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
      <SimpleGrid cols={2} spacing="sm">
        <CommittedInput
          label="Its name in formulas"
          value={reading.id}
          parse={parseId}
          onCommit={(id) => editStep('readingId', (draft) => renameReading(draft, reading.id, id))}
        />
        {isMeasured(reading.spec) && (
          <FormulaInput
            label="Computed from"
            placeholder="it is entered"
            unit={reading.spec.unit}
            value={reading.derivedFrom}
            onCommit={(formula) =>
              edit('derivedFrom', (draft) => {
                draft.derivedFrom = formula;
              })
            }
          />
        )}
      </SimpleGrid>
      <SpecEditor
        spec={reading.spec}
        onChange={(field, change) =>
          edit(field, (draft) => {
            draft.spec = change(draft.spec as StepReading['spec']) as Draft<StepReading['spec']>;
          })
        }
      />
      <ExpectationsEditor
        reading={reading}
        onChange={(change) =>
          edit(null, (draft) => {
            draft.expects = change(draft.expects as StepReading['expects']) as Draft<StepReading['expects']>;
          })
        }
      />
    </div>
  );
});

/** Gives a reading another id; the outcomes that ask for it follow. */
function renameReading({ readings, outcomes }: Draft<Step>, from: string, to: string): void {
  if (readings.some(({ id }) => id === to)) return;
  change(readings, from, (reading) => {
    reading.id = to;
  });
  for (const condition of outcomes.flatMap(({ when }) => when))
    if (condition.readingId === from) condition.readingId = to;
}
