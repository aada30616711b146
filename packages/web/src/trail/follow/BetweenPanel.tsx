import { Group } from '@mantine/core';
import { evidenceOf, nextTests } from '@probe-trail/core/evidence';
import { isAdded } from '@probe-trail/core/trail';
import { lazy, Suspense } from 'react';
import { AddSuspects } from '../add/AddSuspects';
import { AddTest } from '../add/AddTest';
import { NameCause } from '../add/NameCause';
import { TestsToDo } from '../add/TestsToDo';
import type { OpenTrail } from '../log/useTrail';
import { WhereOnWire } from '../step/WhereOnWire';
import classes from './BetweenPanel.module.css';

// It is loaded when somebody wants to see it, here and on the panel.
const EvidenceSummary = lazy(() => import('../evidence/EvidenceSummary'));

/** An open trail between two tests: what is to be done, whatever tells most first, what can be added, and what is known so far. */
export function BetweenPanel({ open }: { readonly open: OpenTrail }) {
  const { trail } = open;
  const { plan } = trail;
  const hasSuspects = plan.suspects.length > 0;
  const isBegun = evidenceOf(trail).length > 0;
  const failedRepair = trail.failedRepairs.at(-1);
  const hasTests = nextTests(trail).some(({ step }) => failedRepair !== undefined || isAdded(trail, step.id));
  return (
    <article className={classes.between}>
      <p className="soft">{trail.complaint || 'No complaint was written down.'}</p>
      {failedRepair && (
        <p>
          <b>{failedRepair.what}</b> did not help: {failedRepair.because}. It is nearly cleared, and the fault is looked
          for again.
        </p>
      )}
      <h1>{hasSuspects ? 'What next?' : 'What could be the cause?'}</h1>
      {!hasSuspects && (
        <p>
          Begin with everything that can be the cause, from the part cards or in your own words. Each test then says
          which suspects it clears and which it points to.
        </p>
      )}
      <TestsToDo open={open} />
      <Group mt="md">
        <AddSuspects open={open} button={{ size: 'lg', variant: hasSuspects ? 'default' : 'filled' }} />
        {hasSuspects && (
          <>
            <AddTest open={open} label="Add a test" button={{ size: 'lg', variant: hasTests ? 'default' : 'filled' }} />
            <WhereOnWire open={open} button={{ size: 'lg', variant: 'default' }} />
          </>
        )}
        {isBegun && <NameCause open={open} button={{ size: 'lg', variant: 'default' }} />}
      </Group>
      {isBegun && (
        <section>
          <h2 className={classes.said}>What the readings say</h2>
          <Suspense>
            <EvidenceSummary trail={trail} />
          </Suspense>
        </section>
      )}
    </article>
  );
}
