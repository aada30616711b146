import { Button } from '@mantine/core';
import { evidenceOf, nextTests } from '@probe-trail/core/evidence';
import type { Step } from '@probe-trail/core/plan';
import { isAdded, type Trail, toMeasureAgain } from '@probe-trail/core/trail';
import { useMemo } from 'react';
import rows from '../../ui/rows.module.css';
import type { OpenTrail } from '../log/useTrail';
import { stepOf } from '../waymarkLook';
import classes from './TestsToDo.module.css';

interface ToDoProps {
  readonly open: OpenTrail;
  readonly onOpened?: () => void;
}

/** Tests of one's own at any time; those of the plan once a repair did not help, as its way has ended. */
const mayBeOpened = (trail: Trail, stepId: string): boolean => isAdded(trail, stepId) || trail.failedRepairs.length > 0;

/** The tests that were added and not done yet; what tells nothing new comes last. After a repair that did not help, also those of the plan. */
export function TestsToDo({
  open: {
    trail,
    trail: { plan },
    record,
  },
  onOpened,
}: ToDoProps) {
  const telling = useMemo(() => nextTests(trail).filter(({ step }) => mayBeOpened(trail, step.id)), [trail]);
  const done = new Set(evidenceOf(trail).flatMap(({ source }) => (source.kind === 'step' ? source.step.id : [])));
  const others = plan.steps.filter(
    ({ id }) => isAdded(trail, id) && !done.has(id) && !telling.some(({ step }) => step.id === id),
  );
  const again = toMeasureAgain(trail).flatMap(({ stepId }) => stepOf(plan, stepId) ?? []);
  if (telling.length + others.length + again.length === 0) return null;
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
        {again.map((step) => line(step, 'pointed to what was repaired: it may come out otherwise now', false))}
        {others.map((step) => line(step, 'nothing new about the suspects', false))}
      </ul>
    </section>
  );
}
