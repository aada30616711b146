import { ActionIcon, Button, MultiSelect } from '@mantine/core';
import { type Conclusion, letterOf } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { IconTrash } from '@tabler/icons-react';
import type { Draft } from 'immer';
import { hues } from '../map/mapGraph';
import { pathColour } from '../map/signpostSize';
import { DraftBlock, DraftLine } from './DraftText';
import { change, removeById, useDraft, useEdits, useFindings } from './editorContext';
import { Findings } from './Findings';
import classes from './rows.module.css';

/** The ends of the plan: which suspects each has found, or none. */
export function ConclusionsPart() {
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const add = () =>
    edit(null, (draft) => {
      draft.conclusions.push({ id: `conclusion-${nanoid(5)}`, title: '', summary: '', suspectIds: [] });
    });
  return (
    <>
      {plan.conclusions.length === 0 && <p>No conclusion yet. Each way through the plan ends in one.</p>}
      {plan.conclusions.map((conclusion, index) => (
        <ConclusionRow key={conclusion.id} conclusion={conclusion} index={index} />
      ))}
      <Button variant="default" onClick={add}>
        Add a conclusion
      </Button>
    </>
  );
}

interface RowProps {
  readonly conclusion: Conclusion;
  readonly index: number;
}

function ConclusionRow({ conclusion, index }: RowProps) {
  const findings = useFindings((all) => all.filter(({ at }) => at.conclusionId === conclusion.id));
  const { edit } = useEdits();
  const plan = useDraft((draft) => draft);
  const editConclusion = (field: string | null, recipe: (conclusion: Draft<Conclusion>) => void) =>
    edit(field && `${conclusion.id}.${field}`, (draft) => change(draft.conclusions, conclusion.id, recipe));
  return (
    <div className={classes.row}>
      <Findings findings={findings} />
      <div className={classes.conclusion}>
        <b className={classes.letter} style={{ color: pathColour(index % hues) }}>
          {letterOf(index)}
        </b>
        <DraftLine
          label="Title"
          maxLength={160}
          value={conclusion.title}
          onText={(value) =>
            editConclusion('title', (draft) => {
              draft.title = value;
            })
          }
        />
        <MultiSelect
          label="The cause"
          placeholder={conclusion.suspectIds.length === 0 ? 'none: no fault found' : ''}
          data={plan.suspects.map(({ id, name }) => ({ value: id, label: name || id }))}
          value={[...conclusion.suspectIds]}
          onChange={(ids) =>
            editConclusion(null, (draft) => {
              draft.suspectIds = ids;
            })
          }
        />
        <DraftBlock
          label="Summary"
          maxLength={2000}
          value={conclusion.summary}
          onText={(value) =>
            editConclusion('summary', (draft) => {
              draft.summary = value;
            })
          }
        />
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
