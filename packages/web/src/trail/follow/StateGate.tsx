import { Button } from '@mantine/core';
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
  const confirm = () => setProblem(record({ kind: 'stateConfirmed', stepId: step.id, state: [...unmet] }));
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
    </section>
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
