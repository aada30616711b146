import { Button } from '@mantine/core';
import { blankPlan, type PlanListItem } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { lazy, Suspense, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { sayFailure } from '../app/api';
import { useMay } from '../person/sessionApi';
import { Notice } from '../ui/Notice';
import { Page } from '../ui/Page';
import rows from '../ui/rows.module.css';
import { Wait } from '../ui/Wait';
import { MissedPlans } from './MissedPlans';
import classes from './PlanLibraryPage.module.css';
import { useAddPlanMutation, usePlansQuery } from './planApi';

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
            <Button onClick={() => void create()}>Write a new plan</Button>
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
        {(plans) =>
          plans.length === 0 ? (
            <p>There is no plan yet. Write one, or take in a plan file.</p>
          ) : (
            <ul className={`${rows.rows} ${classes.list}`}>
              {plans.map((plan) => (
                <PlanLine key={plan.planId} plan={plan} />
              ))}
            </ul>
          )
        }
      </Wait>
    </Page>
  );
}

function useNewPlan() {
  const [add] = useAddPlanMutation();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | undefined>();
  const create = async () => {
    const id = `plan-${nanoid(8)}`;
    const added = await add(blankPlan(id, 'New plan'));
    if (added.data) void navigate(`/plans/${id}/edit`);
    else setProblem(sayFailure(added.error));
  };
  return { create, problem };
}

function PlanLine({ plan }: { readonly plan: PlanListItem }) {
  return (
    <li>
      <Link to={`/plans/${plan.planId}`}>
        <span>
          <b className={classes.title}>{plan.title || 'A plan without a title'}</b>
          <small>{plan.summary}</small>
        </span>
        <span className={classes.facts}>
          {plan.lines.join(', ')}
          <small>
            {plan.stepCount} steps, {plan.suspectCount} suspects, about {plan.expectedMinutes} min
          </small>
        </span>
        <span className={classes.facts}>
          {plan.released ? `version ${plan.released.version}` : plan.retired ? 'retired' : 'not released'}
          <small>
            {plan.draft &&
              `${plan.draft.state === 'inReview' ? 'in review' : 'draft'} ${plan.draft.version} by ${plan.draft.savedBy}`}
          </small>
        </span>
      </Link>
    </li>
  );
}
