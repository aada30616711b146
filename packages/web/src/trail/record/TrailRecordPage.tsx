import { Button } from '@mantine/core';
import { foundOn } from '@probe-trail/core/currentPath';
import { supportOf, supportWords } from '@probe-trail/core/evidence';
import { type CurrentPath, indexPlan, type Plan } from '@probe-trail/core/plan';
import { formatReading } from '@probe-trail/core/reading';
import { cutText } from '@probe-trail/core/text';
import { planFromTrail, readingsAlong, remarkKinds, type Waymark } from '@probe-trail/core/trail';
import { Link, useParams } from 'react-router';
import { Wait } from '../../api/Wait';
import { Moment } from '../../device/Moment';
import { Page } from '../../frame/Page';
import { newPlanId, useNewPlan } from '../../plan/useNewPlan';
import { useMay } from '../../session/sessionApi';
import { Notice } from '../../spec/Notice';
import { VerdictMark } from '../../spec/VerdictMark';
import { type OpenTrail, useTrail } from '../log/useTrail';
import { MarkedPhoto } from '../note/MarkedPhoto';
import { stepOf, waymarkMark } from '../waymarkLook';
import { EntryLog } from './EntryLog';
import { RecordFacts } from './RecordFacts';
import classes from './TrailRecordPage.module.css';
import { WaymarkReadings } from './WaymarkReadings';

/** The record of a trail: everything that was done and seen, in order, with what was set aside. */
export function TrailRecordPage() {
  const { trailId = '' } = useParams();
  const { open, error, retry } = useTrail(trailId);
  const mayWrite = useMay('writePlans');
  const actions = open && (
    <>
      <Button variant="default" onClick={() => print()}>
        Print
      </Button>
      {open.trail.planId === null && mayWrite && <MakeDraft open={open} />}
      {open.trail.jobId !== null && (
        <Button variant="default" component={Link} to={`/jobs/${open.trail.jobId}`}>
          To the job
        </Button>
      )}
      <Button component={Link} to={`/trails/${trailId}`}>
        {open.trail.at.kind === 'concluded' ? 'Open the trail' : 'Go on with the trail'}
      </Button>
    </>
  );
  return (
    <Page
      title={open ? `${open.trail.vehicle.fleetNumber}: ${open.trail.plan.title}` : 'Record of a trail'}
      actions={actions}
    >
      <Wait for={open} error={error} retry={retry}>
        {(trail) => <Record open={trail} />}
      </Wait>
    </Page>
  );
}

function Record({
  open: {
    trailId,
    trail,
    trail: { plan },
  },
}: {
  readonly open: OpenTrail;
}) {
  return (
    <>
      {trail.voided && (
        <Notice kind="tooCloseToCall" title="This trail no longer counts">
          <p>
            {trail.voided.by} voided it: {trail.voided.reason}
          </p>
        </Notice>
      )}
      <RecordFacts trail={trail} />
      <ol className={classes.record}>
        {trail.waymarks.map((waymark) => (
          <RecordLine key={waymark.id} plan={plan} waymark={waymark} jobId={trail.jobId} />
        ))}
      </ol>
      <Ending trail={trail} />
      <Notes trail={trail} />
      <EntryLog trailId={trailId} unfit={trail.unfit} />
    </>
  );
}

/** An open trail becomes a draft plan, in the order in which it was really done. */
function MakeDraft({ open: { trail } }: { readonly open: OpenTrail }) {
  const { createFrom, problem } = useNewPlan();
  const title = cutText(trail.complaint || `Open trail on ${trail.vehicle.fleetNumber}`, 160);
  return (
    <>
      {problem !== undefined && <Notice kind="outOfSpec" title={problem} />}
      <Button variant="default" onClick={() => void createFrom(planFromTrail(trail, newPlanId('plan'), title))}>
        Make a draft plan of it
      </Button>
    </>
  );
}

interface LineProps {
  readonly plan: Plan;
  readonly waymark: Waymark;
  readonly jobId: string | null;
}

