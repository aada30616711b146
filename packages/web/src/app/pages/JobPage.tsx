import {
  complaintCheckOf,
  isRepaired,
  readinessOf,
  type Station as StationName,
  stationPlaces,
  stations,
} from '@probe-trail/core/job';
import { useParams } from 'react-router';
import { DeviceNotices } from '../../frame/DeviceNotices';
import { Opening } from '../../frame/Opening';
import { Bar } from '../../frame/Page';
import { JobHead } from '../../job/JobHead';
import { JobHistory } from '../../job/JobHistory';
import { NotesPart } from '../../job/NotesPart';
import { PhotosPart } from '../../job/PhotosPart';
import { ReadinessStrip } from '../../job/ReadinessStrip';
import { Station } from '../../job/Station';
import { type OpenJob, useJob } from '../../job/useJob';
import { RecordingsPart } from '../../recording/RecordingsPart';
import { LeftOverRepairs } from '../../repair/LeftOverRepairs';
import { FindingsPart } from '../../sideFinding/FindingsPart';
import { OfferedAgain } from '../../sideFinding/OfferedAgain';
import { Notice } from '../../spec/Notice';
import classes from './JobPage.module.css';
import { jobStations } from './jobStations';

/** A job as a way with stations: the one that is due stands open, the others are a line each. */
export function JobPage() {
  const { jobId = '' } = useParams();
  const { open, error, retry } = useJob(jobId);
  if (!open) return <Opening error={error} retry={retry} />;
  return (
    <>
      <Bar />
      <main className={classes.page}>
        <DeviceNotices />
        <JobHead open={open} />
        {open.job.voided && (
          <Notice kind="tooCloseToCall" title="This job no longer counts">
            <p>
              {open.job.voided.by} voided it: {open.job.voided.reason}
            </p>
          </Notice>
        )}
        <LeftOverRepairs open={open} />
        <OfferedAgain open={open} />
        <Way open={open} />
        <div id="notes" tabIndex={-1} className={classes.notes}>
          <FindingsPart open={open} />
          <NotesPart open={open} />
          <PhotosPart open={open} />
          <RecordingsPart jobId={open.jobId} />
        </div>
        <JobHistory open={open} />
      </main>
    </>
  );
}

function Way({ open }: { readonly open: OpenJob }) {
  const { job, sheets, trails } = open;
  const places = stationPlaces({
    stage: job.stage,
    complaintCheck: complaintCheckOf(job),
    hasSheet: sheets.length > 0,
    isRepaired: isRepaired(job),
    provenAs: job.proof?.verdict ?? null,
    trails,
  });
  return (
    <ol className={classes.way} aria-label="Stations">
      {(Object.keys(stations) as StationName[]).map((name) => {
        const { task, facts, atMs, Body } = jobStations[name];
        const isDue = places[name] === 'due';
        return (
          <Station key={name} name={name} place={places[name]} task={task(open)} facts={facts(open)} atMs={atMs(open)}>
            {isDue && needsVoltage.has(name) && readinessOf(job).kind !== 'good' && <ReadinessStrip open={open} />}
            <Body open={open} isDue={isDue} />
          </Station>
        );
      })}
    </ol>
  );
}

// What is tested at a low voltage misleads: until one is measured that is not, it is asked for.
const needsVoltage: ReadonlySet<StationName> = new Set(['codes', 'testing']);
