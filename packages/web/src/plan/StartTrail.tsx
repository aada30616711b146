import { Button, Modal, Select, Stack, Textarea, TextInput } from '@mantine/core';
import type { Plan } from '@probe-trail/core/plan';
import { nanoid } from '@reduxjs/toolkit';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useAppDispatch } from '../app/store';
import { usePerson } from '../person/peopleApi';
import { recordEvents } from '../trail/recordEvents';

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
  const { start, problem } = useStart(plan, version);
  return (
    <>
      <Button onClick={() => setIsOpen(true)}>Follow this plan</Button>
      <Modal opened={isOpen} onClose={() => setIsOpen(false)} title={`Follow: ${plan.title}`} size="lg">
        <form
          onSubmit={(event) => {
            event.preventDefault();
            start({ fleetNumber: fleetNumber.trim(), line }, complaint.trim());
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
            <Button type="submit" size="lg" disabled={fleetNumber.trim() === ''}>
              Begin with the first step
            </Button>
          </Stack>
        </form>
      </Modal>
    </>
  );
}

function useStart(plan: Plan, version: number) {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const person = usePerson();
  const [problem, setProblem] = useState<string | undefined>();
  const start = (vehicle: { readonly fleetNumber: string; readonly line: string }, complaint: string) => {
    if (!person) return void navigate(`/who?then=${encodeURIComponent(`/plans/${plan.id}`)}`);
    const trailId = nanoid();
    const opened = { kind: 'opened', planId: plan.id, planVersion: version, vehicle, complaint } as const;
    const says = dispatch(recordEvents(trailId, plan, undefined, person.name, [opened]));
    setProblem(says);
    if (says === undefined) void navigate(`/trails/${trailId}`);
    return undefined;
  };
  return { start, problem };
}
