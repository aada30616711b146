import { Button, Group } from '@mantine/core';
import { Link } from 'react-router';
import { ReasonForm } from '../fields/ReasonForm';
import { useMay } from '../session/sessionApi';
import type { StationBodyProps } from './useJob';
import { useRecording } from './useRecording';

/** The vehicle goes back to whoever drives it. */
export function ReturnedStation({ open: { jobId, job, record }, isDue }: StationBodyProps) {
  const { note, isBusy } = useRecording(record);
  const mayMove = useMay('takeInJobs');
  if (!isDue)
    return (
      <p className="soft">
        {job.stage === 'gone' ? (
          <Link to={`/jobs/${jobId}/account`}>The account of this visit</Link>
        ) : (
          'It opens when the proof is closed.'
        )}
      </p>
    );
  const isExplained = job.proof !== undefined || job.unprovenBecause !== '';
  return (
    <>
      <p>
        The account says what was found, done and checked, and what else was noticed.
        {job.accounts.length > 0 && ' It was handed over.'}
      </p>
      <Button
        component={Link}
        to={`/jobs/${jobId}/account`}
        variant={job.accounts.length > 0 ? 'default' : 'filled'}
        size="lg"
        mih={56}
        mb="md"
      >
        {job.accounts.length > 0 ? 'Look at the account' : 'Write the account'}
      </Button>
      {mayMove && (
        <Group align="start">
          {isExplained && (
            <Button
              size="lg"
              mih={56}
              variant={job.accounts.length > 0 ? 'filled' : 'default'}
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
