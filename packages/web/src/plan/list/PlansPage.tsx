import { Button } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { Wait } from '../../api/Wait';
import { Page } from '../../frame/Page';
import { MissedPlans } from '../../job/MissedPlans';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { usePlansQuery } from '../planApi';
import { useNewPlan } from '../useNewPlan';
import { PlanLines } from './PlanLines';

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
        mayWrite && (
          <>
            <Button variant="default" onClick={() => setIsTakingIn(true)}>
              Import a plan
            </Button>
            <Button onClick={() => void create({ title: 'New plan', isBlock: false })}>Write a new plan</Button>
          </>
        )
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
      <Wait for={data} error={error} retry={refetch}>
        {(all) => {
          const plans = all.filter(({ isBlock }) => !isBlock);
          return plans.length === 0 ? (
            <p>There is no plan yet. Write one, or import a plan file.</p>
          ) : (
            <PlanLines plans={plans} />
          );
        }}
      </Wait>
    </Page>
  );
}
