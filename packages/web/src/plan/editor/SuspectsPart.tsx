import { ActionIcon, Button, Select } from '@mantine/core';
import { blankSuspect, planLengths, type Suspect } from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import { castDraft } from 'immer';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { CommittedInput } from '../../fields/CommittedInput';
import { optionsOf } from '../../fields/optionsOf';
import { parseWeight } from '../../fields/parseFields';
import { bindTo, type EditPart } from '../draft/bindTo';
import { change, removeById, useDraft, useEdits, useFindings } from '../draft/editorContext';
import { DraftBlock, DraftLine } from '../fields/DraftText';
import classes from '../fields/rows.module.css';
import { Findings } from '../findings/Findings';
import { suspectKinds } from '../suspectKinds';
import { TasksEditor } from './TasksEditor';

const kindOptions = optionsOf(suspectKinds);

/** Everything that can be the cause, how often it is, and what repairs it. */
export function SuspectsPart() {
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const [addedId, setAddedId] = useState<string | undefined>();
  const add = () => {
    const id = `suspect-${nanoid(5)}`;
    edit(null, (draft) => {
      draft.suspects.push(castDraft(blankSuspect(id, '')));
    });
    setAddedId(id);
  };
  return (
    <>
      {plan.suspects.length === 0 && (
        <p>No suspect yet. Write down everything that can be the cause; Enter begins the next.</p>
      )}
      {plan.suspects.map((suspect) => (
        <SuspectRow key={suspect.id} suspect={suspect} isNew={suspect.id === addedId} onNext={add} />
      ))}
      <Button variant="default" onClick={add}>
        Add a suspect
      </Button>
    </>
  );
}

interface RowProps {
  readonly suspect: Suspect;
  /** It was added just now: its name is written first. */
  readonly isNew: boolean;
  /** Enter behind a name: the next suspect is written. */
  readonly onNext: () => void;
}

function SuspectRow({ suspect, isNew, onNext }: RowProps) {
  const findings = useFindings((all) => all.filter(({ at }) => at.suspectId === suspect.id && !at.stepId));
  const { edit } = useEdits();
  const editSuspect: EditPart<Suspect> = (field, recipe) =>
    edit(field && `${suspect.id}.${field}`, (draft) => change(draft.suspects, suspect.id, recipe));
  const bind = bindTo(suspect, editSuspect, planLengths.suspect);
  return (
    <div className={classes.row}>
      <Findings findings={findings} />
      <div className={classes.suspect}>
        <DraftLine
          label="Name"
          autoFocus={isNew}
          {...bind.text('name')}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && event.currentTarget.value.trim() !== '') onNext();
          }}
        />
        <Select label="Kind" data={kindOptions} {...bind.pick('kind')} />
        <CommittedInput label="Weight" value={String(suspect.weight)} parse={parseWeight} {...bind.commit('weight')} />
        <ActionIcon
          mt={28}
          aria-label={`Delete ${suspect.name}`}
          onClick={() => edit(null, (draft) => removeById(draft.suspects, suspect.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </div>
      {suspect.weightBecause !== '' && (
        <DraftLine label="Where the weight comes from" {...bind.text('weightBecause')} />
      )}
      <div className={classes.repair}>
        <DraftBlock label="Repair" {...bind.text('repair')} />
        <DraftBlock label="After the repair" {...bind.text('afterRepair')} />
      </div>
      <TasksEditor suspect={suspect} edit={editSuspect} />
    </div>
  );
}
