import { Button, Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { isAdded } from '@probe-trail/core/trail';
import { AddSuspects } from '../add/AddSuspects';
import { AddTest } from '../add/AddTest';
import type { OpenTrail } from '../log/useTrail';
import { MakeRemark } from '../note/MakeRemark';
import { StepPhotos } from '../note/StepPhotos';
import { SkipStep } from './SkipStep';
import { WhereOnWire } from './WhereOnWire';

/** What can be done on any step besides the step itself. */
export function StepActions({ open, step }: { readonly open: OpenTrail; readonly step: Step }) {
  const isOwn = isAdded(open.trail, step.id);
  return (
    <Group gap="xs" mt="xs" align="center">
      {isOwn ? <LeaveForLater open={open} step={step} /> : <SkipStep open={open} step={step} />}
      {!open.isOnlyTried && (
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
const LeaveForLater = ({ open: { record }, step }: { readonly open: OpenTrail; readonly step: Step }) => (
  <Button {...quiet} onClick={() => record({ kind: 'stepLeft', stepId: step.id })}>
    Do it later
  </Button>
);
