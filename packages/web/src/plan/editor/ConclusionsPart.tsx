import { ActionIcon, Button, Group, MultiSelect } from '@mantine/core';
import {
  type Conclusion,
  concludeEachSuspect,
  letterOf,
  planLengths,
  suspectsWithoutConclusion,
} from '@probe-trail/core/plan';
import { IconTrash } from '@tabler/icons-react';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { optionsOfParts } from '../../fields/optionsOf';
import { bindTo, type EditPart } from '../draft/bindTo';
import { change, removeById, useDraft, useEdits, useFindings } from '../draft/editorContext';
import { DraftBlock, DraftLine } from '../fields/DraftText';
import classes from '../fields/rows.module.css';
import { Findings } from '../findings/Findings';
import { hues } from '../map/mapGraph';
import { pathColour } from '../map/signpostSize';

/** The ends of the plan: which suspects each has found, or none. */
export function ConclusionsPart() {
  const { edit, rework } = useEdits();
  const plan = useDraft((draft) => draft);
  const left = suspectsWithoutConclusion(plan).length;
  const [addedId, setAddedId] = useState<string | undefined>();
  const add = () => {
    const id = `conclusion-${nanoid(5)}`;
    edit(null, (draft) => {
      draft.conclusions.push({ id, title: '', summary: '', suspectIds: [] });
    });
    setAddedId(id);
  };
  return (
    <>
      {plan.conclusions.length === 0 && <p>No conclusion yet. Each way through the plan ends in one.</p>}
      {plan.conclusions.map((conclusion, index) => (
        <ConclusionRow key={conclusion.id} conclusion={conclusion} index={index} isNew={conclusion.id === addedId} />
      ))}
      <Group>
        <Button variant="default" onClick={add}>
          Add a conclusion
        </Button>
        {left > 0 && (
          <Button
            variant="default"
            onClick={() => rework((draft) => concludeEachSuspect(draft, () => `conclusion-${nanoid(5)}`))}
          >
            One for each suspect without one ({left})
          </Button>
        )}
      </Group>
    </>
  );
}

interface RowProps {
  readonly conclusion: Conclusion;
  readonly index: number;
  /** It was added just now: its title is written first. */
  readonly isNew: boolean;
}

function ConclusionRow({ conclusion, index, isNew }: RowProps) {
  const findings = useFindings((all) => all.filter(({ at }) => at.conclusionId === conclusion.id));
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const editConclusion: EditPart<Conclusion> = (field, recipe) =>
    edit(field && `${conclusion.id}.${field}`, (draft) => change(draft.conclusions, conclusion.id, recipe));
  const bind = bindTo(conclusion, editConclusion, planLengths.conclusion);
  return (
    <div className={classes.row}>
      <Findings findings={findings} />
      <div className={classes.conclusion}>
        <b className={classes.letter} style={{ color: pathColour(index % hues) }}>
          {letterOf(index)}
        </b>
        <DraftLine label="Title" autoFocus={isNew} {...bind.text('title')} />
        <MultiSelect
          label="The cause"
          placeholder={conclusion.suspectIds.length === 0 ? 'none: no fault found' : ''}
          data={optionsOfParts(plan.suspects)}
          {...bind.list('suspectIds')}
        />
        <DraftBlock label="Summary" {...bind.text('summary')} />
        <ActionIcon
          mt={28}
          aria-label={`Delete ${conclusion.title}`}
          onClick={() => edit(null, (draft) => removeById(draft.conclusions, conclusion.id))}
        >
          <IconTrash size={20} />
        </ActionIcon>
      </div>
    </div>
  );
}
