import { useAppSelector } from '../state/appState';
import { selectIsOnline, selectWaitingCount } from '../state/networkSlice';
import classes from './NetworkState.module.css';

/** How many entries wait on this device, wherever one is; nothing while all are saved. */
export function NetworkState() {
  const waiting = useAppSelector(selectWaitingCount);
  const isOnline = useAppSelector(selectIsOnline);
  if (waiting === 0) return null;
  return (
    <span className={classes.state} role="status">
      {waiting} {isOnline ? 'being sent' : 'waiting for the network'}
    </span>
  );
}
