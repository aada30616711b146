import { Button, Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { isAdded } from '@probe-trail/core/trail';
import { useNavigate } from 'react-router';
import { AddSuspects } from '../add/AddSuspects';
import { AddTest } from '../add/AddTest';
import type { OpenTrail } from '../log/useTrail';
import { MakeRemark } from '../note/MakeRemark';
import { StepPhotos } from '../note/StepPhotos';
import { isBesideTheWay } from './OutcomePanel';
import { SkipStep } from './SkipStep';
import classes from './StepView.module.css';
import { WhereOnWire } from './WhereOnWire';

/** What can be done on any step besides the step itself. */
export function StepActions({ open, step }: { readonly open: OpenTrail; readonly step: Step }) {
  const { trail } = open;
  const isOwn = isAdded(trail, step.id);
  return (
    <Group gap={0} mt="xs" align="center" className={classes.actions ?? ''}>
      {isBesideTheWay(trail) ? <LeaveForLater open={open} step={step} /> : <SkipStep open={open} step={step} />}
      {trail.proving && <StepPhotos open={open} step={step} />}
      {!open.isOnlyTried && !trail.proving && (
        <>
          {!isOwn && <AddTest open={open} label="Test something else" button={quiet} />}
          <AddSuspects open={open} button={quiet} />
          <WhereOnWire open={open} button={quiet} />
          <StepPhotos open={open} step={step} />
          {!isOwn && <MakeRemark open={open} step={step} />}
        </>
      )}
    </Group>
  );
}

const quiet = { variant: 'subtle', color: 'gray' } as const;

/** A test of one's own that is not done now: what was entered stays readable, and the trail goes on where it was. */
function LeaveForLater({ open: { trail, record }, step }: { readonly open: OpenTrail; readonly step: Step }) {
  const navigate = useNavigate();
  const leave = () => {
    if (record({ kind: 'stepLeft', stepId: step.id }) && trail.proving && trail.jobId !== null)
      void navigate(`/jobs/${trail.jobId}`);
  };
  return (
    <Button {...quiet} onClick={leave}>
      Do it later
    </Button>
  );
}
