import { Button, TextInput } from '@mantine/core';
import type { Need, Step } from '@probe-trail/core/plan';
import { useEffect, useState } from 'react';
import classes from './StateGate.module.css';
import type { OpenTrail } from './useTrail';

interface GateProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly unmet: readonly Need[];
}

/** What must change on the vehicle before the step opens, in the order in which it is safe to do. */
export function StateGate({ open: { trail, record }, step, unmet }: GateProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const confirm = () => setProblem(record({ kind: 'stateConfirmed', stepId: step.id, state: statesOf(unmet) }));
  return (
    <section className={classes.gate} aria-label="Vehicle state">
      <h2>First, on the vehicle</h2>
      <ol>
        {unmet.map(({ what, is }) => (
          <li key={what}>
            {what} <b>{is}</b>
            {trail.believed[what] !== undefined && <span className="soft"> (now {trail.believed[what]})</span>}
          </li>
        ))}
      </ol>
      {problem !== undefined && <p className={classes.problem}>{problem}</p>}
      <ConfirmButton onConfirm={confirm} says={unmet.map(({ what, is }) => `${what} ${is}`).join(', ')} />
      <OverrideState
        onOverridden={(reason) =>
          setProblem(record({ kind: 'stateOverridden', stepId: step.id, state: statesOf(unmet), reason }))
        }
      />
    </section>
  );
}

const statesOf = (unmet: readonly Need[]) => unmet.map(({ what, is }) => ({ what, is }));

/** Where the state cannot be had, the step may be done all the same; the reason stands in the record. */
function OverrideState({ onOverridden }: { readonly onOverridden: (reason: string) => void }) {
  const [isOpen, setIsOpen] = useState(false);
  const [reason, setReason] = useState('');
  if (!isOpen)
    return (
      <Button variant="subtle" color="gray" mt="sm" px={0} onClick={() => setIsOpen(true)}>
        It cannot be made so
      </Button>
    );
  return (
    <form
      className={classes.override}
      onSubmit={(event) => {
        event.preventDefault();
        onOverridden(reason.trim());
      }}
    >
      <TextInput
        label="Why not"
        description="It is recorded, and shown beside the result"
        data-autofocus
        maxLength={300}
        value={reason}
        onChange={(event) => setReason(event.currentTarget.value)}
      />
      <Button type="submit" variant="default" mt="sm" disabled={reason.trim() === ''}>
        Test all the same
      </Button>
    </form>
  );
}

function ConfirmButton({ onConfirm, says }: { readonly onConfirm: () => void; readonly says: string }) {
  useEffect(() => document.getElementById('confirm-state')?.focus(), []);
  return (
    <Button id="confirm-state" size="xl" mih={64} onClick={onConfirm} classNames={{ label: classes.label ?? '' }}>
      It is so: {says}
    </Button>
  );
}
