import { Button, Group, NumberInput } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { useState } from 'react';
import { TextLine } from '../fields/TextField';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';

interface SelfTestProps {
  readonly open: OpenJob;
  readonly repairId: string | null;
  readonly onRecorded: () => void;
}

/** A self-test of the vehicle that was run, how often, and how it ended. */
export function SelfTest({ open: { record }, repairId, onRecorded }: SelfTestProps) {
  const { note, isBusy } = useRecording(record);
  const [what, setWhat] = useState('');
  const [times, setTimes] = useState(1);
  const send = async (isPassed: boolean) => {
    if (await note({ kind: 'selfTestRun', repairId, what: what.trim(), times, isPassed })) onRecorded();
  };
  const isReady = what.trim() !== '';
  return (
    <Group align="end" my="md">
      <TextLine
        label="Self-test"
        placeholder="fan ramp"
        data-autofocus
        maxLength={jobEventLengths('selfTestRun').what}
        value={what}
        onText={setWhat}
      />
      <NumberInput
        label="How often"
        w={110}
        min={1}
        max={99}
        clampBehavior="strict"
        allowDecimal={false}
        value={times}
        onChange={(next) => setTimes(typeof next === 'number' ? next : 1)}
      />
      <Button size="md" loading={isBusy} disabled={!isReady} onClick={() => void send(true)}>
        Passed
      </Button>
      <Button size="md" variant="default" loading={isBusy} disabled={!isReady} onClick={() => void send(false)}>
        Failed
      </Button>
    </Group>
  );
}
