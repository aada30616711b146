import { Button, Group } from '@mantine/core';
import type { Slip } from '@probe-trail/core/spec';
import { useEffect, useRef } from 'react';
import classes from './SlipQuestion.module.css';

interface SlipProps {
  readonly says: string;
  readonly asTyped: string;
  readonly slips: readonly Slip[];
  readonly onAsTyped: () => void;
  readonly onSlip: (text: string) => void;
}

/** Asks what the meter showed, one tap for each answer. Nothing is corrected by itself. */
export function SlipQuestion({ says, asTyped, slips, onAsTyped, onSlip }: SlipProps) {
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus(), []);
  return (
    <div className={classes.question} role="alertdialog" aria-label="What did the meter show?">
      <p>{says}</p>
      <Group>
        <Button ref={first} size="xl" variant="default" className="mono" onClick={onAsTyped}>
          {asTyped}
        </Button>
        {slips.map(({ text }) => (
          <Button key={text} size="xl" variant="default" className="mono" onClick={() => onSlip(text)}>
            {text}
          </Button>
        ))}
      </Group>
    </div>
  );
}
