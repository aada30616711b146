import { ActionIcon, Button, Group, Select, SimpleGrid } from '@mantine/core';
import {
  nameFollows,
  nameForFormulas,
  namesTaken,
  planLengths,
  renameValue,
  type StepReading,
} from '@probe-trail/core/plan';
import { isMeasured, type Spec } from '@probe-trail/core/spec';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { memo, useRef } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { parseFreeName } from '../../fields/parseFields';
import { bindTo, type EditPart } from '../draft/bindTo';
import { change, removeById, useDraft, useEdits } from '../draft/editorContext';
import { DraftLine } from '../fields/DraftText';
import classes from '../fields/editorFields.module.css';
import { FormulaInput } from '../fields/FormulaInput';
import { SpecEditor } from '../limits/SpecEditor';
import { specKinds, specOfKind } from '../limits/specKinds';
import { ExpectationsEditor } from './ExpectationsEditor';
import type { EditStep } from './editStep';
import { HookUpEditor } from './HookUpEditor';

interface ReadingsProps {
  readonly readings: readonly StepReading[];
  readonly editStep: EditStep;
}

/** The readings of a step with their limits. */
export const ReadingsEditor = memo(function ReadingsEditor({ readings, editStep }: ReadingsProps) {
  const { read } = useEdits();
  const add = () =>
    editStep(null, (draft) => {
      draft.readings.push({
        id: nameForFormulas('', fallbackName, namesTaken(read())),
        name: '',
        derivedFrom: null,
        hookUp: null,
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

const fallbackName = 'reading';

const ReadingEditor = memo(function ReadingEditor({
  reading,
  editStep,
}: {
  readonly reading: StepReading;
  readonly editStep: EditStep;
}) {
  const { rework } = useEdits();
  const taken = useDraft(namesTakenOf);
  const called = useRef(reading.name);
  const edit: EditPart<StepReading> = (field, recipe) =>
    editStep(field && `${reading.id}.${field}`, (draft) => change(draft.readings, reading.id, recipe));
  const bind = bindTo(reading, edit, planLengths.reading);
  const leaveName = (name: string) => {
    const before = called.current;
    called.current = name;
    if (name !== before) rework((plan) => nameFollows(plan, reading.id, fallbackName, before, name));
  };
  return (
    <div className={classes.block}>
      <Group align="end" wrap="nowrap">
        <DraftLine label="Name of the reading" style={{ flex: 1 }} {...bind.text('name')} onLeave={leaveName} />
        <KindSelect spec={reading.spec} edit={edit} />
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
          parse={parseFreeName(reading.id, new Set(taken.split(' ')))}
          onCommit={(id) => rework((plan) => renameValue(plan, reading.id, id), 'readingId')}
        />
        {isMeasured(reading.spec) && (
          <FormulaInput
            label="Computed from"
            placeholder="it is entered"
            unit={reading.spec.unit}
            value={reading.derivedFrom}
            {...bind.commit('derivedFrom')}
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
      {reading.derivedFrom === null && (
        <HookUpEditor
          label="It has a hook-up of its own"
          hookUp={reading.hookUp}
          edit={(field, recipe) => edit(field, (now) => recipe(now))}
        />
      )}
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

/** Which kind of limits the reading has; what was written for another kind is carried over as far as it goes. */
const KindSelect = ({ spec, edit }: { readonly spec: Spec; readonly edit: EditPart<StepReading> }) => (
  <Select
    label="Limit"
    w={250}
    data={specKinds}
    value={spec.kind}
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
);

/** In one text, so that a field is drawn anew only when a name is another. */
const namesTakenOf = (plan: Parameters<typeof namesTaken>[0]): string => [...namesTaken(plan)].join(' ');
