import { Button } from '@mantine/core';
import { Link } from 'react-router';
import { useMay } from '../person/sessionApi';
import { Moment } from '../ui/Moment';
import rows from '../ui/rows.module.css';
import { VerdictMark } from '../ui/VerdictMark';
import classes from './CodesPart.module.css';
import { Part } from './Part';
import type { OpenJob } from './useJob';

/** The trails walked on this visit, and the way to a plan. */
export function TrailsPart({ open: { jobId, trails } }: { readonly open: OpenJob }) {
  const mayWalk = useMay('recordTrails');
  return (
    <Part
      title="Trails"
      actions={
        mayWalk && (
          <Button component={Link} to={`/jobs/${jobId}/plans`} variant={trails.length > 0 ? 'default' : 'filled'}>
            Choose a plan
          </Button>
        )
      }
    >
      {trails.length === 0 ? (
        <p className="soft">None yet. The plans that fit the codes and the complaint are ranked, with the reasons.</p>
      ) : (
        <ul className={`${rows.rows} ${classes.sheets}`}>
          {trails.map(({ trailId, planTitle, concludedWith, atStep, lastEventAtMs }) => (
            <li key={trailId}>
              <Link to={concludedWith === null ? `/trails/${trailId}` : `/trails/${trailId}/record`}>
                <span>
                  <VerdictMark kind={concludedWith === null ? 'open' : 'inSpec'} size={20} />{' '}
                  {concludedWith === null ? 'under way' : 'ended'}
                </span>
                <span>
                  <b>{planTitle}</b>
                  <small>{concludedWith ?? (atStep ? `at: ${atStep}` : 'at its conclusion')}</small>
                </span>
                <small>
                  <Moment atMs={lastEventAtMs} />
                </small>
              </Link>
            </li>
          ))}
        </ul>
      )}
    </Part>
  );
}
