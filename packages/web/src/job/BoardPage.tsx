import { Button } from '@mantine/core';
import type { JobListItem } from '@probe-trail/core/job';
import { type ReactNode, useDeferredValue } from 'react';
import { Link } from 'react-router';
import { Wait } from '../api/Wait';
import { leftOffOf } from '../device/leftOff';
import { Moment } from '../device/Moment';
import { Page } from '../frame/Page';
import { useMay, usePerson } from '../session/sessionApi';
import rows from '../ui/rows.module.css';
import classes from './BoardPage.module.css';
import { BoardWay, StationNames } from './BoardWay';
import { useBoardQuery } from './jobApi';

// On the wall nobody touches it: it asks by itself what is new.
const refreshMs = 15_000;

/**
 * Home, on the tablet and on the wall: every bus in the workshop, how far it has come, and what it waits for.
 * @param above what else waits for whoever looks at it
 */
export function BoardPage({ above }: { readonly above?: ReactNode }) {
  const { data, error, refetch } = useBoardQuery(undefined, {
    pollingInterval: refreshMs,
    refetchOnMountOrArgChange: true,
  });
  const mayCheckIn = useMay('takeInJobs');
  return (
    <Page
      isWide
      title={data ? sayJobCount(data.length) : 'In the workshop'}
      actions={
        mayCheckIn && (
          <Button component={Link} to="/jobs/new">
            Check in a bus
          </Button>
        )
      }
    >
      <LeftOffLine />
      {above}
      <Wait for={data} error={error} retry={refetch}>
        {(jobs) =>
          jobs.length === 0 ? (
            <p>No bus is in the workshop. Check one in: it stands here until it is returned.</p>
          ) : (
            <>
              <div className={classes.head}>
                <StationNames />
              </div>
              <JobLines jobs={jobs} />
            </>
          )
        }
      </Wait>
    </Page>
  );
}

/** The way back to the step at which one was when the page was left, the tablet slept or another bus came first. */
function LeftOffLine() {
  const left = leftOffOf(usePerson()?.name);
  if (!left) return null;
  return (
    <p className={classes.left}>
      You left off at <Link to={`/trails/${left.trailId}`}>{left.label}</Link>
    </p>
  );
}

const sayJobCount = (count: number) => `${count} in the workshop`;

const firstLines = 30;

/** The first lines fill the screen; those below it follow once it has been painted. */
function JobLines({ jobs }: { readonly jobs: readonly JobListItem[] }) {
  const shown = useDeferredValue(jobs, jobs.slice(0, firstLines));
  return (
    <ul className={`${rows.rows} ${classes.board}`}>
      {shown.map((job) => (
        <JobLine key={job.jobId} job={job} />
      ))}
    </ul>
  );
}

function JobLine({ job }: { readonly job: JobListItem }) {
  const { jobId, fleetNumber, complaint, standing, at, waitsFor, assignedTo, takenInAtMs } = job;
  return (
    <li>
      <Link to={`/jobs/${jobId}`}>
        <b className={classes.bus}>{fleetNumber}</b>
        <span className={classes.what}>
          <span className={classes.complaint}>{complaint}</span>
          <small data-hold={waitsFor !== '' || undefined}>{waitsFor === '' ? at : `on hold: ${waitsFor}`}</small>
        </span>
        <BoardWay standing={standing} isOnHold={waitsFor !== ''} />
        <span className={classes.who}>
          {assignedTo || <i>unassigned</i>}
          <small>
            <Moment atMs={takenInAtMs} />
          </small>
        </span>
      </Link>
    </li>
  );
}
