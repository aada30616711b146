import { standingOf, type standings } from '@probe-trail/core/job';
import { Link, useParams } from 'react-router';
import { CodesPart } from '../../codes/CodesPart';
import { Opening } from '../../frame/Opening';
import { Bar } from '../../frame/Page';
import { ComplaintPart } from '../../job/ComplaintPart';
import { JobPath } from '../../job/JobPath';
import { JobSpine } from '../../job/JobSpine';
import { MoveOn } from '../../job/MoveOn';
import { NotesPart } from '../../job/NotesPart';
import { PhotosPart } from '../../job/PhotosPart';
import { ReadinessStrip } from '../../job/ReadinessStrip';
import { type OpenJob, useJob } from '../../job/useJob';
import { Notice } from '../../spec/Notice';
import { TrailsPart } from '../../trail/list/TrailsPart';
import classes from './JobPage.module.css';

/** A job: what has happened on the left, and everything that is known and to be done in the middle. */
export function JobPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  if (!open) return <Opening error={error} retry={retry} />;
  return (
    <div className={classes.page}>
      <Bar>
        <JobTitle open={open} />
      </Bar>
      <JobSpine open={open} />
      <main className={classes.sheet}>
        {open.job.voided && (
          <Notice kind="tooCloseToCall" title="This job counts no more">
            <p>
              {open.job.voided.by} voided it: {open.job.voided.reason}
            </p>
          </Notice>
        )}
        <JobPath standing={standingOfJob(open)} isWaiting={open.job.waitsFor !== ''} />
        <MoveOn open={open} />
        <ReadinessStrip open={open} />
        <ComplaintPart open={open} />
        <CodesPart open={open} />
        <TrailsPart open={open} />
        <PhotosPart open={open} />
        <NotesPart open={open} />
      </main>
    </div>
  );
}

function JobTitle({ open: { vehicle, line } }: { readonly open: OpenJob }) {
  return (
    <h1 className={classes.title}>
      <Link to={`/vehicles/${vehicle.vehicleId}`}>{vehicle.fleetNumber}</Link>
      <span>{[line?.name, vehicle.engine, vehicle.modelYear].filter(Boolean).join(' · ')}</span>
    </h1>
  );
}

export function standingOfJob({ job, trails }: Pick<OpenJob, 'job' | 'trails'>): keyof typeof standings {
  return standingOf({
    stage: job.stage,
    complaintCheck: job.complaintCheck?.result ?? null,
    hasOpenTrail: trails.some(({ concludedWith }) => concludedWith === null),
    hasConclusion: trails.some(({ concludedWith }) => concludedWith !== null),
  });
}
