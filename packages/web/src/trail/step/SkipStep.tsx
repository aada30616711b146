import { Button, Radio, Stack, TextInput } from '@mantine/core';
import type { Step } from '@probe-trail/core/plan';
import { casesOfReading } from '@probe-trail/core/spec';
import { useState } from 'react';
import { BottomSheet } from '../../ui/BottomSheet';
import type { OpenTrail } from '../log/useTrail';
import { targetName } from './OutcomePanel';

interface SkipProps {
  readonly open: OpenTrail;
  readonly step: Step;
}

/** A step that cannot be done: the reason is recorded, the technician chooses the way, and it counts for no suspect. */
export function SkipStep({
  open: {
    trail: { plan },
    record,
  },
  step,
}: SkipProps) {
  const [isOpen, setIsOpen] = useState(false);
  const [reason, setReason] = useState('');
  const [outcomeId, setOutcomeId] = useState<string | null>(null);
  const skip = () => {
    if (outcomeId) record({ kind: 'skipped', stepId: step.id, reason: reason.trim(), outcomeId });
  };
  return (
    <>
      <Button variant="subtle" color="gray" onClick={() => setIsOpen(true)}>
        Cannot do this step
      </Button>
      <BottomSheet opened={isOpen} onClose={() => setIsOpen(false)} title="Cannot do this step">
        <Stack maw={640}>
          <TextInput
            label="Why not"
            placeholder="Such as: bolt seized, no access on this bus"
            data-autofocus
            value={reason}
            onChange={(event) => setReason(event.currentTarget.value)}
          />
          <Radio.Group
            label="Go on as if"
            description="It is recorded as skipped and is no evidence for any suspect."
            value={outcomeId}
            onChange={setOutcomeId}
          >
            <Stack gap="xs" mt="xs">
              {step.outcomes.map((outcome) => (
                <Radio
                  key={outcome.id}
                  size="md"
                  value={outcome.id}
                  label={`${sayWhen(step, outcome)}: ${targetName(plan, outcome)}`}
                />
              ))}
            </Stack>
          </Radio.Group>
          <Button size="lg" disabled={reason.trim() === '' || !outcomeId} onClick={skip}>
            Skip it and go on
          </Button>
        </Stack>
      </BottomSheet>
    </>
  );
}

/** The condition of an outcome as a technician would say it. */
function sayWhen(step: Step, { when }: Step['outcomes'][number]): string {
  const parts = when.map(({ readingId, zoneIds }) => {
    const cases = step.readings.find(({ id }) => id === readingId);
    return zoneIds
      .map((id) => (cases ? casesOfReading(cases).find((zone) => zone.id === id)?.name : undefined) ?? id)
      .join(' or ');
  });
  return parts.length > 0 ? parts.join(', ') : 'in any other case';
}
