import { voidedEntries } from '@probe-trail/core/log';
import { useState } from 'react';
import { EntryWho } from '../log/EntryWho';
import { VoidEntry, VoidingToggle } from '../log/VoidEntry';
import classes from './JobHistory.module.css';
import { useVoidJobEntryMutation } from './jobApi';
import { sayJobEvent } from './sayJobEvent';
import type { OpenJob } from './useJob';

/** What has happened on the job, the newest first: who, when, what. */
export function JobHistory({ open: { jobId, job, events } }: { readonly open: OpenJob }) {
  const [voidEntry] = useVoidJobEntryMutation();
  const [isVoiding, setIsVoiding] = useState(false);
  const voided = voidedEntries(events);
  return (
    <section className={classes.history} aria-label="History">
      <h2>History</h2>
      <ol>
        {[...events].reverse().map((event) => (
          <li key={event.id} data-void={voided.has(event.id) || undefined}>
            <i className={classes.mark} />
            <span>
              <span>{sayJobEvent(event)}</span>
              <EntryWho entry={event} voiding={voided.get(event.id)} />
              {isVoiding && !voided.has(event.id) && event.kind !== 'entryVoided' && (
                <VoidEntry entryId={event.id} onVoid={(voiding) => voidEntry({ jobId, voiding })} />
              )}
            </span>
          </li>
        ))}
      </ol>
      {!job.voided && <VoidingToggle isVoiding={isVoiding} onChange={setIsVoiding} />}
    </section>
  );
}
