import { Button, Group } from '@mantine/core';
import { evidenceOf, nextTests } from '@probe-trail/core/evidence';
import type { Step } from '@probe-trail/core/plan';
import { useMemo } from 'react';
import { WhereOnWire } from '../../path/WhereOnWire';
import rows from '../../ui/rows.module.css';
import { AddSuspects } from '../add/AddSuspects';
import { AddTest } from '../add/AddTest';
import { NameCause } from '../add/NameCause';
import classes from './BetweenPanel.module.css';
import type { OpenTrail } from './useTrail';

/** An open trail between two tests: what is to be done, whatever tells most first, and what can be added. */
export function BetweenPanel({ open }: { readonly open: OpenTrail }) {
  const { plan, trail } = open;
  const hasSuspects = plan.suspects.length > 0;
  const isBegun = evidenceOf(trail).length > 0;
  return (
    <article className={classes.between}>
      <p className="soft">{trail.complaint || 'No complaint was written down.'}</p>
      <h1>{hasSuspects ? 'What next?' : 'Who may be the cause?'}</h1>
      {!hasSuspects && (
        <p>
          Begin with everything that can be the cause, from the part cards or in your own words. Each test then says
          whom it clears and whom it points to.
        </p>
      )}
      <ToDo open={open} />
      <Group mt="md">
        <AddSuspects open={open} button={{ size: 'lg', variant: hasSuspects ? 'default' : 'filled' }} />
        {hasSuspects && (
          <>
            <AddTest open={open} says="Add a test" button={{ size: 'lg', variant: 'filled' }} />
            <WhereOnWire open={open} button={{ size: 'lg', variant: 'default' }} />
          </>
        )}
        {isBegun && <NameCause open={open} button={{ size: 'lg', variant: 'default' }} />}
      </Group>
    </article>
  );
}

/** The tests that were added and not done yet; what tells nothing new comes last. */
function ToDo({ open: { plan, trail, record } }: { readonly open: OpenTrail }) {
  const telling = useMemo(() => nextTests(trail), [trail]);
  const done = new Set(evidenceOf(trail).flatMap(({ source }) => (source.kind === 'step' ? source.step.id : [])));
  const others = plan.steps.filter(({ id }) => !done.has(id) && !telling.some(({ step }) => step.id === id));
  if (telling.length + others.length === 0) return null;
  const line = (step: Step, reason: string) => (
    <li key={step.id} className={classes.test}>
      <span>
        <b>{step.title}</b>
        <small>{reason}</small>
      </span>
      <Button size="lg" variant="default" onClick={() => record({ kind: 'stepOpened', stepId: step.id })}>
        Test it
      </Button>
    </li>
  );
  return (
    <section aria-label="Tests to do">
      <h2>To be tested, whatever tells most for its minutes first</h2>
      <ul className={rows.rows}>
        {telling.map(({ step, reason }) => line(step, reason))}
        {others.map((step) => line(step, 'tells nothing new of the suspects'))}
      </ul>
    </section>
  );
}
