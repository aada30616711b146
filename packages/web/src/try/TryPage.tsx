import { Button } from '@mantine/core';
import { indexPlan, type Plan } from '@probe-trail/core/plan';
import { useMemo } from 'react';
import { useParams, useSearchParams } from 'react-router';
import { Opening } from '../frame/Opening';
import { readKeptDraft } from '../plan/draft/keptDraft';
import { usePlanDraftQuery } from '../plan/planApi';
import { LineUp } from '../trail/evidence/LineUp';
import { Following } from '../trail/follow/Following';
import followClasses from '../trail/follow/FollowPage.module.css';
import { TrailSpine } from '../trail/follow/TrailSpine';
import classes from './TryPage.module.css';
import { useTryWalk } from './useTryWalk';

/** A draft walked as a technician would: nothing of it is recorded anywhere. */
export function TryPage() {
  const { planId = '' } = useParams();
  const [search] = useSearchParams();
  const { data, error, refetch } = usePlanDraftQuery(planId, { refetchOnMountOrArgChange: true });
  const plan = useMemo(
    () => data && fromStep(readKeptDraft(planId) ?? data.document, search.get('from')),
    [data, planId, search],
  );
  if (!plan) return <Opening error={error} retry={refetch} />;
  if (!indexPlan(plan).steps.has(plan.startStepId))
    return <p className={classes.nothing}>The draft has no first step yet: there is nothing to walk.</p>;
  return <Walk plan={plan} />;
}

/** The plan as if it began at that step. */
const fromStep = (plan: Plan, stepId: string | null): Plan =>
  stepId !== null && indexPlan(plan).steps.has(stepId) ? { ...plan, startStepId: stepId } : plan;

function Walk({ plan }: { readonly plan: Plan }) {
  const { open, sample, again } = useTryWalk(plan);
  return (
    <div className={followClasses.page}>
      <header className={classes.head}>
        <b>Only tried</b>
        <Button variant="default" disabled={!sample} onClick={sample}>
          By chance
        </Button>
        <Button variant="subtle" onClick={again}>
          Again
        </Button>
      </header>
      <TrailSpine open={open} />
      <main className={followClasses.sheet}>
        <Following open={open} />
      </main>
      <LineUp open={open} />
    </div>
  );
}
