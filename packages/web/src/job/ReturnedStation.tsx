import { Button, Group } from '@mantine/core';
import { ReasonForm } from '../fields/ReasonForm';
import { useMay } from '../session/sessionApi';
import type { StationBodyProps } from './useJob';
import { useRecording } from './useRecording';

/** The vehicle goes back to whoever drives it. */
export function ReturnedStation({ open: { job, record }, isDue }: StationBodyProps) {
  const { note, isBusy } = useRecording(record);
  const mayMove = useMay('takeInJobs');
  if (!isDue) return <p className="soft">It opens when the proof is closed.</p>;
  const isExplained = job.proof !== undefined || job.unprovenBecause !== '';
  return (
    <>
      <p>Say what was found and repaired, and what else was noticed.</p>
      {mayMove && (
        <Group align="start">
          {isExplained && (
            <Button
              size="lg"
              mih={56}
              loading={isBusy}
              onClick={() => void note({ kind: 'stageSet', stage: 'gone', because: null })}
            >
              Bus returned
            </Button>
          )}
          <Button
            size="lg"
            mih={56}
            loading={isBusy}
            variant="default"
            onClick={() => void note({ kind: 'stageSet', stage: 'proving', because: null })}
          >
            Back to the proof
          </Button>
        </Group>
      )}
      {mayMove && !isExplained && (
        <ReasonForm
          opens="Bus returned, unproven"
          label="Why it goes back although nothing is proven"
          description="It stays in the record"
          does="Bus returned"
          onReason={(because) => void note({ kind: 'stageSet', stage: 'gone', because })}
        />
      )}
    </>
  );
}
