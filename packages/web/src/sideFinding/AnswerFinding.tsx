import { Button, Group, TextInput } from '@mantine/core';
import { jobEventLengths } from '@probe-trail/core/job';
import { type CustomerAnswer, customerAnswers, type VehicleFinding } from '@probe-trail/core/sideFinding';
import { useState } from 'react';
import type { OpenJob } from '../job/useJob';
import { useRecording } from '../job/useRecording';
import { useMay } from '../session/sessionApi';

interface AnswerProps {
  readonly open: OpenJob;
  readonly finding: VehicleFinding;
}

const answers = Object.keys(customerAnswers) as CustomerAnswer[];

/** What the customer says to a side finding, and who said it; then that it was seen to. */
export function AnswerFinding({ open: { job, record }, finding: { jobId, findingId, answer, doneOn } }: AnswerProps) {
  const { note, isBusy } = useRecording(record);
  const [mayAnswer, mayWork] = [useMay('takeInJobs'), useMay('workOnJobs')];
  const [isAsked, setIsAsked] = useState(false);
  const [saidBy, setSaidBy] = useState(job.arrival.broughtBy);
  if (doneOn !== null) return <b>It was seen to.</b>;
  const say = async (said: CustomerAnswer) => {
    if (await note({ kind: 'sideAnswered', jobId, findingId, answer: said, saidBy: saidBy.trim() })) setIsAsked(false);
  };
  return (
    <>
      <Group gap="xs" mt="xs">
        {mayAnswer && !isAsked && (
          <Button variant="default" onClick={() => setIsAsked(true)}>
            {answer ? 'Another answer' : 'What the customer says'}
          </Button>
        )}
        {mayWork && answer?.answer === 'doIt' && job.stage !== 'gone' && (
          <Button variant="default" loading={isBusy} onClick={() => void note({ kind: 'sideDone', jobId, findingId })}>
            It is done
          </Button>
        )}
      </Group>
      {isAsked && (
        <Group align="end" gap="xs" mt="xs">
          <TextInput
            label="Who said it"
            maxLength={jobEventLengths('sideAnswered').saidBy}
            value={saidBy}
            onChange={(event) => setSaidBy(event.currentTarget.value)}
          />
          {answers.map((said) => (
            <Button key={said} variant="default" loading={isBusy} onClick={() => void say(said)}>
              {customerAnswers[said]}
            </Button>
          ))}
        </Group>
      )}
    </>
  );
}
