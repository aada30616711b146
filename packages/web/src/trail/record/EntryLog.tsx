import { voidedEntries } from '@probe-trail/core/log';
import type { Unfit } from '@probe-trail/core/trail';
import { useState } from 'react';
import { EntryWho } from '../../log/EntryWho';
import { VoidEntry, VoidingToggle } from '../../log/VoidEntry';
import { useAppDispatch, useAppSelector } from '../../state/appState';
import { openTrail } from '../log/recordEvents';
import { useVoidTrailEntryMutation } from '../log/trailApi';
import { selectLog } from '../log/trailSlice';
import { sayTrailEvent } from './sayTrailEvent';
import classes from './TrailRecordPage.module.css';

interface LogProps {
  readonly trailId: string;
  readonly unfit: readonly Unfit[];
}

/** Every entry of a trail as it was sent, the voided ones too. */
export function EntryLog({ trailId, unfit }: LogProps) {
  const events = useAppSelector((state) => selectLog(state, trailId))?.events ?? [];
  const dispatch = useAppDispatch();
  const [voidEntry] = useVoidTrailEntryMutation();
  const [isVoiding, setIsVoiding] = useState(false);
  const voided = voidedEntries(events);
  const notCounted = new Map(unfit.map(({ eventId, message }) => [eventId, message]));
  return (
    <details className={classes.entries}>
      <summary>Every entry, as it was sent ({events.length})</summary>
      <VoidingToggle isVoiding={isVoiding} onChange={setIsVoiding} />
      <ol>
        {events.map((event) => (
          <li key={event.id} data-void={voided.has(event.id) || notCounted.has(event.id) || undefined}>
            <span>{sayTrailEvent(event)}</span>
            <EntryWho entry={event} voiding={voided.get(event.id)} notCounted={notCounted.get(event.id)} />
            {isVoiding && !voided.has(event.id) && event.kind !== 'entryVoided' && (
              <VoidEntry
                entryId={event.id}
                onVoid={async (voiding) => {
                  const answer = await voidEntry({ trailId, voiding });
                  await dispatch(openTrail(trailId));
                  return answer;
                }}
              />
            )}
          </li>
        ))}
      </ol>
    </details>
  );
}
