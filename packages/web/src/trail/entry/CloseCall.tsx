import { Button, Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import type { TakenReading } from '@probe-trail/core/trail';
import { ReasonForm } from '../../fields/ReasonForm';
import { Notice } from '../../spec/Notice';
import type { OpenTrail } from '../log/useTrail';
import { InstrumentChoice } from './InstrumentChoice';
import type { Kit } from './useKit';

interface CloseCallProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly taken: TakenReading;
  readonly asks: 'repeat' | 'betterInstrument';
  readonly kit: Kit;
  readonly onAgain: (readingId: string) => void;
}

const titles = {
  repeat: 'Too close to call: measure again',
  betterInstrument: 'Too close to call: use a better instrument',
} as const;

/** The plan wants more of a reading that is too close to call; what cannot be had may be gone without, with its reason. */
export function CloseCall({ open, step, taken, asks, kit, onAgain }: CloseCallProps) {
  const { readingId } = taken;
  const accept = (reason: string) => open.record({ kind: 'closeCallAccepted', stepId: step.id, readingId, reason });
  return (
    <Notice kind="tooCloseToCall" title={titles[asks]}>
      <Group mt="xs">
        <Button size="lg" onClick={() => onAgain(readingId)}>
          Measure again
        </Button>
        {asks === 'betterInstrument' && <InstrumentChoice kit={kit} label="Use another instrument" />}
      </Group>
      <ReasonForm
        opens="Go by the displayed value"
        label="Why"
        description="It is recorded, and shown beside the result"
        does="Go on anyway"
        onReason={accept}
      />
    </Notice>
  );
}
