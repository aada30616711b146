import { Button } from '@mantine/core';
import { evidenceOf, nextTests } from '@probe-trail/core/evidence';
import type { Step } from '@probe-trail/core/plan';
import { isAdded } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import rows from '../../ui/rows.module.css';
import type { OpenTrail } from '../log/useTrail';
import classes from './TestsToDo.module.css';

interface ToDoProps {
  readonly open: OpenTrail;
  readonly onOpened?: () => void;
}

/** The tests that were added and not done yet; what tells nothing new comes last. */
export function TestsToDo({
  open: {
    trail,
    trail: { plan },
    record,
  },
  onOpened,
}: ToDoProps) {
  const telling = useMemo(() => nextTests(trail).filter(({ step }) => isAdded(trail, step.id)), [trail]);
  const done = new Set(evidenceOf(trail).flatMap(({ source }) => (source.kind === 'step' ? source.step.id : [])));
  const others = plan.steps.filter(
    ({ id }) => isAdded(trail, id) && !done.has(id) && !telling.some(({ step }) => step.id === id),
  );
  if (telling.length + others.length === 0) return null;
  const line = (step: Step, reason: string, isFirst: boolean) => (
    <li key={step.id} className={classes.test}>
      <span>
        <b>{step.title}</b>
        <small>{reason}</small>
      </span>
      <Button
        size="lg"
        mih={56}
        variant={isFirst ? 'filled' : 'default'}
        onClick={() => {
          record({ kind: 'stepOpened', stepId: step.id });
          onOpened?.();
        }}
      >
        Test it
      </Button>
    </li>
  );
  return (
    <section className={classes.toDo} aria-label="Tests to do">
      <h2>To be tested, the most useful first</h2>
      <ul className={rows.rows}>
        {telling.map(({ step, reason }, at) => line(step, reason, at === 0))}
        {others.map((step) => line(step, 'nothing new about the suspects', false))}
      </ul>
    </section>
  );
}
