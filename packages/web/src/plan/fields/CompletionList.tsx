import { type KeyboardEvent, useState } from 'react';
import classes from './CompletionList.module.css';

/** One thing that may be meant: what is put in, and what it is. */
export interface Completion {
  readonly text: string;
  readonly label: string;
}

interface ListProps {
  readonly label: string;
  readonly completions: readonly Completion[];
  readonly at: number;
  readonly onTake: (text: string) => void;
}

/** What may be meant by what was begun, below the field. */
export function CompletionList({ label, completions, at, onTake }: ListProps) {
  if (completions.length === 0) return null;
  return (
    <ul className={classes.completions} aria-label={label}>
      {completions.map(({ text, label }, index) => (
        <li key={text}>
          <button
            type="button"
            aria-current={index === at || undefined}
            // The field keeps the focus.
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => onTake(text)}
          >
            <b className="mono">{text}</b> {label}
          </button>
        </li>
      ))}
    </ul>
  );
}

/** The keys of such a list while its field has the focus: the arrows choose, Enter or Tab takes, Escape puts it away. */
export function useCompletionKeys(
  completions: readonly Completion[],
  onTake: (text: string) => void,
  onAway: () => void,
) {
  const [at, setAt] = useState(0);
  const onKeyDown = (event: KeyboardEvent) => {
    if (completions.length === 0) return;
    const chosen = completions[at];
    if (event.key === 'ArrowDown') setAt((at + 1) % completions.length);
    else if (event.key === 'ArrowUp') setAt((at + completions.length - 1) % completions.length);
    else if (event.key === 'Escape') onAway();
    else if ((event.key === 'Enter' || event.key === 'Tab') && chosen) onTake(chosen.text);
    else return;
    event.preventDefault();
  };
  return { at, onKeyDown, begin: () => setAt(0) };
}
