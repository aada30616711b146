import { Button } from '@mantine/core';
import { sayTaken, type TakenReading } from '@probe-trail/core/trail';
import { VerdictMark } from '../../spec/VerdictMark';
import { verdictLook } from '../../spec/verdictLook';
import classes from './TakenRow.module.css';

interface RowProps {
  readonly name: string;
  readonly taken: TakenReading | undefined;
  readonly onAgain: () => void;
}

/** Another reading of this step that has been recorded already. */
export function TakenRow({ name, taken, onAgain }: RowProps) {
  if (!taken) return null;
  return (
    <span className={classes.taken}>
      <VerdictMark kind={taken.verdict.kind} size={20} />
      <span>
        {name} <b className="mono">{sayTaken(taken)}</b>{' '}
        <span className="soft">{verdictLook[taken.verdict.kind].word}</span>
      </span>
      <Button variant="subtle" px={8} onClick={onAgain}>
        Again
      </Button>
    </span>
  );
}
