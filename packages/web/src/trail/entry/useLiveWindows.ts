import {
  type LiveReading,
  type LiveSample,
  type LiveValue,
  liveValuesOf,
  type OverWindow,
  overWindow,
} from '@probe-trail/core/liveValue';
import type { Trail } from '@probe-trail/core/trail';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';
import { useMemo, useRef, useSyncExternalStore } from 'react';
import { deviceNowMs } from '../../device/clock';
import { makeLiveStore } from '../../live/liveStore';
import { useSeconds } from '../../live/useSeconds';
import { useVehicleStream } from '../../live/useVehicleStream';
import { useLinesQuery } from '../../vehicle/vehicleApi';

/** One of the values that a reading is taken from, as it is now. */
export interface LiveWindow {
  readonly value: LiveValue;
  readonly samples: readonly LiveSample[];
  readonly over: OverWindow;
  /** Why its unit tells nothing; `undefined` where it does. */
  readonly nothing: string | undefined;
}

export interface LiveWindows {
  /** One for each value that the plan names, in its order; none where they cannot be read. */
  readonly windows: readonly LiveWindow[];
  /** Why nothing comes, in a sentence. */
  readonly problem: string | undefined;
  readonly atMs: number;
}

// The longest window, the trace that is kept, and some to spare.
const keptMs = 75_000;

/** Listens to the values that a reading is taken from, for as long as the reading is due. */
export function useLiveWindows({ jobId, vehicle }: Trail, live: LiveReading): LiveWindows {
  const { data: lines } = useLinesQuery();
  const store = useRef(makeLiveStore()).current;
  const values = useMemo(() => {
    const line = lines?.find(({ name }) => name === vehicle.line);
    const known = new Map(line && liveValuesOf(line).map((value) => [value.key, value]));
    return live.values.flatMap((key) => known.get(key) ?? []);
  }, [lines, vehicle.line, live]);
  const isKnown = values.length === live.values.length;
  const keys = values.map(({ key }) => key).join(',');
  const url = `/api/jobs/${jobId}/interface/live?values=${encodeURIComponent(keys)}`;
  const lost = useVehicleStream<LiveLine>(jobId !== null && isKnown ? url : undefined, (line) =>
    store.take(line, deviceNowMs()),
  );
  // A value that stopped coming grows old, though nothing is heard of it.
  const second = useSeconds();
  const version = useSyncExternalStore(store.subscribe, () => values.map(({ key }) => store.versionOf(key)).join());
  return useMemo(() => {
    const atMs = deviceNowMs();
    const windows = values.map((value): LiveWindow => {
      const samples = store.seriesOf(value.key).since(atMs - keptMs);
      const nothing = store.sayNothing(value.unitId);
      return { value, samples, over: overWindow(samples, live, atMs), nothing };
    });
    return { windows, problem: lines && problemOf(jobId, isKnown, live, vehicle.line, lost), atMs };
  }, [values, live, store, lines, jobId, isKnown, vehicle.line, lost, version, second]);
}

function problemOf(
  jobId: string | null,
  isKnown: boolean,
  live: LiveReading,
  line: string,
  lost: string | undefined,
): string | undefined {
  if (jobId === null) return 'This trail belongs to no job, so no vehicle is connected. Type the reading.';
  if (!isKnown) return `${live.values.join(', ')} is not known on ${line}. Type the reading.`;
  return lost;
}
