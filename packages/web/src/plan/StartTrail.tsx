import { Button, Modal, Select, Stack, Textarea, TextInput } from '@mantine/core';
import type { Plan } from '@probe-trail/core/plan';
import { useState } from 'react';
import { TextLine } from '../ui/TextField';
import { useStartTrail } from './useStartTrail';

interface StartProps {
  /** `undefined` for an open trail, without a plan. */
  readonly follows: { readonly plan: Plan; readonly version: number } | undefined;
}

/** Starts a trail, on a plan or without one: which bus, and what its driver said. */
export function StartTrail({ follows }: StartProps) {
  const [isOpen, setIsOpen] = useState(false);
  const lines = [...(follows?.plan.appliesTo.lines ?? [])];
  const [fleetNumber, setFleetNumber] = useState('');
  const [line, setLine] = useState(lines[0] ?? '');
  const [complaint, setComplaint] = useState('');
  const { start, problem, isBusy } = useStartTrail();
  return (
    <>
      <Button variant={follows ? 'filled' : 'default'} onClick={() => setIsOpen(true)}>
        {follows ? 'Follow this plan' : 'Test without a plan'}
      </Button>
      <Modal
        opened={isOpen}
        onClose={() => setIsOpen(false)}
        title={follows ? `Follow: ${follows.plan.title}` : 'Test without a plan'}
        size="lg"
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void start({
              follows: follows && { planId: follows.plan.id, version: follows.version },
              jobId: null,
              vehicle: { fleetNumber: fleetNumber.trim(), line: line.trim() },
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
            {!follows && (
              <TextLine
                label="Line"
                placeholder="Such as Loper 35"
                required
                maxLength={80}
                value={line}
                onText={setLine}
              />
            )}
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
            <Button
              type="submit"
              size="lg"
              loading={isBusy}
              disabled={fleetNumber.trim() === '' || (!follows && line.trim() === '')}
            >
              {follows ? 'Begin with the first step' : 'Begin'}
            </Button>
          </Stack>
        </form>
      </Modal>
    </>
  );
}
