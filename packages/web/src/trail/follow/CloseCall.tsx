import { Button, Group } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import type { TakenReading } from '@probe-trail/core/trail';
import { useState } from 'react';
import { Notice } from '../../ui/Notice';
import { ReasonForm } from '../../ui/ReasonForm';
import { InstrumentChoice } from './InstrumentChoice';
import type { Kit } from './useKit';
import type { OpenTrail } from './useTrail';

interface CloseCallProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly taken: TakenReading;
  readonly asks: 'repeat' | 'betterInstrument';
  readonly kit: Kit;
  readonly onAgain: (readingId: string) => void;
}

const titles = {
  repeat: 'Too close to call: measure it once more',
  betterInstrument: 'Too close to call: measure it with a better instrument',
} as const;

/** The plan wants more of a reading that is too close to call; what cannot be had may be gone without, with its reason. */
export function CloseCall({ open, step, taken, asks, kit, onAgain }: CloseCallProps) {
  const [problem, setProblem] = useState<string | undefined>();
  const { readingId } = taken;
  const accept = (reason: string) =>
    setProblem(open.record({ kind: 'closeCallAccepted', stepId: step.id, readingId, reason }));
  return (
    <Notice kind="tooCloseToCall" title={titles[asks]}>
      <Group mt="xs">
        <Button size="lg" onClick={() => onAgain(readingId)}>
          Measure again
        </Button>
        {asks === 'betterInstrument' && <InstrumentChoice kit={kit} says="Use another instrument" />}
      </Group>
      {problem && <p>{problem}</p>}
      <ReasonForm
        opens="Go on as the number says"
        label="Why"
        description="It is recorded, and shown beside the result"
        does="Go on all the same"
        onReason={accept}
      />
    </Notice>
  );
}
