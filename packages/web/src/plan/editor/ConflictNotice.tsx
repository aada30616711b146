import { Button, Group } from '@mantine/core';
import { nanoid } from 'nanoid';
import { useNavigate } from 'react-router';
import { Notice } from '../../spec/Notice';
import { useEdits } from '../draft/editorContext';
import { forgetDraft } from '../draft/keptDraft';
import { useSavingState } from '../draft/useSaving';
import { useAddPlanMutation } from '../planApi';

/** Somebody else saved the draft meanwhile: the author decides, and loses nothing either way. */
export function ConflictNotice() {
  const { state, takeTheirs } = useSavingState();
  const { read } = useEdits();
  const [add] = useAddPlanMutation();
  const navigate = useNavigate();
  if (state.kind === 'failed') return <Notice kind="tooCloseToCall" title={state.message} />;
  if (state.kind !== 'conflict') return null;
  const keepMine = async () => {
    const plan = read();
    const id = `${plan.id.slice(0, 60)}-${nanoid(6)}`;
    const added = await add({ ...plan, id, title: `${plan.title} (my version)` });
    if (!added.data) return;
    forgetDraft(plan.id);
    void navigate('/plans');
  };
  return (
    <Notice kind="outOfSpec" title="Two people are writing this draft">
      <p>{state.message}</p>
      <Group>
        <Button variant="default" onClick={() => void takeTheirs()}>
          Show theirs; undo brings mine back
        </Button>
        <Button variant="default" onClick={() => void keepMine()}>
          Keep mine as a plan of its own
        </Button>
      </Group>
    </Notice>
  );
}
