import { Button, TextInput } from '@mantine/core';
import type { Input } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { findDoubt } from '@probe-trail/core/spec';
import { readInput, sayMisfit, type Trail, trailEventLengths } from '@probe-trail/core/trail';
import { useState } from 'react';
import { useKeptState } from '../../device/keptState';
import { isRecordOf, isText } from '../../device/shapes';
import { DoubtQuestion } from '../../spec/DoubtQuestion';
import type { OpenTrail } from '../log/useTrail';
import classes from './InputsPanel.module.css';

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
    isRecordOf(isText),
  );
  const answers = inputs.map((input) => {
    const text = texts[input.id]?.trim() ?? '';
    return { input, text, read: readInput(text === '' ? null : text, input.unit) };
  });
  const wrong = answers.some(({ read }) => !read.ok);
  const [askedId, setAskedId] = useState<string | undefined>();
  // What was answered for once is taken as it stands.
  const [sure, setSure] = useState<Readonly<Record<string, string>>>({});
  const doubtful = answers.flatMap(({ input, text, read }) => {
    const doubt = read.ok && read.value && sure[input.id] !== text ? findDoubt(read.value, {}) : undefined;
    return doubt && read.ok && read.value ? [{ input, text, doubt, asTyped: formatReading(read.value) }] : [];
  });
  const asked = doubtful.find(({ input }) => input.id === askedId);
  const change = (id: string, text: string) => setTexts((last) => ({ ...last, [id]: text }));
  const give = () => {
    const isGiven = record(
      ...answers.map(({ input, text }) => ({ kind: 'inputGiven', inputId: input.id, text: text || null }) as const),
    );
    if (!isGiven) return;
    forget();
    onDone?.();
  };
  return (
    <form
      className={classes.inputs}
      onSubmit={(event) => {
        event.preventDefault();
        const [first] = doubtful;
        if (first) setAskedId(first.input.id);
        else if (!wrong) give();
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
          maxLength={trailEventLengths('inputGiven').text}
          value={texts[input.id] ?? ''}
          error={!read.ok && sayMisfit({ kind: 'entry', problem: read.problem })}
          onChange={({ currentTarget: { value } }) => change(input.id, value)}
        />
      ))}
      {asked && (
        <DoubtQuestion
          key={asked.input.id}
          doubt={asked.doubt}
          asTyped={asked.asTyped}
          onAsTyped={() => setSure((last) => ({ ...last, [asked.input.id]: asked.text }))}
          onSlip={(text) => {
            setSure((last) => ({ ...last, [asked.input.id]: text }));
            change(asked.input.id, text);
          }}
          onAgain={() => change(asked.input.id, '')}
        />
      )}
      <Button type="submit" size="xl" mih={64} disabled={wrong} style={{ justifySelf: 'start' }}>
        {onDone ? 'Save' : 'Begin with the first step'}
      </Button>
    </form>
  );
}

function sayGiven({ inputs }: Trail, id: string): string {
  const reading = inputs[id]?.reading;
  return reading ? formatReading(reading) : '';
}
