import dayjs from 'dayjs';

/** A moment as people say it: `today 14:05`, `yesterday 09:30`, `3 Nov 14:05`. */
export function sayMoment(atMs: number, nowMs: number): string {
  const [at, now] = [dayjs(atMs), dayjs(nowMs)];
  const days = now.startOf('day').diff(at.startOf('day'), 'day');
  if (days === 0) return `today ${at.format('HH:mm')}`;
  if (days === 1) return `yesterday ${at.format('HH:mm')}`;
  return at.format(at.year() === now.year() ? 'D MMM HH:mm' : 'D MMM YYYY HH:mm');
}

/** A moment as it stays true on paper: `3 Nov 2031 14:05`. */
export const sayExact = (atMs: number): string => dayjs(atMs).format('D MMM YYYY HH:mm');

/** A day as people say it: `3 Nov`, `3 Nov 2031`. */
export function sayDay(atMs: number, nowMs: number): string {
  const at = dayjs(atMs);
  return at.format(at.year() === dayjs(nowMs).year() ? 'D MMM' : 'D MMM YYYY');
}

/** An age as people say it: `just now`, `5 min ago`, `3 h ago`, `2 days ago`. */
export function sayAge(atMs: number, nowMs: number): string {
  const minutes = Math.max(0, Math.round((nowMs - atMs) / 60_000));
  if (minutes < 1) return 'just now';
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 48 * 60) return `${Math.round(minutes / 60)} h ago`;
  return `${Math.round(minutes / 1440)} days ago`;
}
