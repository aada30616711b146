import { Button, Group, TextInput } from '@mantine/core';
import type { Input } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { readInput, sayMisfit, type Trail } from '@probe-trail/core/trail';
import { useState } from 'react';
import { useKeptState } from '../../ui/keptState';
import classes from './InputsPanel.module.css';
import type { OpenTrail } from './useTrail';

interface InputsProps {
  readonly open: OpenTrail;
  readonly inputs: readonly Input[];
  readonly title: string;
  readonly onDone?: () => void;
}

/** What the limits of this plan depend on, asked once; what nobody knows may stay unknown. */
export function InputsPanel({ open: { trailId, trail, record }, inputs, title, onDone }: InputsProps) {
  const [texts, setTexts, forget] = useKeptState<Readonly<Record<string, string>>>(
    `inputs-${trailId}`,
    Object.fromEntries(inputs.map(({ id }) => [id, sayGiven(trail, id)])),
  );
  const [problem, setProblem] = useState<string | undefined>();
  const answers = inputs.map((input) => {
    const text = texts[input.id]?.trim() ?? '';
    return { input, text, read: readInput(text === '' ? null : text, input.unit) };
  });
  const wrong = answers.some(({ read }) => !read.ok);
  const give = () => {
    const says = record(
      ...answers.map(({ input, text }) => ({ kind: 'inputGiven', inputId: input.id, text: text || null }) as const),
    );
    setProblem(says);
    if (says !== undefined) return;
    forget();
    onDone?.();
  };
  return (
    <form
      className={classes.inputs}
      onSubmit={(event) => {
        event.preventDefault();
        if (!wrong) give();
      }}
    >
      <h1>{title}</h1>
      <p>
        The limits of this plan depend on it. What you do not know may stay empty; the steps that need it then have no
        limit.
      </p>
      {answers.map(({ input, read }, index) => (
        <TextInput
          key={input.id}
          label={input.name || input.id}
          description={input.ask}
          size="xl"
          autoFocus={index === 0}
          autoComplete="off"
          inputMode="decimal"
          rightSection={<span className="mono">{input.unit}</span>}
          rightSectionWidth={92}
          maxLength={60}
          value={texts[input.id] ?? ''}
          error={!read.ok && sayMisfit({ kind: 'entry', problem: read.problem })}
          onChange={(event) => setTexts({ ...texts, [input.id]: event.currentTarget.value })}
        />
      ))}
      {problem !== undefined && <p className={classes.problem}>{problem}</p>}
      <Group>
        <Button type="submit" size="xl" mih={64} disabled={wrong}>
          {onDone ? 'Keep it' : 'Begin with the first step'}
        </Button>
      </Group>
    </form>
  );
}

function sayGiven({ inputs }: Trail, id: string): string {
  const reading = inputs[id]?.reading;
  return reading ? formatReading(reading) : '';
}
