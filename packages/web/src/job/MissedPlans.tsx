import { Link } from 'react-router';
import { Moment } from '../device/Moment';
import { Notice } from '../spec/Notice';
import { useMissedPlansQuery } from './jobApi';

const shown = 3;

/** What the workshop had no plan for: the author hears it where plans are written. */
export function MissedPlans() {
  const { data: missed = [] } = useMissedPlansQuery();
  if (missed.length === 0) return null;
  return (
    <Notice
      kind="tooCloseToCall"
      title={missed.length === 1 ? 'A plan was missing' : `A plan was missing ${missed.length} times`}
    >
      {missed.slice(0, shown).map(({ jobId, fleetNumber, wanted, by, atMs }) => (
        <p key={`${jobId} ${atMs}`}>
          <Link to={`/jobs/${jobId}`}>{fleetNumber}</Link>: {wanted}{' '}
          <small className="soft">
            {by}, <Moment atMs={atMs} />
          </small>
        </p>
      ))}
    </Notice>
  );
}
