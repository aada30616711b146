import { ActionIcon, Button, Group, MultiSelect, Select, TagsInput } from '@mantine/core';
import { planLengths, type Suspect, type Task, taskKinds } from '@probe-trail/core/plan';
import type { BandSpec } from '@probe-trail/core/spec';
import { IconArrowUp, IconTrash } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { optionsOf } from '../../fields/optionsOf';
import { bindTo, type EditPart, put } from '../draft/bindTo';
import { change, removeById, useDraft } from '../draft/editorContext';
import { MarkdownBlock } from '../fields/MarkdownBlock';
import classes from '../fields/rows.module.css';
import { BandEditor } from '../limits/BandEditor';
import type { EditSpec } from '../limits/editSpec';
import { NeedFields } from '../step/NeedFields';

interface TasksProps {
  readonly suspect: Suspect;
  readonly edit: EditPart<Suspect>;
}

const kindOptions = optionsOf(taskKinds);

/** What goes with a repair: what is looked at and replaced with it, and the work afterwards, in its order. */
export function TasksEditor({ suspect, edit }: TasksProps) {
  const bind = bindTo(suspect, edit);
  return (
    <>
      <TagsInput
        mt="sm"
        label="Look at, and replace with it"
        description="A seal, a sub-harness, a second connector; Enter after each"
        {...bind.list('companions')}
        acceptValueOnBlur
      />
      {suspect.tasks.map((task, at) => (
        <TaskRow key={task.id} task={task} isFirst={at === 0} edit={edit} />
      ))}
      <Button variant="subtle" px={4} onClick={() => edit(null, (now) => void now.tasks.push(newTask()))}>
        Add work afterwards
      </Button>
      <ProofSteps suspect={suspect} edit={edit} />
    </>
  );
}

/** Steps that are done after the repair, besides those that pointed to it; one that reads nothing proves nothing. */
function ProofSteps({ suspect, edit }: TasksProps) {
  const steps = useDraft((draft) => draft.steps);
  const isPicked = (id: string) => suspect.proofStepIds.includes(id);
  const offered = steps.filter(({ id, readings }) => readings.length > 0 || isPicked(id));
  return (
    <MultiSelect
      label="Steps that prove the repair"
      description="Besides those that pointed to it: they are asked for again anyway"
      searchable
      data={offered.map(({ id, title }) => ({ value: id, label: title || id }))}
      value={[...suspect.proofStepIds]}
      onChange={(ids) => edit(null, put('proofStepIds', ids))}
    />
  );
}

const newTask = () => ({ id: `task-${nanoid(5)}`, kind: 'check' as const, text: '', needs: [], limit: null });

interface RowProps {
  readonly task: Task;
  readonly isFirst: boolean;
  readonly edit: EditPart<Suspect>;
}

function TaskRow({ task, isFirst, edit }: RowProps) {
  const { id, limit } = task;
  const editTask: EditPart<Task> = (field, recipe) =>
    edit(field && `${id}.${field}`, (suspect) => change(suspect.tasks, id, recipe));
  const bind = bindTo(task, editTask, planLengths.task);
  const [isAsked, setHasNeeds] = useState(false);
  const hasNeeds = isAsked || task.needs.length > 0;
  return (
    <div className={classes.task}>
      <Select label="Kind of work" data={kindOptions} {...bind.pick('kind')} />
      <MarkdownBlock label="What is done" minRows={1} {...bind.text('text')} />
      <Group gap={0} mt={28} wrap="nowrap">
        {!isFirst && (
          <ActionIcon aria-label="Do this work earlier" onClick={() => edit(null, ({ tasks }) => moveUp(tasks, id))}>
            <IconArrowUp size={20} />
          </ActionIcon>
        )}
        <ActionIcon aria-label="Delete this work" onClick={() => edit(null, ({ tasks }) => removeById(tasks, id))}>
          <IconTrash size={20} />
        </ActionIcon>
      </Group>
      <div className={classes.wide}>
        {hasNeeds && (
          <NeedFields needs={task.needs} editNeeds={(recipe) => editTask(null, (now) => recipe(now.needs))} />
        )}
        {!hasNeeds && (
          <Button variant="subtle" px={4} mr="md" onClick={() => setHasNeeds(true)}>
            Add a vehicle state
          </Button>
        )}
        {limit ? (
          <Limit limit={limit} editTask={editTask} />
        ) : (
          <Button variant="subtle" px={4} onClick={() => editTask(null, put('limit', torque()))}>
            It is measured
          </Button>
        )}
      </div>
    </div>
  );
}

// What is measured most after a repair.
const torque = () => ({ unit: 'Nm', min: null, max: null });

function moveUp<Item extends { readonly id: string }>(items: Item[], id: string): void {
  const at = items.findIndex((item) => item.id === id);
  const [item] = at > 0 ? items.splice(at, 1) : [];
  if (item) items.splice(at - 1, 0, item);
}

interface LimitProps {
  readonly limit: NonNullable<Task['limit']>;
  readonly editTask: EditPart<Task>;
}

/** The limits are those of any reading; without them it is confirmed. */
function Limit({ limit, editTask }: LimitProps) {
  const onChange: EditSpec<BandSpec> = (field, changed) =>
    editTask(field && `limit.${field}`, (now) => {
      if (!now.limit) return;
      const { unit, min, max } = changed({ kind: 'band', ...now.limit });
      now.limit = { unit, min, max };
    });
  return (
    <>
      <BandEditor spec={{ kind: 'band', ...limit }} onChange={onChange} />
      <Button variant="subtle" px={4} onClick={() => editTask(null, put('limit', null))}>
        It is only confirmed
      </Button>
    </>
  );
}
