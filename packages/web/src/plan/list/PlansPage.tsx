import { Button } from '@mantine/core';
import type { PlanListItem } from '@probe-trail/core/plan';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { Wait } from '../../api/Wait';
import { Page } from '../../frame/Page';
import { MissedPlans } from '../../job/MissedPlans';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { usePlansFoundQuery, usePlansQuery } from '../planApi';
import { WaitingForYou } from '../review/WaitingForYou';
import { useNewPlan } from '../useNewPlan';
import { PlanFilters, usePlanWish } from './PlanFilters';
import { PlanLines } from './PlanLines';
import { shownPlans, withFound } from './shownPlans';

// It brings the plan check along: it is loaded when somebody takes something in.
const ImportPlan = lazy(async () => ({ default: (await import('../exchange/ImportPlan')).ImportPlan }));

/** The plan library: choose a plan to follow or to work on, write a new one, take one in from a file. */
export function PlansPage() {
  const { data, error, refetch } = usePlansQuery(undefined, { refetchOnMountOrArgChange: true });
  const { create, problem } = useNewPlan();
  const [isTakingIn, setIsTakingIn] = useState(false);
  const mayWrite = useMay('writePlans');
  return (
    <Page
      title="Plans"
      actions={
        <>
          <Button component={Link} to="/lessons" variant="subtle">
            What the bay found
          </Button>
          {mayWrite && (
            <>
              <Button variant="default" onClick={() => setIsTakingIn(true)}>
                Import a plan
              </Button>
              <Button onClick={() => void create({ title: 'New plan', isBlock: false })}>Write a new plan</Button>
            </>
          )}
        </>
      }
    >
      {problem && (
        <Notice kind="outOfSpec" title="The plan was not made">
          <p>{problem}</p>
        </Notice>
      )}
      {isTakingIn && (
        <Suspense fallback={null}>
          <ImportPlan onClose={() => setIsTakingIn(false)} />
        </Suspense>
      )}
      {mayWrite && <MissedPlans />}
      <WaitingForYou />
      <Wait for={data} error={error} retry={refetch}>
        {(all) => {
          const plans = all.filter(({ isBlock }) => !isBlock);
          return plans.length === 0 ? (
            <p>There is no plan yet. Write one, or import a plan file.</p>
          ) : (
            <FilteredPlans plans={plans} />
          );
        }}
      </Wait>
    </Page>
  );
}

function FilteredPlans({ plans }: { readonly plans: readonly PlanListItem[] }) {
  const { data: found } = usePlansFoundQuery(undefined, { refetchOnMountOrArgChange: true });
  const [wish, setWish] = usePlanWish();
  const learned = useMemo(() => withFound(plans, found ?? []), [plans, found]);
  const shown = useMemo(() => shownPlans(learned, wish), [learned, wish]);
  return (
    <>
      <PlanFilters plans={learned} wish={wish} onWish={setWish} />
      {shown.length === 0 ? <p role="status">No plan is like that.</p> : <PlanLines plans={shown} />}
    </>
  );
}
