import { sayMoment } from '../device/ago';
import { nowMs } from '../device/clock';
import { useAppSelector } from '../state/appState';
import { selectIsOnline, selectShownFromMs, selectWaitingCount } from '../state/networkSlice';
import classes from './NetworkState.module.css';

/** How this device stands with the server, wherever one is: how much waits, and from when what is shown is; nothing while all is well. */
export function NetworkState() {
  const waiting = useAppSelector(selectWaitingCount);
  const isOnline = useAppSelector(selectIsOnline);
  const shownFromMs = useAppSelector(selectShownFromMs);
  const texts = [
    ...(waiting > 0 ? [`${waiting} ${isOnline ? 'being sent' : 'waiting for the network'}`] : []),
    ...(shownFromMs !== undefined ? [`no network, as of ${sayMoment(shownFromMs, nowMs())}`] : []),
  ];
  if (texts.length === 0) return null;
  return (
    <span className={classes.state} role="status">
      {texts.join('; ')}
    </span>
  );
}
