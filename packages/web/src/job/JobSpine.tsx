import { Moment } from '../ui/Moment';
import classes from './JobSpine.module.css';
import { sayJobEvent } from './sayJobEvent';
import type { OpenJob } from './useJob';

/** What has happened on the job, the newest below: who, when, what. */
export function JobSpine({ open: { events } }: { readonly open: OpenJob }) {
  return (
    <nav className={classes.spine} aria-label="What has happened">
      <ol>
        {events.map((event) => (
          <li key={event.id}>
            <i className={classes.mark} />
            <span>
              {sayJobEvent(event)}
              <small>
                {event.by}, <Moment atMs={event.atMs} />
              </small>
            </span>
          </li>
        ))}
      </ol>
    </nav>
  );
}
