import { Button } from '@mantine/core';
import { lazy, Suspense, useState } from 'react';
import { useMay } from '../person/sessionApi';
import { Notice } from '../ui/Notice';
import { Page } from '../ui/Page';
import { Wait } from '../ui/Wait';
import { MissedPlans } from './MissedPlans';
import { PlanLines } from './PlanLines';
import { usePlansQuery } from './planApi';
import { useNewPlan } from './useNewPlan';

// It brings the plan check along: it is loaded when somebody takes something in.
const TakeIn = lazy(async () => ({ default: (await import('./exchange/TakeIn')).TakeIn }));

/** The plan library: choose a plan to follow or to work on, write a new one, take one in from a file. */
export function PlanLibraryPage() {
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
              Take in a plan
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
          <TakeIn onClose={() => setIsTakingIn(false)} />
        </Suspense>
      )}
      {mayWrite && <MissedPlans />}
      <Wait for={data} error={error} retry={refetch}>
        {(all) => {
          const plans = all.filter(({ isBlock }) => !isBlock);
          return plans.length === 0 ? (
            <p>There is no plan yet. Write one, or take in a plan file.</p>
          ) : (
            <PlanLines plans={plans} />
          );
        }}
      </Wait>
    </Page>
  );
}
