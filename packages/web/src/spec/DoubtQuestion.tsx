import { Button, Group } from '@mantine/core';
import type { Doubt } from '@probe-trail/core/spec';
import { useEffect, useRef } from 'react';
import classes from './DoubtQuestion.module.css';

interface DoubtProps {
  readonly doubt: Doubt;
  /** The reading as it was typed. */
  readonly asTyped: string;
  readonly onAsTyped: () => void;
  readonly onSlip: (text: string) => void;
  readonly onAgain: () => void;
}

/** Asks what the meter showed, one tap for each answer. Nothing is corrected by itself. */
export function DoubtQuestion({ doubt, asTyped, onAsTyped, onSlip, onAgain }: DoubtProps) {
  const box = useRef<HTMLDivElement>(null);
  useEffect(() => box.current?.querySelector('button')?.focus(), []);
  return (
    <div ref={box} className={classes.question} role="alertdialog" aria-label="What did the meter show?">
      <p>{doubt.message}</p>
      <Group>
        {doubt.asTyped && (
          <Button size="xl" variant="default" className="mono" onClick={onAsTyped}>
            {asTyped}
          </Button>
        )}
        {doubt.slips.map(({ text }) => (
          <Button key={text} size="xl" variant="default" className="mono" onClick={() => onSlip(text)}>
            {text}
          </Button>
        ))}
        <Button size="xl" variant="subtle" color="gray" onClick={onAgain}>
          Type it again
        </Button>
      </Group>
    </div>
  );
}
