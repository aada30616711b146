import type { TrailListItem } from '@probe-trail/core/trail';
import { Link } from 'react-router';
import { Moment } from '../../device/Moment';
import { VerdictMark } from '../../spec/VerdictMark';
import rows from '../../ui/rows.module.css';
import classes from './TrailLines.module.css';

/** Trails of one vehicle or job: on which plan, where each stands or what it found. */
export const TrailLines = ({ trails }: { readonly trails: readonly TrailListItem[] }) => (
  <ul className={`${rows.rows} ${classes.trails}`}>
    {trails.map(({ trailId, planTitle, concludedWith, atStep, lastEventAtMs }) => (
      <li key={trailId}>
        <Link to={concludedWith === null ? `/trails/${trailId}` : `/trails/${trailId}/record`}>
          <VerdictMark kind={concludedWith === null ? 'open' : 'inSpec'} size={20} />
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
);
