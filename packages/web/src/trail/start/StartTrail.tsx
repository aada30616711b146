import { Button, Modal, Select, Stack } from '@mantine/core';
import type { Plan } from '@probe-trail/core/plan';
import { openedVehicleLengths, trailEventLengths } from '@probe-trail/core/trail';
import { useState } from 'react';
import { TextBlock, TextLine } from '../../fields/TextField';
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
            <TextLine
              label="Bus"
              placeholder="FG-07"
              description="Its fleet number"
              data-autofocus
              required
              maxLength={openedVehicleLengths.fleetNumber}
              value={fleetNumber}
              onText={setFleetNumber}
              error={problem}
            />
            <LineField lines={follows && lines} line={line} onLine={setLine} />
            <TextBlock
              label="Complaint"
              description="In the words of whoever brought it"
              minRows={2}
              maxLength={trailEventLengths('opened').complaint}
              value={complaint}
              onText={setComplaint}
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

interface LineProps {
  /** The lines that the plan applies to; `undefined` without a plan. */
  readonly lines: readonly string[] | undefined;
  readonly line: string;
  readonly onLine: (line: string) => void;
}

/** The vehicle line: typed where no plan says it, chosen where the plan applies to several. */
function LineField({ lines, line, onLine }: LineProps) {
  if (!lines)
    return (
      <TextLine
        label="Model"
        placeholder="Such as Loper 35"
        required
        maxLength={openedVehicleLengths.line}
        value={line}
        onText={onLine}
      />
    );
  if (lines.length < 2) return null;
  return <Select label="Model" data={lines} value={line} onChange={(value) => value && onLine(value)} />;
}
