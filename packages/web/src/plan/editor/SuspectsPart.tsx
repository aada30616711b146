import { ActionIcon, Button, Select } from '@mantine/core';
import type { Suspect } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { suspectKinds } from '../suspectKinds';
import { CommittedInput } from './CommittedInput';
import { DraftBlock, DraftLine } from './DraftText';
import { change, removeById, useDraft, useEdits, useFindings } from './editorContext';
import { Findings } from './Findings';
import { parseWeight } from './parseFields';
import classes from './rows.module.css';

const kindOptions = Object.entries(suspectKinds).map(([value, label]) => ({ value, label }));

/** Everything that can be the cause, how often it is, and what mends it. */
export function SuspectsPart() {
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const add = () =>
    edit(null, (draft) => {
      draft.suspects.push({
        id: `suspect-${nanoid(5)}`,
        name: '',
        kind: 'part',
        weight: 1,
        repair: '',
        afterRepair: '',
      });
    });
  return (
    <>
      {plan.suspects.length === 0 && <p>No suspect yet. Write down everything that can be the cause.</p>}
      {plan.suspects.map((suspect) => (
        <SuspectRow key={suspect.id} suspect={suspect} />
      ))}
      <Button variant="default" onClick={add}>
        Add a suspect
      </Button>
    </>
  );
}

function SuspectRow({ suspect }: { readonly suspect: Suspect }) {
  const findings = useFindings((all) => all.filter(({ at }) => at.suspectId === suspect.id && !at.stepId));
  const { edit } = useEdits();
  const editSuspect = (field: string | null, recipe: (suspect: Draft<Suspect>) => void) =>
    edit(field && `${suspect.id}.${field}`, (draft) => change(draft.suspects, suspect.id, recipe));
  return (
    <div className={classes.row}>
      <Findings findings={findings} />
      <div className={classes.suspect}>
        <DraftLine
          label="Name"
          maxLength={120}
          value={suspect.name}
          onText={(value) =>
            editSuspect('name', (draft) => {
              draft.name = value;
            })
          }
        />
        <Select
          label="Kind"
          data={kindOptions}
          value={suspect.kind}
          allowDeselect={false}
          onChange={(kind) =>
            kind &&
            editSuspect(null, (draft) => {
              draft.kind = kind as Suspect['kind'];
            })
          }
        />
        <CommittedInput
          label="Weight"
          value={String(suspect.weight)}
          parse={parseWeight}
          onCommit={(weight) =>
            editSuspect('weight', (draft) => {
              draft.weight = weight;
            })
          }
        />
        <ActionIcon
          mt={28}
          aria-label={`Delete ${suspect.name}`}
          onClick={() => edit(null, (draft) => removeById(draft.suspects, suspect.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </div>
      <div className={classes.repair}>
        <DraftBlock
          label="Repair"
          maxLength={2000}
          value={suspect.repair}
          onText={(value) =>
            editSuspect('repair', (draft) => {
              draft.repair = value;
            })
          }
        />
        <DraftBlock
          label="After the repair"
          maxLength={2000}
          value={suspect.afterRepair}
          onText={(value) =>
            editSuspect('afterRepair', (draft) => {
              draft.afterRepair = value;
            })
          }
        />
      </div>
    </div>
  );
}
