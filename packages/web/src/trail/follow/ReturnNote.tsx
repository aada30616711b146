import { Button } from '@mantine/core';
import { whereYouAre } from '@probe-trail/core/evidence';
import { useState } from 'react';
import { sayAge } from '../../device/ago';
import { nowMs } from '../../device/clock';
import { usePerson } from '../../session/sessionApi';
import type { OpenTrail } from '../log/useTrail';
import classes from './ReturnNote.module.css';

// After that long the thread is lost: a tea break, another bus, another day.
const longMs = 20 * 60_000;

/** For whoever comes back to a trail after a while, or takes it over from a colleague: where it stands and what is known. */
export function ReturnNote({ open: { trail } }: { readonly open: OpenTrail }) {
  const person = usePerson();
  // As it was when the trail was opened here: the first entry of one's own must not close it.
  const [since] = useState(trail.lastEventAtMs);
  const [lastBy] = useState(trail.lastEventBy);
  const [isSeen, setIsSeen] = useState(false);
  const isBack = nowMs() - since > longMs || lastBy !== person?.name;
  if (isSeen || !isBack || trail.at.kind === 'concluded' || trail.lastEventAtMs !== since) return null;
  const { at, known } = whereYouAre(trail);
  return (
    <aside className={classes.note} aria-label="Where you are and what you know">
      <p>
        {at} {known}{' '}
        <small>
          {lastBy === person?.name ? 'You were here' : `${lastBy} was here`} {sayAge(since, nowMs())}.
        </small>
      </p>
      <Button onClick={() => setIsSeen(true)}>Understood</Button>
    </aside>
  );
}
