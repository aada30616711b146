import { ActionIcon, Group, MultiSelect, Select } from '@mantine/core';
import {
  addOutcomesOfZones,
  blankOutcome,
  changeStep,
  hasOpenZones,
  leadToOwnConclusion,
  type Outcome,
  planLengths,
  type StepReading,
} from '@probe-trail/core/plan';
import { casesOfReading } from '@probe-trail/core/spec';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { nanoid } from 'nanoid';
import { memo, useMemo } from 'react';
import { optionsOfParts } from '../../fields/optionsOf';
import { bindTo, type EditPart, withListChange } from '../draft/bindTo';
import { change, removeById, useDraft, useEdits } from '../draft/editorContext';
import { goToOf, optionOf, useGoals } from '../draft/goals';
import { DraftBlock } from '../fields/DraftText';
import fieldClasses from '../fields/editorFields.module.css';
import type { EditStep } from './editStep';
import { AddPart, InPlace } from './InPlace';
import { OutcomeSentence } from './OutcomeSentence';
import classes from './OutcomesEditor.module.css';
import { useOpenParts } from './openParts';

interface OutcomesProps {
  readonly stepId: string;
  readonly readings: readonly StepReading[];
  readonly outcomes: readonly Outcome[];
  readonly editStep: EditStep;
}

const newId = () => `o-${nanoid(5)}`;

/** The outcomes in the order in which they are tried; each reads like a sentence. */
export const OutcomesEditor = memo(function OutcomesEditor(props: OutcomesProps) {
  const { stepId, readings, outcomes, editStep } = props;
  const { show } = useOpenParts();
  const { rework } = useEdits();
  const add = () => {
    const id = newId();
    editStep(null, (draft) => {
      draft.outcomes.push(blankOutcome(id) as Draft<Outcome>);
    });
    show(id);
  };
  return (
    <section className={fieldClasses.parts} aria-label="Outcomes">
      <h2>Outcomes {outcomes.length > 1 && <small className="soft">the first one that holds is taken</small>}</h2>
      {outcomes.map((outcome, index) => (
        <InPlace
          key={outcome.id}
          part={outcome.id}
          name={`outcome ${index + 1}`}
          view={<OutcomeSentence readings={readings} outcome={outcome} isFirst={index === 0} />}
        >
          <OutcomeEditor {...props} outcome={outcome} index={index} />
        </InPlace>
      ))}
      {readings
        .filter((reading) => hasOpenZones({ outcomes }, reading))
        .map(({ id, name }) => (
          <AddPart
            key={id}
            label={`An outcome for each zone of ${name || id}`}
            onAdd={() => rework((plan) => changeStep(plan, stepId, (step) => addOutcomesOfZones(step, id, newId)))}
          />
        ))}
      <AddPart label="Add an outcome" onAdd={add} />
    </section>
  );
});

type EditOutcome = EditPart<Outcome>;

interface OutcomeProps extends Omit<OutcomesProps, 'outcomes'> {
  readonly outcome: Outcome;
  readonly index: number;
}

const OutcomeEditor = memo(function OutcomeEditor({ stepId, readings, outcome, index, editStep }: OutcomeProps) {
  const suspects = useSuspectOptions();
  const { rework } = useEdits();
  const edit: EditOutcome = (field, recipe) =>
    editStep(field && `${outcome.id}.${field}`, (draft) => change(draft.outcomes, outcome.id, recipe));
  const bind = bindTo(outcome, edit, planLengths.outcome);
  const pointsTo = bind.list('pointsTo');
  const group = `${outcome.id} points to`;
  return (
    <div className={classes.outcome}>
      {readings.map((reading) => (
        <Condition key={reading.id} reading={reading} outcome={outcome} edit={edit} />
      ))}
      <MultiSelect
        label="points to"
        data={suspects}
        searchable
        {...pointsTo}
        onChange={(after) => {
          pointsTo.onChange(after);
          rework((plan) => leadToOwnConclusion(plan, stepId, outcome.id), group);
        }}
      />
      <MultiSelect label="clears" data={suspects} searchable {...bind.list('clears')} />
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
