import { type BusWatch, isThereNow, wasNeverThere, withSeen } from '@probe-trail/core/busWatch';
import type { Trail } from '@probe-trail/core/trail';
import type { WatchLine } from '@probe-trail/core/vehicleInterface';
import { useEffect, useRef, useState } from 'react';
import { deviceNowMs } from '../../device/clock';
import { playPresence } from '../../live/playPresence';
import { useVehicleStream } from '../../live/useVehicleStream';
import { useLinesQuery } from '../../vehicle/vehicleApi';

export interface WatchedLosses {
  /** Whether the buses are watched just now: losses are counted by themselves. */
  readonly isOn: boolean;
  /** How the units stand, in a sentence; `undefined` where none are watched. */
  readonly said: string | undefined;
}

const nobody: BusWatch = new Map();

/** Counts losses of control units while a harness is moved: each time one answered, and then did not. */
export function useWatchedLosses(
  { jobId, vehicle }: Trail,
  unitIds: readonly string[],
  onLoss: () => void,
): WatchedLosses {
  const { data: lines } = useLinesQuery();
  const [watch, setWatch] = useState(nobody);
  // As it is now: several answers may come before it is drawn once.
  const latest = useRef(nobody);
  const isAsked = jobId !== null && unitIds.length > 0;
  // What happened while nobody watched is no loss that was seen.
  useEffect(() => {
    latest.current = nobody;
    setWatch(nobody);
  }, [isAsked]);
  const problem = useVehicleStream<WatchLine>(
    isAsked ? `/api/jobs/${jobId}/interface/watch` : undefined,
    ({ unitId, isThere }) => {
      if (!unitIds.includes(unitId)) return;
      const next = withSeen(latest.current, { unitId, atMs: deviceNowMs(), isThere });
      if (next === latest.current) return;
      const wasKnown = latest.current.has(unitId);
      latest.current = next;
      setWatch(next);
      if (!wasKnown) return;
      playPresence(isThere);
      if (!isThere) onLoss();
    },
  );
  if (unitIds.length === 0) return { isOn: false, said: undefined };
  if (jobId === null)
    return { isOn: false, said: 'This trail belongs to no job, so no vehicle is watched. Count by hand.' };
  if (problem !== undefined) return { isOn: false, said: `${problem} Count by hand meanwhile.` };
  const units = lines?.find(({ name }) => name === vehicle.line)?.units ?? [];
  const names = (ids: readonly string[]) =>
    ids.map((id) => units.find((unit) => unit.id === id)?.name ?? id).join(', ');
  const dead = unitIds.filter((id) => {
    const presence = watch.get(id);
    return presence !== undefined && wasNeverThere(presence);
  });
  const silent = unitIds.filter((id) => !dead.includes(id) && isThereNow(watch.get(id)) === false);
  const listening = unitIds.filter((id) => !watch.has(id));
  if (dead.length > 0)
    return { isOn: true, said: `${names(dead)}: silent from the start, so no loss of it can be counted.` };
  if (silent.length > 0) return { isOn: true, said: `${names(silent)}: silent just now.` };
  if (listening.length > 0) return { isOn: true, said: `Listening to ${names(listening)}…` };
  return { isOn: true, said: `The watch counts each loss of ${names(unitIds)}.` };
}
