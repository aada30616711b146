import { Button, Group, Switch } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { useDraft, useEdits } from '../draft/editorContext';
import { keepDraft } from '../draft/keptDraft';
import { useSavingState } from '../draft/useSaving';
import classes from '../map/MapPage.module.css';

/** The draft from the chosen step on, as a technician sees it: on a page of its own, so that it takes a phone's size. */
export function TryFrame({ stepId }: { readonly stepId: string }) {
  const [isPhone, setIsPhone] = useState(true);
  const planId = useDraft(({ id }) => id);
  const title = useDraft(({ steps }) => steps.find(({ id }) => id === stepId)?.title);
  const { read } = useEdits();
  const { state } = useSavingState();
  const isUnsaved = useRef(state.kind !== 'saved');
  // The page in the page reads what is kept: a save may still be on its way.
  useEffect(() => {
    if (isUnsaved.current) keepDraft(read());
  }, [read]);
  const address = `/plans/${planId}/try?from=${stepId}`;
  return (
    <div className={classes.frame}>
      <Group justify="space-between">
        <Switch label="as on a phone" checked={isPhone} onChange={(event) => setIsPhone(event.currentTarget.checked)} />
        <Button component="a" variant="subtle" href={address} target="_blank">
          In a window of its own
        </Button>
      </Group>
      <iframe key={stepId} src={address} data-phone={isPhone || undefined} title={`Walk it from “${title}”`} />
    </div>
  );
}
