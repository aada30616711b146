import { type LiveReading, type TakenLive, takeLive } from '@probe-trail/core/liveValue';
import { useEffect, useMemo, useRef } from 'react';
import type { OpenTrail } from '../log/useTrail';
import { LiveStrip } from './LiveStrip';
import { useLiveWindows } from './useLiveWindows';

interface RowProps {
  readonly open: OpenTrail;
  readonly live: LiveReading;
  /** The row that is filled, such as “before”. */
  readonly rowName: string;
  readonly onTake: (taken: TakenLive) => void;
  /** It is taken by itself, once its window begins after this moment; `undefined`: it waits for the key. */
  readonly afterMs?: number | undefined;
}

/** Takes one row of several from the vehicle; the next press takes the next. */
export function TakeLiveRow({ open, live, rowName, onTake, afterMs }: RowProps) {
  const now = useLiveWindows(open.trail, live);
  const [one] = now.windows;
  const taken = useMemo(() => one && takeLive(one.value, live, one.samples, now.atMs), [one, live, now.atMs]);
  const isSettled = afterMs !== undefined && now.atMs - live.seconds * 1000 >= afterMs;
  // Once for each time that it has settled: what could not be recorded is not recorded again and again.
  const tookAfterMs = useRef<number | undefined>(undefined);
  useEffect(() => {
    if (!taken || !isSettled || tookAfterMs.current === afterMs) return;
    tookAfterMs.current = afterMs;
    onTake(taken);
  }, [taken, isSettled, afterMs]);
  return <LiveStrip live={now} window={live} label={`Take ${rowName}`} onTake={taken && (() => onTake(taken))} />;
}
