import { Button, Group, Progress } from '@mantine/core';
import { Link } from 'react-router';
import { Notice } from '../spec/Notice';
import classes from './ReadInterface.module.css';
import type { Reading } from './useReading';
import type { DraftOfSheet } from './useSheetDraft';

interface ReadProps {
  readonly reading: Reading;
  readonly draft: DraftOfSheet;
}

/** Reading every unit of the vehicle, with what is being asked in sight; it can be broken off, and gone on with. */
export function ReadInterface({ reading: { asking, problem, start, cancel }, draft }: ReadProps) {
  const left = draft.sheet.units.filter(({ answer }) => answer === 'unread').map(({ unitId }) => unitId);
  const hasBegun = draft.draft.units.length > 0;
  if (asking)
    return (
      <div className={classes.reading} role="status">
        <p>
          Asking <b>{[...asking.names.values()].join(', ')}</b>; {asking.done} of {asking.of} done
        </p>
        <Progress value={(100 * asking.done) / asking.of} size="lg" aria-label="Units read" />
        <Button variant="default" onClick={cancel}>
          Stop reading; what was read is kept
        </Button>
      </div>
    );
  return (
    <>
      {problem !== undefined && (
        <Notice kind="outOfSpec" title={problem}>
          <Group>
            <Button component={Link} variant="default" to="?from=text">
              Paste or drop a report
            </Button>
            <Button component={Link} variant="default" to="?from=hand">
              Type codes by hand
            </Button>
          </Group>
        </Notice>
      )}
      <Group>
        {hasBegun && left.length > 0 && (
          <Button size="lg" onClick={() => void start(left)}>
            Continue with the {left.length} that are left
          </Button>
        )}
        <Button size="lg" variant={hasBegun ? 'default' : 'filled'} onClick={() => void start([])}>
          {hasBegun ? 'Read all again' : 'Start reading'}
        </Button>
      </Group>
      {!hasBegun && (
        <p className="soft">
          Ignition on, engine off. Each unit takes a moment; those that stay silent are listed too.
        </p>
      )}
    </>
  );
}
