import { Button } from '@mantine/core';
import type { TrailListItem } from '@probe-trail/core/trail';
import { Link } from 'react-router';
import { Wait } from '../../api/Wait';
import { Moment } from '../../device/Moment';
import { Page } from '../../frame/Page';
import { useMay } from '../../session/sessionApi';
import { VerdictMark } from '../../spec/VerdictMark';
import rows from '../../ui/rows.module.css';
import { useTrailsQuery } from '../log/trailApi';
import { StartTrail } from '../start/StartTrail';
import classes from './TrailsPage.module.css';

/** The trails that are being walked, and those that have come to an end. */
export function TrailsPage() {
  const { data, error, refetch } = useTrailsQuery(undefined, { refetchOnMountOrArgChange: true });
  const mayRecord = useMay('recordTrails');
  return (
    <Page
      title="Trails"
      actions={
        <>
          {mayRecord && <StartTrail follows={undefined} />}
          <Button component={Link} to="/plans">
            Choose a plan to follow
          </Button>
        </>
      }
    >
      <Wait for={data} error={error} retry={refetch}>
        {(trails) => <TrailLists trails={trails} />}
      </Wait>
    </Page>
  );
}

function TrailLists({ trails }: { readonly trails: readonly TrailListItem[] }) {
  const open = trails.filter(({ concludedWith }) => concludedWith === null);
  const ended = trails.filter(({ concludedWith }) => concludedWith !== null);
  if (trails.length === 0)
    return <p>No trail has been walked yet. Choose a plan, say which bus it is, and the first step opens.</p>;
  return (
    <>
      <h2 className={classes.part}>Under way</h2>
      {open.length === 0 ? <p className="soft">None. Every trail has come to its end.</p> : <TrailList trails={open} />}
      {ended.length > 0 && (
        <>
          <h2 className={classes.part}>Ended</h2>
          <TrailList trails={ended} />
        </>
      )}
    </>
  );
}

function TrailList({ trails }: { readonly trails: readonly TrailListItem[] }) {
  return (
    <ul className={`${rows.rows} ${classes.list}`}>
      {trails.map((trail) => (
        <li key={trail.trailId}>
          <Link to={trail.concludedWith === null ? `/trails/${trail.trailId}` : `/trails/${trail.trailId}/record`}>
            <VerdictMark kind={trail.concludedWith === null ? 'open' : 'inSpec'} />
            <b className={classes.bus}>{trail.fleetNumber}</b>
            <span className={classes.what}>
              {trail.planTitle}
              <small>{trail.concludedWith ?? (trail.atStep ? `at: ${trail.atStep}` : 'at its conclusion')}</small>
            </span>
            <span className={classes.who}>
              {trail.openedBy}
              <small>
                <Moment atMs={trail.lastEventAtMs} />
              </small>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
