import { TextInput, type TextInputProps } from '@mantine/core';
import type { Result } from '@probe-trail/core/result';
import { useState } from 'react';
import { AutofillScope } from './AutofillScope';

interface CommittedProps<T> extends Omit<TextInputProps, 'value' | 'onChange' | 'error'> {
  /** The value in the draft, as text. */
  readonly value: string;
  readonly parse: (text: string) => Result<T, string>;
  readonly onCommit: (value: T) => void;
}

/** A field whose text must make sense before it goes into the draft: until then it stays as typed, with the reason. */
export function CommittedInput<T>({ value, parse, onCommit, ...props }: CommittedProps<T>) {
  const [typed, setTyped] = useState<string | undefined>();
  const text = typed ?? value;
  const parsed = parse(text);
  const onChange = (next: string) => {
    setTyped(next);
    const result = parse(next);
    if (result.ok) onCommit(result.value);
  };
  return (
    <AutofillScope>
      <TextInput
        {...props}
        value={text}
        error={typed !== undefined && !parsed.ok && parsed.problem}
        onChange={(event) => onChange(event.currentTarget.value)}
        onBlur={() => parsed.ok && setTyped(undefined)}
      />
    </AutofillScope>
  );
}
