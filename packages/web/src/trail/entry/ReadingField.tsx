import { Button } from '@mantine/core';
import { typedLength } from '@probe-trail/core/trail';
import { type RefObject, useEffect, useRef } from 'react';
import classes from './ReadingField.module.css';
import { useTypedAnywhere } from './useTypedAnywhere';
import type { TypedReading } from './useTypedReading';

interface FieldProps {
  readonly label: string;
  readonly unit: string;
  readonly typedReading: Pick<TypedReading, 'text' | 'setText' | 'submit'>;
}

/** The one place to type. It has the focus already, and typing anywhere on the page goes into it. */
export function ReadingField({ label, unit, typedReading: { text, setText, submit } }: FieldProps) {
  const input = useRef<HTMLInputElement>(null);
  useFocusOnTyping(input);
  return (
    <label className={classes.field}>
      <span className={classes.hidden}>{label}</span>
      <input
        ref={input}
        className={classes.input}
        value={text}
        // The page has its own keypad; the device's would cover the ruler.
        inputMode="none"
        autoComplete="off"
        spellCheck={false}
        maxLength={typedLength}
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          // The same stroke must not press the button that gets the focus next.
          event.preventDefault();
          if (!event.repeat) submit();
        }}
      />
      {/[a-zµΩ°%]/i.test(text) ? null : <span className={classes.unit}>{unit}</span>}
    </label>
  );
}

function useFocusOnTyping(input: RefObject<HTMLInputElement | null>) {
  useEffect(() => {
    input.current?.focus({ preventScroll: true });
  }, [input]);
  useTypedAnywhere(() => input.current?.focus());
}

/** A reading that has been recorded, until the technician goes on. */
export function RecordedField({ shown, onAgain }: { readonly shown: string; readonly onAgain: () => void }) {
  return (
    <div className={classes.recorded}>
      <output className={classes.input}>{shown}</output>
      <Button variant="subtle" onClick={onAgain}>
        Type again
      </Button>
    </div>
  );
}
