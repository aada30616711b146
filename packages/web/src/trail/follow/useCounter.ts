import type { Counted, CountSpec } from '@probe-trail/core/spec';
import { judgeEntry } from '@probe-trail/core/trail';
import { useEffect, useState } from 'react';
import { useKeptState } from '../../ui/keptState';
import { playTone } from './playTone';
import { placeOf, type ReadingProps } from './recordReading';

interface KeptCount {
  readonly counts: readonly number[];
  /** When the clock was started; `null` before. */
  readonly startedAtMs: number | null;
}

const tickMs = 200;
const tapTone = { hertz: 880, ms: 60 };
const endTone = { hertz: 440, ms: 700 };

/** A count with its clock; both go on through a reload, as events go on falling out. */
export function useCounter(props: ReadingProps, spec: CountSpec) {
  const empty: KeptCount = { counts: spec.sections.length > 0 ? spec.sections.map(() => 0) : [0], startedAtMs: null };
  const [kept, setKept, forget] = useKeptState<KeptCount>(`count-${placeOf(props)}`, empty);
  const [section, setSection] = useState(0);
  const [nowMs, setNowMs] = useState(() => Date.now());
  const { startedAtMs, counts } = kept;
  const elapsed = startedAtMs === null ? 0 : Math.min(spec.inSeconds, Math.max(0, (nowMs - startedAtMs) / 1000));
  const isRunning = startedAtMs !== null && elapsed < spec.inSeconds;
  useEffect(() => {
    if (!isRunning) return;
    const timer = setInterval(() => {
      setNowMs(Date.now());
      if (Date.now() - (startedAtMs ?? 0) >= spec.inSeconds * 1000) playTone(endTone);
    }, tickMs);
    return () => clearInterval(timer);
  }, [isRunning, startedAtMs, spec.inSeconds]);

  const change = (by: number) =>
    setKept((last) => ({
      ...last,
      counts: last.counts.map((count, index) => (index === section ? Math.max(0, count + by) : count)),
    }));
  const start = () => {
    if (startedAtMs !== null) return;
    playTone(tapTone);
    setNowMs(Date.now());
    setKept({ ...kept, startedAtMs: Date.now() });
  };
  const tap = () => {
    if (!isRunning) return;
    playTone(tapTone);
    change(1);
  };
  const clear = () => {
    setKept(empty);
    setSection(0);
    forget();
  };
  const counted: Pick<Counted, 'counts'> = { counts };
  const judged = judgeEntry(props.reading, { kind: 'counted', counts: [...counts], seconds: elapsed }, props.kit.bench);
  return {
    counted,
    seconds: elapsed,
    judged,
    section,
    setSection,
    isRunning,
    isSilent: (counts[section] ?? 0) === 0,
    start,
    tap,
    takeBack: () => change(-1),
    clear,
  };
}
