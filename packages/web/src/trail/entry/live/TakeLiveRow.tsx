import { type LiveReading, type TakenLive, takeLive } from '@probe-trail/core/liveValue';
import type { OpenTrail } from '../../log/useTrail';
import { LiveStrip } from './LiveStrip';
import { useLiveWindows } from './useLiveWindows';

interface RowProps {
  readonly open: OpenTrail;
  readonly live: LiveReading;
  /** The row that is filled, such as “before”. */
  readonly rowName: string;
  readonly onTake: (taken: TakenLive) => void;
}

/** Takes one row of several from the vehicle; the next press takes the next. */
export function TakeLiveRow({ open, live, rowName, onTake }: RowProps) {
  const now = useLiveWindows(open.trail, live);
  const [one] = now.windows;
  const taken = one && takeLive(one.value, live, one.samples, now.atMs);
  return <LiveStrip live={now} window={live} label={`Take ${rowName}`} onTake={taken && (() => onTake(taken))} />;
}
