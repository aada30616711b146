import type { Counted, CountSpec } from '@probe-trail/core/spec';
import { judgeEntry } from '@probe-trail/core/trail';
import { useEffect, useState } from 'react';
import { deviceNowMs } from '../../device/clock';
import { useKeptState } from '../../device/keptState';
import { isListOf, isNullOr, isNumber, isShaped } from '../../device/shapes';
import { playTone } from '../../ui/playTone';
import { placeOf, type ReadingProps } from './recordReading';

interface KeptCount {
  readonly counts: readonly number[];
  /** For how long each section was moved before its clock was stopped last. */
  readonly movedMs: readonly number[];
  /** Which section is being moved. */
  readonly section: number;
  /** Since when its clock runs; `null` where it stands. */
  readonly sinceMs: number | null;
}

const isKeptCount = isShaped<KeptCount>({
  counts: isListOf(isNumber),
  movedMs: isListOf(isNumber),
  section: isNumber,
  sinceMs: isNullOr(isNumber),
});

const tickMs = 200;
const tapTone = { hertz: 880, ms: 60 };
const endTone = { hertz: 440, ms: 700 };

/**
 * A count with a clock for each section, so that none counts as moved that was not: who turns to another section stops the clock of this one.
 * Counts and the clock go on through a reload, as events go on falling out.
 */
export function useCounter(props: ReadingProps, spec: CountSpec) {
  const places = Math.max(1, spec.sections.length);
  const none = Array.from({ length: places }, () => 0);
  const empty: KeptCount = { counts: none, movedMs: none, section: 0, sinceMs: null };
  const [stored, setKept, forget] = useKeptState<KeptCount>(`count-${placeOf(props)}`, empty, isKeptCount);
  const kept = stored.counts.length === places && stored.movedMs.length === places ? stored : empty;
  const [atMs, setAtMs] = useState(() => deviceNowMs());
  const { counts, section, sinceMs } = kept;
  const wholeMs = spec.inSeconds * 1000;
  const sectionSeconds = movedUntil(kept, atMs, wholeMs).map((ms) => ms / 1000);
  const elapsed = sectionSeconds[section] ?? 0;
  const isRunning = sinceMs !== null && elapsed < spec.inSeconds;
  const movedBefore = kept.movedMs[section] ?? 0;
  useEffect(() => {
    if (sinceMs === null || !isRunning) return;
    const timer = setInterval(() => {
      const now = deviceNowMs();
      setAtMs(now);
      if (movedBefore + now - sinceMs >= wholeMs) playTone(endTone);
    }, tickMs);
    return () => clearInterval(timer);
  }, [sinceMs, isRunning, movedBefore, wholeMs]);

  const change = (by: number) =>
    setKept((last) => ({
      ...last,
      counts: last.counts.map((count, index) => (index === last.section ? Math.max(0, count + by) : count)),
    }));
  const setSection = (next: number) => {
    const now = deviceNowMs();
    setAtMs(now);
    setKept(() => ({ ...kept, movedMs: movedUntil(kept, now, wholeMs), section: next, sinceMs: null }));
  };
  const start = () => {
    if (isRunning || elapsed >= spec.inSeconds) return;
    playTone(tapTone);
    const now = deviceNowMs();
    setAtMs(now);
    setKept(() => ({ ...kept, sinceMs: now }));
  };
  const tap = () => {
    if (!isRunning) return;
    playTone(tapTone);
    change(1);
  };
  /** The watch has seen a loss; it has a tone of its own. */
  const lose = () => {
    if (isRunning) change(1);
  };
  const clear = () => {
    setKept(empty);
    forget();
  };
  const counted: Counted = {
    counts,
    seconds: sectionSeconds.reduce((sum, seconds) => sum + seconds, 0),
    sectionSeconds,
  };
  const entry = { kind: 'counted' as const, ...counted, counts: [...counts], sectionSeconds };
  const judged = judgeEntry(props.reading, entry, props.kit.context);
  return {
    counted,
    entry,
    seconds: elapsed,
    judged,
    section,
    setSection,
    isRunning,
    isDone: (index: number) => (sectionSeconds[index] ?? 0) >= spec.inSeconds,
    isSilent: (counts[section] ?? 0) === 0,
    start,
    tap,
    lose,
    takeBack: () => change(-1),
    clear,
  };
}

/** For how long each section has been moved by a moment, none for longer than is wanted. */
const movedUntil = ({ movedMs, section, sinceMs }: KeptCount, atMs: number, wholeMs: number): number[] =>
  movedMs.map((ms, index) =>
    index === section && sinceMs !== null ? Math.min(wholeMs, ms + Math.max(0, atMs - sinceMs)) : ms,
  );
