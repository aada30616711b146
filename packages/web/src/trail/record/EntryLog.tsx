import { voidedEntries } from '@probe-trail/core/log';
import { useState } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { EntryWho } from '../../log/EntryWho';
import { VoidEntry, VoidingToggle } from '../../log/VoidEntry';
import { openTrail } from '../recordEvents';
import { useVoidTrailEntryMutation } from '../trailApi';
import { selectLog } from '../trailSlice';
import { sayTrailEvent } from './sayTrailEvent';
import classes from './TrailRecordPage.module.css';

/** Every entry of a trail as it was sent, the voided ones too. */
export function EntryLog({ trailId }: { readonly trailId: string }) {
  const events = useAppSelector((state) => selectLog(state, trailId))?.events ?? [];
  const dispatch = useAppDispatch();
  const [voidEntry] = useVoidTrailEntryMutation();
  const [isVoiding, setIsVoiding] = useState(false);
  const voided = voidedEntries(events);
  return (
    <details className={classes.entries}>
      <summary>Every entry, as it was sent ({events.length})</summary>
      <VoidingToggle isVoiding={isVoiding} onChange={setIsVoiding} />
      <ol>
        {events.map((event) => (
          <li key={event.id} data-void={voided.has(event.id) || undefined}>
            <span>{sayTrailEvent(event)}</span>
            <EntryWho entry={event} voiding={voided.get(event.id)} />
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
