import { clockOffsetMs } from '../device/clock';
import { Notice } from '../spec/Notice';
import { useAppSelector } from '../state/appState';
import { selectIsFull } from '../state/networkSlice';

const hourMs = 3600_000;

/** What must be known about this device: that it has no room left, or that its clock is wrong. */
export function DeviceNotices() {
  const isFull = useAppSelector(selectIsFull);
  const offset = clockOffsetMs();
  return (
    <>
      {isFull && (
        <Notice kind="outOfSpec" title="This device has no room left">
          <p>
            Entries are held while this page is open, and sent. Do not close it before all are saved; then make room.
          </p>
        </Notice>
      )}
      {offset !== 0 && (
        <Notice kind="tooCloseToCall" title={`The clock of this device is ${sayOffset(offset)}`}>
          <p>Entries carry the time of the server. Set the clock when you can.</p>
        </Notice>
      )}
    </>
  );
}

function sayOffset(offset: number): string {
  const size = Math.abs(offset);
  const amount =
    size >= 24 * hourMs
      ? `${Math.round(size / (24 * hourMs))} days`
      : size >= hourMs
        ? `${Math.round(size / hourMs)} hours`
        : `${Math.round(size / 60_000)} minutes`;
  return `${amount} ${offset > 0 ? 'behind' : 'ahead'}`;
}
