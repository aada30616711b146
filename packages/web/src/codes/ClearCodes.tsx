import { Button, Modal, Stack } from '@mantine/core';
import { isUnfit, readinessOf, sayReadiness } from '@probe-trail/core/job';
import { nanoid } from 'nanoid';
import { useState } from 'react';
import { sayFailure } from '../api/api';
import { useClearCodesMutation } from '../job/jobApi';
import type { OpenJob } from '../job/useJob';
import { Notice } from '../spec/Notice';

/** Clearing, offered once a sheet is kept; low voltage is warned of first. What is cleared cannot be brought back, so it is asked. */
export function ClearCodes({ open: { jobId, job } }: { readonly open: OpenJob }) {
  const [eventId, setEventId] = useState<string | undefined>();
  const [clear, { error, isLoading }] = useClearCodesMutation();
  if (!job.isSheetKept) return null;
  const readiness = readinessOf(job);
  const run = async () => {
    if (eventId && !(await clear({ jobId, eventId })).error) setEventId(undefined);
  };
  return (
    <>
      <Button variant="default" onClick={() => setEventId(nanoid())}>
        Clear codes
      </Button>
      <Modal opened={eventId !== undefined} onClose={() => setEventId(undefined)} title="Clear the codes of all units">
        <Stack>
          {isUnfit(readiness) && <Notice kind="outOfSpec" title={sayReadiness(readiness)} />}
          {readiness.kind === 'notMeasured' && <Notice kind="tooCloseToCall" title={sayReadiness(readiness)} />}
          <p>
            The sheet is kept. Read again afterwards: what is back at once is a standing fault, what comes back when
            moving needs a road test.
          </p>
          {error !== undefined && <Notice kind="outOfSpec" title={sayFailure(error)} />}
          <Button size="lg" loading={isLoading} onClick={() => void run()}>
            {isUnfit(readiness) ? 'Clear them anyway' : 'Clear them'}
          </Button>
        </Stack>
      </Modal>
    </>
  );
}
