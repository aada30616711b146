import dayjs from 'dayjs';
import { sayMoment } from './ago';

/** A moment in words, exact in the element's title and for machines. */
export function Moment({ atMs }: { readonly atMs: number }) {
  const exact = dayjs(atMs);
  return (
    <time dateTime={exact.toISOString()} title={exact.format('YYYY-MM-DD HH:mm:ss')}>
      {sayMoment(atMs, Date.now())}
    </time>
  );
}
