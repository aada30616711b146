import { useWindowEvent } from '@mantine/hooks';
import type { ChoiceSpec } from '@probe-trail/core/spec';
import { VerdictMark } from '../../spec/VerdictMark';
import classes from './ChoicePanel.module.css';
import { type ReadingProps, recordReading } from './recordReading';

interface ChoiceProps extends ReadingProps {
  readonly spec: ChoiceSpec;
}

/** What can be seen, one large button each; the digits on a keyboard choose too. */
export function ChoicePanel({ spec, ...props }: ChoiceProps) {
  const { open, reading, isDue } = props;
  const chosenId = open.trail.taken[reading.id]?.verdict.zone.id;
  const choose = (optionId: string) => recordReading(props)({ kind: 'chosen', optionId });
  useDigitKeys(isDue, spec, choose);
  return (
    <fieldset className={classes.choice}>
      <legend>{reading.name || 'What do you see?'}</legend>
      {spec.options.map(({ id, name, meaning, ok }, index) => (
        <button
          key={id}
          type="button"
          className={classes.option}
          aria-pressed={chosenId === id}
          onClick={() => choose(id)}
        >
          <span className="mono soft">{index + 1}</span>
          <span>
            <b>{name}</b>
            {chosenId === id && meaning !== '' && <small>{meaning}</small>}
          </span>
          {chosenId === id && <VerdictMark kind={ok ? 'inSpec' : 'outOfSpec'} />}
        </button>
      ))}
    </fieldset>
  );
}

function useDigitKeys(isDue: boolean, spec: ChoiceSpec, choose: (optionId: string) => void) {
  // Not useHotkeys: on some keyboards a digit needs Shift, which it would ask to be up.
  useWindowEvent('keydown', (event) => {
    const isTyping = event.target instanceof Element && event.target.closest('input, textarea, [role="dialog"]');
    const option = spec.options[Number(event.key) - 1];
    if (isDue && option && !isTyping && !event.ctrlKey && !event.metaKey) choose(option.id);
  });
}
