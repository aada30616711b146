import { countWaiting, type Waiting } from '@probe-trail/core/review';
import type { ReactNode } from 'react';
import { Link } from 'react-router';
import { useWaiting } from '../../session/waitingApi';
import { sayCount } from '../../ui/sayCount';
import classes from './WaitingForYou.module.css';

/** What waits for an author: drafts to read or to release, remarks and comments to answer, newer cards of the library. */
export function WaitingForYou() {
  const waiting = useWaiting();
  if (!waiting || countWaiting(waiting) === 0) return null;
  return (
    <section className={classes.waiting} aria-label="Waiting for you">
      <h2>Waiting for you</h2>
      <ul>{lines(waiting)}</ul>
    </section>
  );
}

const lines = ({ toReview, toRelease, remarks, comments, newerCards }: Waiting): ReactNode => (
  <>
    {toReview.map(({ planId, title, version, by }) => (
      <Line key={planId} to={`/plans/${planId}/edit`} title={title}>
        {by} asks for a review of draft {version}
      </Line>
    ))}
    {toRelease.map(({ planId, title, version, by }) => (
      <Line key={planId} to={`/plans/${planId}/edit`} title={title}>
        draft {version} is approved by {by}: it can be released
      </Line>
    ))}
    {remarks.map(({ planId, title, count }) => (
      <Line key={planId} to={`/plans/${planId}`} title={title}>
        {sayCount(count, 'remark')} from the bay without an answer
      </Line>
    ))}
    {comments.map(({ planId, title, count }) => (
      <Line key={planId} to={`/plans/${planId}/edit`} title={title}>
        {sayCount(count, 'comment')} on your draft
      </Line>
    ))}
    {newerCards.map(({ planId, title, cards }) => (
      <Line key={planId} to={`/plans/${planId}/edit?part=cards`} title={title}>
        newer in the library: {cards.join(', ')}
      </Line>
    ))}
  </>
);

interface LineProps {
  readonly to: string;
  readonly title: string;
  readonly children: ReactNode;
}

const Line = ({ to, title, children }: LineProps) => (
  <li>
    <Link to={to}>{title || 'A plan without a title'}</Link> <span>{children}</span>
  </li>
);
