import { Button } from '@mantine/core';
import type { Plan, PlanListItem, PlanVersion } from '@probe-trail/core/plan';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { sayFailure } from '../../api/api';
import { Wait } from '../../api/Wait';
import { Page } from '../../frame/Page';
import { ExportPlan } from '../../plan/exchange/ExportPlan';
import { BlockUsages } from '../../plan/library/BlockUsages';
import { PlanOutline } from '../../plan/outline/PlanOutline';
import { useAddDraftMutation, usePlanDraftQuery, usePlanQuery, usePlanVersionQuery } from '../../plan/planApi';
import { PlanRemarks } from '../../plan/review/PlanRemarks';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { StartTrail } from '../../trail/start/StartTrail';

/** A plan: what it is for, what it can find, its steps; from here it is followed or worked on. */
export function PlanPage() {
  const { planId = '' } = useParams();
  const { data: plan, error, refetch } = usePlanQuery(planId, { refetchOnMountOrArgChange: true });
  if (plan?.released) return <Released plan={plan} version={plan.released.version} />;
  if (plan?.retired) return <Retired plan={plan} version={plan.retired.version} />;
  if (plan) return <OnlyDraft plan={plan} />;
  return (
    <Page title="Plan">
      <Wait for={undefined} error={error} retry={refetch}>
        {() => null}
      </Wait>
    </Page>
  );
}

function Released({ plan, version }: { readonly plan: PlanListItem; readonly version: number }) {
  const { data, error, refetch } = usePlanVersionQuery({ planId: plan.planId, version });
  return (
    <PlanSheet plan={plan} label={`version ${version}`} shown={data} version={version}>
      <Wait for={data} error={error} retry={refetch}>
        {({ document }) => (
          <>
            <PlanRemarks plan={document} />
            <PlanOutline plan={document} />
          </>
        )}
      </Wait>
    </PlanSheet>
  );
}

function Retired({ plan, version }: { readonly plan: PlanListItem; readonly version: number }) {
  const { data, error, refetch } = usePlanVersionQuery({ planId: plan.planId, version });
  return (
    <PlanSheet plan={plan} label={`version ${version}, retired: no new trail begins on it`} shown={data}>
      <Wait for={data} error={error} retry={refetch}>
        {({ document }) => <PlanOutline plan={document} />}
      </Wait>
    </PlanSheet>
  );
}

function OnlyDraft({ plan }: { readonly plan: PlanListItem }) {
  const { data, error, refetch } = usePlanDraftQuery(plan.planId, { refetchOnMountOrArgChange: true });
  return (
    <PlanSheet plan={plan} label="a draft, not released yet" shown={data}>
      <Wait for={data} error={error} retry={refetch}>
        {({ document }) => <PlanOutline plan={document} />}
      </Wait>
    </PlanSheet>
  );
}

interface SheetProps {
  readonly plan: PlanListItem;
  readonly label: string;
  readonly shown: PlanVersion | undefined;
  /** Only of a released plan: the version to follow. */
  readonly version?: number;
  readonly children: React.ReactNode;
}

function PlanSheet({ plan, label, shown, version, children }: SheetProps) {
  const { edit, problem } = useEdit(plan);
  const [mayWrite, mayWalk] = [useMay('writePlans'), useMay('recordTrails')];
  return (
    <Page
      title={plan.title || 'A plan without a title'}
      actions={
        <>
          <ExportPlan plan={shown?.document} version={shown} />
          <Button component={Link} to={`/plans/${plan.planId}/versions`} variant="subtle">
            Versions
          </Button>
          <Button component={Link} to={`/plans/${plan.planId}/lessons`} variant="subtle">
            What the bay found
          </Button>
          {mayWrite && (
            <Button variant="default" onClick={() => void edit()}>
              {plan.draft ? `Continue draft ${plan.draft.version}` : 'Write the next version'}
            </Button>
          )}
          {mayWalk && version !== undefined && !plan.isBlock && <FollowPlan plan={shown?.document} version={version} />}
        </>
      }
    >
      <p className="soft">
        {label}
        {plan.lines.length > 0 && ` · for ${plan.lines.join(', ')}`}
        {plan.isBlock ? ' · a block, used inside other plans' : ` · about ${plan.expectedMinutes} min`}
      </p>
      {problem && <Notice kind="outOfSpec" title={problem} />}
      {plan.released && plan.released.notes !== '' && (
        <p>
          <b>New in version {plan.released.version}:</b> {plan.released.notes}
        </p>
      )}
      {version === undefined && plan.retired === null && (
        <p>
          {plan.isBlock ? 'Only a released block can be put into plans.' : 'Only a released version can be followed.'}{' '}
          <Link to={`/plans/${plan.planId}/edit`}>Open the draft</Link> and release it.
        </p>
      )}
      {children}
      {plan.isBlock && <BlockUsages plan={plan} document={shown?.document} version={version} />}
    </Page>
  );
}

interface FollowProps {
  readonly plan: Plan | undefined;
  readonly version: number;
}

/** It has its place before the plan is there: what comes later must not push the other buttons away under a finger. */
function FollowPlan({ plan, version }: FollowProps) {
  if (plan) return <StartTrail follows={{ plan, version }} />;
  return <Button disabled>Follow this plan</Button>;
}

function useEdit(plan: PlanListItem) {
  const navigate = useNavigate();
  const [addDraft] = useAddDraftMutation();
  const [problem, setProblem] = useState<string | undefined>();
  const edit = async () => {
    const added = plan.draft ? undefined : await addDraft(plan.planId);
    if (added?.error) setProblem(sayFailure(added.error));
    else void navigate(`/plans/${plan.planId}/edit`);
  };
  return { edit, problem };
}
