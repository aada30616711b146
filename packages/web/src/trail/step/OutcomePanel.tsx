import { Button } from '@mantine/core';
import { indexPlan, type Outcome, type Plan, type Step } from '@probe-trail/core/plan';
import { useEffect, useRef } from 'react';
import { useNavigate } from 'react-router';
import { Notice } from '../../spec/Notice';
import type { OpenTrail } from '../log/useTrail';
import classes from './OutcomePanel.module.css';

interface OutcomeProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly outcome: Outcome | undefined;
}

/** What the readings of the step mean for the suspects, and where they lead. Nothing moves on by itself. */
export function OutcomePanel({ open, step, outcome }: OutcomeProps) {
  const { trail, record } = open;
  const { plan } = trail;
  const navigate = useNavigate();
  const button = useRef<HTMLButtonElement>(null);
  useEffect(() => button.current?.focus({ preventScroll: true }), []);
  if (!outcome)
    return (
      <Notice kind="tooCloseToCall" title="The plan says nothing for this case">
        <p>Type the reading again, or go on with “Cannot do this step” and choose the way yourself.</p>
      </Notice>
    );
  return (
    <div className={classes.outcome}>
      <div>
        {trail.proving ? (
          <p>It is compared with the reading from before the repair, and says nothing new about the cause.</p>
        ) : (
          <>
            {outcome.meaning !== '' && <p>{outcome.meaning}</p>}
            <Suspects label="Clears" ids={outcome.clears} plan={plan} />
            <Suspects label="Points to" ids={outcome.pointsTo} plan={plan} />
          </>
        )}
      </div>
      <Button
        ref={button}
        // Enter held down since the reading must not move on before the verdict has been seen.
        onKeyDown={(event) => event.repeat && event.preventDefault()}
        size="xl"
        mih={64}
        classNames={{ label: classes.label ?? '' }}
        onClick={() => {
          const isTaken = record({ kind: 'outcomeTaken', stepId: step.id, outcomeId: outcome.id });
          if (isTaken && trail.proving && trail.jobId !== null) void navigate(`/jobs/${trail.jobId}`);
        }}
      >
        Go on: {isBesideTheWay(trail) ? sayReturn(open) : targetName(plan, outcome)}
      </Button>
    </div>
  );
}

function Suspects({
  label,
  ids,
  plan,
}: {
  readonly label: string;
  readonly ids: readonly string[];
  readonly plan: Plan;
}) {
  if (ids.length === 0) return null;
  return (
    <p>
      <b>{label}</b> {ids.map((id) => indexPlan(plan).suspects.get(id)?.name ?? id).join(', ')}.
    </p>
  );
}

/** Whether the trail goes on where it was, whatever comes out at the open step. */
export const isBesideTheWay = ({ proving, added }: OpenTrail['trail']): boolean =>
  proving !== undefined || added.from !== undefined;

/** Where the trail goes on after a test of one's own, or after one that is to prove a repair. */
export function sayReturn({ trail, trail: { plan } }: OpenTrail): string {
  if (trail.proving) return 'back to the proof';
  const at = trail.added.from?.at;
  if (at?.kind === 'step') return `back to “${indexPlan(plan).steps.get(at.stepId)?.title}”`;
  return at?.kind === 'between' ? 'the next test' : 'back to the conclusion';
}

/** Title of the step or conclusion that an outcome leads to. */
export function targetName(plan: Plan, { goTo }: Outcome): string {
  const { steps, conclusions } = indexPlan(plan);
  if (goTo.kind === 'step') return steps.get(goTo.stepId)?.title ?? goTo.stepId;
  if (goTo.kind === 'conclusion') return conclusions.get(goTo.conclusionId)?.title ?? goTo.conclusionId;
  return 'nowhere yet';
}
