import dayjs from 'dayjs';
import { sayDay, sayExact, sayMoment } from './ago';
import { nowMs } from './clock';
import classes from './Moment.module.css';

/** A moment in words, exact in the element's title and for machines. */
export function Moment({ atMs }: { readonly atMs: number }) {
  const exact = dayjs(atMs);
  // A log of an earlier version may have a time that no calendar has.
  if (!exact.isValid()) return <span>at no time that a clock shows</span>;
  return (
    <time
      className={classes.moment}
      dateTime={exact.toISOString()}
      title={exact.format('YYYY-MM-DD HH:mm:ss')}
      data-exact={sayExact(atMs)}
    >
      {sayMoment(atMs, nowMs())}
    </time>
  );
}

/** A day, where the time of day says nothing: until when something is calibrated. */
export function Day({ atMs }: { readonly atMs: number }) {
  const exact = dayjs(atMs);
  if (!exact.isValid()) return <span>on no day that a calendar shows</span>;
  return <time dateTime={exact.format('YYYY-MM-DD')}>{sayDay(atMs, nowMs())}</time>;
}