function RecordLine({ plan, waymark, jobId }: LineProps) {
  return (
    <li data-aside={waymark.setAside || undefined}>
      <VerdictMark kind={waymarkMark(waymark)} />
      <div>
        <h2>
          {stepOf(plan, waymark.stepId)?.title}
          {waymark.proves !== undefined && <span className={classes.aside}>after the repair</span>}
          {waymark.setAside && <span className={classes.aside}>set aside</span>}
          {waymark.takenBackBecause !== undefined && <span className={classes.aside}>{waymark.takenBackBecause}</span>}
        </h2>
        <WaymarkReadings plan={plan} waymark={waymark} jobId={jobId} />
      </div>
      <span className="soft">
        {waymark.by}
        <br />
        <Moment atMs={waymark.atMs} />
      </span>
    </li>
  );
}

function Ending({ trail }: Pick<OpenTrail, 'trail'>) {
  if (trail.at.kind !== 'concluded') return <p className="soft">This trail has not come to an end yet.</p>;
  const conclusion = indexPlan(trail.plan).conclusions.get(trail.at.conclusionId);
  return (
    <section className={classes.ending}>
      <h2>{conclusion?.title}</h2>
      <p>{conclusion?.summary}</p>
      <p className="soft">
        Accepted by {trail.at.by}, <Moment atMs={trail.at.atMs} />,{' '}
        {supportWords[supportOf(trail, trail.at.conclusionId)]}
        {trail.at.assumedBecause === undefined ? '.' : `: ${trail.at.assumedBecause}`}
      </p>
    </section>
  );
}

const sayFlow = (flows: boolean | undefined): string =>
  flows === undefined ? '' : flows ? 'Current was seen to flow.' : 'No current was seen to flow.';

/** Volts along a current path, as they were typed, and what they say. */
function PathRecord({ trail, path }: Pick<OpenTrail, 'trail'> & { readonly path: CurrentPath }) {
  const readings = trail.pathReadings[path.id] ?? {};
  const measured = path.points.flatMap(({ id, name }) => (readings[id] ? [{ id, name, ...readings[id] }] : []));
  if (measured.length === 0) return null;
  return (
    <section className={classes.notes}>
      <h2>Where on the wire: {path.name}</h2>
      <p>
        {foundOn(path, readingsAlong(trail, path.id)).text} {sayFlow(trail.pathCurrents[path.id])}
      </p>
      <ul className="bullets">
        {measured.map(({ id, name, reading, by, atMs }) => (
          <li key={id}>
            <b>{name}</b> <span className="mono">{formatReading(reading)}</span>{' '}
            <small className="soft">
              typed “{reading.text.trim()}”, {by}, <Moment atMs={atMs} />
            </small>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What was noted beside the way: pictures and remarks, with the steps that they belong to. */
function Notes({ trail }: Pick<OpenTrail, 'trail'>) {
  const { plan } = trail;
  return (
    <>
      {trail.photos.length > 0 && (
        <section className={classes.notes}>
          <h2>Photos</h2>
          <ul className={classes.photos}>
            {trail.photos.map((photo) => (
              <li key={`${photo.stepId} ${photo.photoId}`}>
                <MarkedPhoto photo={photo} />
                <small>
                  {stepOf(plan, photo.stepId)?.title}
                  {photo.caption !== '' && `: ${photo.caption}`}
                </small>
              </li>
            ))}
          </ul>
        </section>
      )}
      {plan.paths.map((path) => (
        <PathRecord key={path.id} trail={trail} path={path} />
      ))}
      {trail.remarks.length > 0 && (
        <section className={classes.notes}>
          <h2>Told to the author</h2>
          <ul className="bullets">
            {trail.remarks.map(({ id, stepId, about, text, by }) => (
              <li key={id}>
                <b>{remarkKinds[about]}</b>, {stepOf(plan, stepId)?.title}: {text} <small className="soft">{by}</small>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
