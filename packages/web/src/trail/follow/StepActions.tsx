import { Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { MakeRemark } from '../note/MakeRemark';
import { OffPlanTests } from '../note/OffPlanTests';
import { StepPhotos } from '../note/StepPhotos';
import { SkipStep } from './SkipStep';
import type { OpenTrail } from './useTrail';

/** What can be done on any step besides the step itself. */
export function StepActions({ open, step }: { readonly open: OpenTrail; readonly step: Step }) {
  return (
    <Group gap="xs" mt="xs" align="center">
      <SkipStep open={open} step={step} />
      {!open.isOnlyTried && (
        <>
          <OffPlanTests open={open} step={step} />
          <StepPhotos open={open} step={step} />
          <MakeRemark open={open} step={step} />
        </>
      )}
    </Group>
  );
}
