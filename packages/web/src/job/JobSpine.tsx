import { voidedEntries } from '@probe-trail/core/log';
import { EntryWho } from '../log/EntryWho';
import { VoidEntry } from '../log/VoidEntry';
import classes from './JobSpine.module.css';
import { useVoidJobEntryMutation } from './jobApi';
import { sayJobEvent } from './sayJobEvent';
import type { OpenJob } from './useJob';

/** What has happened on the job, the newest below: who, when, what. */
export function JobSpine({ open: { jobId, events } }: { readonly open: OpenJob }) {
  const [voidEntry] = useVoidJobEntryMutation();
  const voided = voidedEntries(events);
  return (
    <nav className={classes.spine} aria-label="What has happened">
      <ol>
        {events.map((event) => (
          <li key={event.id} data-void={voided.has(event.id) || undefined}>
            <i className={classes.mark} />
            <span>
              <span>{sayJobEvent(event)}</span>
              <EntryWho entry={event} voiding={voided.get(event.id)} />
              {!voided.has(event.id) && event.kind !== 'entryVoided' && (
                <VoidEntry entryId={event.id} onVoid={(voiding) => voidEntry({ jobId, voiding })} />
              )}
            </span>
          </li>
        ))}
      </ol>
    </nav>
  );
}
