import { Button } from '@mantine/core';
import type { VehicleFinding } from '@probe-trail/core/sideFinding';
import { byUrgency } from '@probe-trail/core/sideFinding';
import { useState } from 'react';
import { Link } from 'react-router';
import { Part } from '../job/Part';
import type { OpenJob } from '../job/useJob';
import { useMay } from '../session/sessionApi';
import { AnswerFinding } from './AnswerFinding';
import { earlierFindings, isDoneHere } from './earlierFindings';
import { FindingLines } from './FindingLines';
import { SideFindingForm } from './SideFindingForm';

/** What else was noticed on this visit; and of earlier ones what is still open, to be offered again. */
export function FindingsPart({ open }: { readonly open: OpenJob }) {
  const { job, jobId } = open;
  const mayNote = useMay('takeInJobs');
  const [isAdding, setIsAdding] = useState(false);
  const here: readonly VehicleFinding[] = [...job.sideFindings]
    .sort(byUrgency)
    .map((one) => ({ ...one, jobId, doneOn: isDoneHere(open, one.findingId) ? jobId : null }));
  const before = earlierFindings(open);
  return (
    <Part
      title="Side findings"
      actions={
        mayNote &&
        !isAdding && (
          <Button variant="default" onClick={() => setIsAdding(true)}>
            Add a side finding
          </Button>
        )
      }
    >
      {isAdding && <SideFindingForm jobId={jobId} onRecorded={() => setIsAdding(false)} />}
      {here.length > 0 && (
        <FindingLines findings={here} actions={(finding) => <AnswerFinding open={open} finding={finding} />} />
      )}
      {before.length > 0 && (
        <>
          <h3>From earlier visits, to be offered again</h3>
          <FindingLines
            findings={before}
            actions={(finding) => (
              <>
                <Link to={`/jobs/${finding.jobId}`}>The visit of then</Link>
                <AnswerFinding open={open} finding={finding} />
              </>
            )}
          />
        </>
      )}
    </Part>
  );
}
