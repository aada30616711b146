import { Button } from '@mantine/core';
import { whereYouAre } from '@probe-trail/core/evidence';
import { useEffect, useRef } from 'react';
import { Moment } from '../../device/Moment';
import type { OpenTrail } from '../log/useTrail';
import classes from './InputsPanel.module.css';

/** A trail that is paused: where it stands and what is known, and one button to go on. */
export function PausePanel({ open: { trail, record } }: { readonly open: OpenTrail }) {
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus(), []);
  if (!trail.paused) return null;
  const { at, known } = whereYouAre(trail);
  const { by, atMs, reason } = trail.paused;
  return (
    <section className={classes.inputs} aria-label="Paused">
      <h1>Paused</h1>
      <p className="soft">
        {by}, <Moment atMs={atMs} />
        {reason !== '' && `: ${reason}`}
      </p>
      <p>{at}</p>
      <p>{known}</p>
      <p className="soft">What may have changed on the vehicle meanwhile is asked again.</p>
      <Button ref={button} size="xl" mih={64} onClick={() => record({ kind: 'resumed' })}>
        Go on from here
      </Button>
    </section>
  );
}
