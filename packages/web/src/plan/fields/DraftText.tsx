import { Textarea, type TextareaProps, TextInput, type TextInputProps } from '@mantine/core';
import { memo, type Ref, useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react';
import { AutofillScope } from '../../fields/AutofillScope';
import { noteWriting } from '../draft/afterIdle';
import { openField } from '../draft/openFields';

export type Text<Props> = Omit<Props, 'onChange' | 'onBlur' | 'value'> & {
  readonly value: string;
  /**
   * Hears what is written, a moment after the last key or when the field is left. It changes the draft as it stands then: several
   * fields may be heard of in one breath.
   */
  readonly onText: (text: string) => void;
};

interface Left {
  /** Hears what stands in the field when it is left, after the draft has heard of it. */
  readonly onLeave?: (text: string) => void;
}

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
export const DraftLine = ({ onLeave = ignore, ...props }: Text<TextInputProps> & Left) => (
  <Line {...props} onText={useNewest(props.onText)} onLeave={useNewest(onLeave)} />
);

const ignore = () => {};

const Line = memo(function Line({ value, onText, onLeave, ...props }: Text<TextInputProps> & Required<Left>) {
  const held = useDraftText(value, onText);
  return (
    <AutofillScope>
      <TextInput
        {...props}
        value={held.text}
        onBlur={() => {
          held.flush();
          onLeave(held.text);
        }}
        onChange={(event) => held.write(event.currentTarget.value)}
      />
    </AutofillScope>
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
  <AutofillScope>
    <Textarea
      autosize
      onChange={(event) => held.write(event.currentTarget.value)}
      {...props}
      value={held.text}
      onBlur={held.flush}
    />
  </AutofillScope>
);

// Shorter than a pause between words, longer than one between keys: a long plan is worked through when the hands rest.
const restMs = 100;

/** What is written shows at once; the plan hears of it when the hands rest, so that no key waits for a plan of 300 steps. */
export function useDraftText(value: string, onText: (text: string) => void) {
  const [text, setText] = useState(value);
  const latest = useRef<{ pending: string | undefined; onText: typeof onText }>({ pending: undefined, onText });
  latest.current.onText = onText;
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);

  const flush = useCallback(() => {
    clearTimeout(timer.current);
    const { pending } = latest.current;
    if (pending === undefined) return;
    latest.current.pending = undefined;
    latest.current.onText(pending);
  }, []);
  const write = useCallback(
    (next: string) => {
      setText(next);
      noteWriting();
      latest.current.pending = next;
      clearTimeout(timer.current);
      timer.current = setTimeout(flush, restMs);
    },
    [flush],
  );
  // Undo, or somebody else's save: what stands in the plan shows, unless something newer is on its way there. At once: later, the next key
  // may have been told already, and would be taken back.
  useLayoutEffect(() => {
    if (latest.current.pending === undefined) setText(value);
  }, [value]);
  // The browser closed in mid-word, or another step opened.
  useEffect(() => {
    const close = openField(flush);
    return () => {
      close();
      flush();
    };
  }, [flush]);
  return { text, write, flush };
}
