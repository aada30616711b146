import { Button, Modal, Select, Stack, Textarea, TextInput } from '@mantine/core';
import type { Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { useStartTrail } from './useStartTrail';

interface StartProps {
  readonly plan: Plan;
  readonly version: number;
}

/** Starts a trail: which bus, and what its driver said. */
export function StartTrail({ plan, version }: StartProps) {
  const [isOpen, setIsOpen] = useState(false);
  const lines = [...plan.appliesTo.lines];
  const [fleetNumber, setFleetNumber] = useState('');
  const [line, setLine] = useState(lines[0] ?? '');
  const [complaint, setComplaint] = useState('');
  const { start, problem, isBusy } = useStartTrail();
  return (
    <>
      <Button onClick={() => setIsOpen(true)}>Follow this plan</Button>
      <Modal opened={isOpen} onClose={() => setIsOpen(false)} title={`Follow: ${plan.title}`} size="lg">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void start({
              planId: plan.id,
              version,
              jobId: null,
              vehicle: { fleetNumber: fleetNumber.trim(), line },
              complaint: complaint.trim(),
            });
          }}
        >
          <Stack>
            <TextInput
              label="Bus"
              placeholder="FG-07"
              description="Its fleet number"
              data-autofocus
              required
              value={fleetNumber}
              onChange={(event) => setFleetNumber(event.currentTarget.value)}
              error={problem}
            />
            {lines.length > 1 && (
              <Select
                label="Line"
                data={lines}
                value={line}
                allowDeselect={false}
                onChange={(value) => setLine(value ?? '')}
              />
            )}
            <Textarea
              label="Complaint"
              description="In the words of whoever brought it"
              autosize
              minRows={2}
              value={complaint}
              onChange={(event) => setComplaint(event.currentTarget.value)}
            />
            <Button type="submit" size="lg" loading={isBusy} disabled={fleetNumber.trim() === ''}>
              Begin with the first step
            </Button>
          </Stack>
        </form>
      </Modal>
    </>
  );
}
