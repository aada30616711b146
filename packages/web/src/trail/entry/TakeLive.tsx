import { type LiveReading, takeLive } from '@probe-trail/core/liveValue';
import { type Entry, judgeEntry } from '@probe-trail/core/trail';
import { useEffect, useMemo } from 'react';
import { LiveStrip } from './LiveStrip';
import { type ReadingProps, recordReading } from './recordReading';
import { type LiveWindows, useLiveWindows } from './useLiveWindows';

interface TakeProps extends ReadingProps {
  readonly live: LiveReading;
  /** What each value is called; its own name where nothing is given. */
  readonly names?: readonly string[];
  /** Tells what would be recorded if it were taken now, so that the needle moves before. */
  readonly onNow: (entry: Entry | undefined) => void;
}

/** Takes all that a reading needs from the vehicle with one press. It is judged as what is typed. */
export function TakeLive({ live, names, onNow, ...props }: TakeProps) {
  const now = useLiveWindows(props.open.trail, live);
  const entry = useMemo(() => entryOf(props.reading.spec.kind === 'siblings', live, now), [props.reading, live, now]);
  const judged = entry && judgeEntry(props.reading, entry, props.kit.context);
  const fits = judged?.ok ? entry : undefined;
  useEffect(() => {
    onNow(fits);
    return () => onNow(undefined);
  }, [onNow, fits]);
  return (
    <LiveStrip
      live={judged && !judged.ok ? { ...now, problem: 'It is told in another unit than this step reads.' } : now}
      window={live}
      {...(names && { names })}
      label={live.values.length > 1 ? `Take all ${live.values.length}` : 'Take it'}
      onTake={fits && (() => recordReading(props)(fits))}
    />
  );
}

/** What would be recorded; `undefined` while some of it cannot be taken. */
function entryOf(isSeries: boolean, live: LiveReading, { windows, atMs }: LiveWindows): Entry | undefined {
  const taken = windows.flatMap(({ value, samples }) => takeLive(value, live, samples, atMs) ?? []);
  const [first] = taken;
  if (!first || taken.length < live.values.length) return undefined;
  if (!isSeries) return { kind: 'typed', text: first.text, live: first.source };
  return { kind: 'rows', texts: taken.map(({ text }) => text), live: taken.map(({ source }) => source) };
}
