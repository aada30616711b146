import { ActionIcon, Button, Group, MultiSelect, Select } from '@mantine/core';
import { blankOutcome, type Outcome, planLengths, type StepReading } from '@probe-trail/core/plan';
import { casesOfReading } from '@probe-trail/core/spec';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { nanoid } from 'nanoid';
import { memo, useMemo } from 'react';
import { optionsOfParts } from '../../fields/optionsOf';
import { bindTo, type EditPart, withListChange } from '../draft/bindTo';
import { change, removeById, useDraft } from '../draft/editorContext';
import { goToOf, optionOf, useGoals } from '../draft/goals';
import { DraftBlock } from '../fields/DraftText';
import type { EditStep } from './editStep';
import classes from './OutcomesEditor.module.css';

interface OutcomesProps {
  readonly readings: readonly StepReading[];
  readonly outcomes: readonly Outcome[];
  readonly editStep: EditStep;
}

/** The outcomes in the order in which they are tried; each reads like a sentence. */
export const OutcomesEditor = memo(function OutcomesEditor({ readings, outcomes, editStep }: OutcomesProps) {
  const add = () =>
    editStep(null, (draft) => {
      draft.outcomes.push(blankOutcome(`o-${nanoid(5)}`) as Draft<Outcome>);
    });
  return (
    <section>
      <h2>Outcomes</h2>
      <p className="soft">The first one that holds is taken.</p>
      {outcomes.map((outcome, index) => (
        <OutcomeEditor key={outcome.id} readings={readings} outcome={outcome} index={index} editStep={editStep} />
      ))}
      <Button variant="default" mt="xs" onClick={add}>
        Add an outcome
      </Button>
    </section>
  );
});

type EditOutcome = EditPart<Outcome>;

interface OutcomeProps extends Omit<OutcomesProps, 'outcomes'> {
  readonly outcome: Outcome;
  readonly index: number;
}

const OutcomeEditor = memo(function OutcomeEditor({ readings, outcome, index, editStep }: OutcomeProps) {
  const suspects = useSuspectOptions();
  const edit: EditOutcome = (field, recipe) =>
    editStep(field && `${outcome.id}.${field}`, (draft) => change(draft.outcomes, outcome.id, recipe));
  const bind = bindTo(outcome, edit, planLengths.outcome);
  return (
    <div className={classes.outcome}>
      {readings.map((reading) => (
        <Condition key={reading.id} reading={reading} outcome={outcome} edit={edit} />
      ))}
      <MultiSelect label="clears" data={suspects} searchable {...bind.list('clears')} />
      <MultiSelect label="points to" data={suspects} searchable {...bind.list('pointsTo')} />
      <MultiSelect label="expected of" data={suspects} searchable {...bind.list('expects')} />
      <GoToSelect outcome={outcome} edit={edit} />
      <DraftBlock className={classes.wide} label="It means" {...bind.text('meaning')} />
      <Group gap={0} className={classes.tools}>
        <ActionIcon
          aria-label="Move up"
          disabled={index === 0}
          onClick={() =>
            editStep(null, ({ outcomes }) => {
              outcomes.splice(index - 1, 0, ...outcomes.splice(index, 1));
            })
          }
        >
          <IconArrowUp size={20} />
        </ActionIcon>
        <ActionIcon
          aria-label="Delete this outcome"
          onClick={() => editStep(null, (draft) => removeById(draft.outcomes, outcome.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
    </div>
  );
});

function Condition({
  reading,
  outcome,
  edit,
}: {
  readonly reading: StepReading;
  readonly outcome: Outcome;
  readonly edit: EditOutcome;
}) {
  const chosen = outcome.when.find(({ readingId }) => readingId === reading.id)?.zoneIds ?? [];
  const setZones = (after: readonly string[]) =>
    edit(null, (draft) => {
      const now = draft.when.find(({ readingId }) => readingId === reading.id)?.zoneIds ?? [];
      const zoneIds = withListChange(now, chosen, after);
      draft.when = draft.when.filter(({ readingId }) => readingId !== reading.id);
      if (zoneIds.length > 0) draft.when.push({ readingId: reading.id, zoneIds: [...zoneIds] });
    });
  return (
    <MultiSelect
      label={`when ${reading.name || 'the reading'} is`}
      placeholder={chosen.length === 0 ? 'anything' : ''}
      data={optionsOfParts(casesOfReading(reading))}
      value={[...chosen]}
      onChange={setZones}
    />
  );
}

function GoToSelect({ outcome, edit }: { readonly outcome: Outcome; readonly edit: EditOutcome }) {
  const data = useGoals();
  return (
    <Select
      label="go to"
      placeholder="nowhere yet"
      data={data}
      value={optionOf(outcome.goTo)}
      searchable
      clearable
      onChange={(value) =>
        edit(null, (draft) => {
          draft.goTo = goToOf(value);
        })
      }
    />
  );
}

/** The suspects to choose from; the same list while they stay the same. */
function useSuspectOptions() {
  const suspects = useDraft((plan) => plan.suspects);
  return useMemo(() => optionsOfParts(suspects), [suspects]);
}
