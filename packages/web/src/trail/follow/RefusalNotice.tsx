import { Button } from '@mantine/core';
import type { Entry, TrailEvent } from '@probe-trail/core/trail';
import { Notice } from '../../spec/Notice';
import { useAppDispatch, useAppSelector } from '../../state/appState';
import { refusalSeen, selectLog } from '../log/trailSlice';

/** Entries that the server refused: why, what they were, and the way on. */
export function RefusalNotice({ trailId }: { readonly trailId: string }) {
  const dispatch = useAppDispatch();
  const refusal = useAppSelector((state) => selectLog(state, trailId)?.refusal);
  if (!refusal) return null;
  return (
    <Notice kind="outOfSpec" title="The server did not take the last entries">
      <p>
        {refusal.message} Kept on this device: {refusal.events.map(sayEvent).join(', ')}.
      </p>
      <p>The trail stands here as the server has it. Record them again if they still hold.</p>
      <Button variant="default" onClick={() => dispatch(refusalSeen({ trailId }))}>
        OK
      </Button>
    </Notice>
  );
}

function sayEvent(event: TrailEvent): string {
  return event.kind === 'readingEntered' ? sayEntry(event.entry) : event.kind;
}

function sayEntry(entry: Entry): string {
  switch (entry.kind) {
    case 'typed':
      return `reading ${entry.text}`;
    case 'rows':
      return `readings ${entry.texts.join(', ')}`;
    case 'counted':
      return `count ${entry.counts.join(' + ')} in ${Math.floor(entry.seconds)} s`;
    case 'driven':
      return `a drive of ${Math.floor(entry.countedSeconds)} s that counted`;
    case 'chosen':
      return `choice ${entry.optionId}`;
  }
}
