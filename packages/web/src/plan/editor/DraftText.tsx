import { Textarea, type TextareaProps, TextInput, type TextInputProps } from '@mantine/core';
import { memo, type Ref, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { OwnForm } from '../../ui/OwnForm';
import { noteWriting } from './afterWriting';
import { openField } from './openFields';

export type Text<Props> = Omit<Props, 'onChange' | 'onBlur' | 'value'> & {
  readonly value: string;
  /**
   * Hears what is written, a moment after the last key or when the field is left. It changes the draft as it stands then: several
   * fields may be heard of in one breath.
   */
  readonly onText: (text: string) => void;
};

/**
 * The newest of the functions that a component hands over as it is drawn, as one that stays the same: a field that gets it is drawn
 * anew only when what it shows is another, and still never tells an old one. Benchmark: typing beside it, as each field measures how
 * high it must be.
 */
export function useNewest(onText: (text: string) => void): (text: string) => void {
  const newest = useRef(onText);
  newest.current = onText;
  return useCallback((text: string) => newest.current(text), []);
}

/** A line of text in the draft. */
export const DraftLine = (props: Text<TextInputProps>) => <Line {...props} onText={useNewest(props.onText)} />;

const Line = memo(function Line({ value, onText, ...props }: Text<TextInputProps>) {
  const held = useDraftText(value, onText);
  return (
    <OwnForm>
      <TextInput
        {...props}
        value={held.text}
        onBlur={held.tell}
        onChange={(event) => held.write(event.currentTarget.value)}
      />
    </OwnForm>
  );
});

/** A text of several lines in the draft; it grows as it is written. */
export const DraftBlock = (props: Text<TextareaProps>) => <Block {...props} onText={useNewest(props.onText)} />;

const Block = memo(function Block({ value, onText, ...props }: Text<TextareaProps>) {
  return <HeldBlock {...props} held={useDraftText(value, onText)} />;
});

interface HeldProps extends Omit<TextareaProps, 'value'> {
  readonly held: ReturnType<typeof useDraftText>;
  readonly ref?: Ref<HTMLTextAreaElement> | undefined;
}

/** The field of such a text. */
export const HeldBlock = ({ held, ...props }: HeldProps) => (
  <OwnForm>
    <Textarea
      autosize
      onChange={(event) => held.write(event.currentTarget.value)}
      {...props}
      value={held.text}
      onBlur={held.tell}
    />
  </OwnForm>
);

// Shorter than a pause between words, longer than one between keys: a long plan is worked through when the hands rest.
const restMs = 100;

/** What is written shows at once; the plan hears of it when the hands rest, so that no key waits for a plan of 300 steps. */
export function useDraftText(value: string, onText: (text: string) => void) {
  const [text, setText] = useState(value);
  const latest = useRef<{ untold: string | undefined; onText: typeof onText }>({ untold: undefined, onText });
  latest.current.onText = onText;
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const tell = useCallback(() => {
    clearTimeout(timer.current);
    const { untold } = latest.current;
    if (untold === undefined) return;
    latest.current.untold = undefined;
    latest.current.onText(untold);
  }, []);
  const write = useCallback(
    (next: string) => {
      setText(next);
      noteWriting();
      latest.current.untold = next;
      clearTimeout(timer.current);
      timer.current = setTimeout(tell, restMs);
    },
    [tell],
  );
  // Undo, or somebody else's save: what stands in the plan shows, unless something newer is on its way there. At once: later, the next key
  // may have been told already, and would be taken back.
  useLayoutEffect(() => {
    if (latest.current.untold === undefined) setText(value);
  }, [value]);
  // The browser closed in mid-word, or another step opened.
  useEffect(() => {
    const close = openField(tell);
    return () => {
      close();
      tell();
    };
  }, [tell]);
  return { text, write, tell };
}
