import { type LiveSample, type LiveSeries, makeLiveSeries } from '@probe-trail/core/liveValue';
import type { LiveLine } from '@probe-trail/core/vehicleInterface';

/** What was looked at is there for so long without having been started; ten samples a second. */
const keptMinutes = 15;
const mostSamples = keptMinutes * 60 * 10;

const pictureMs = 50;

/** The values that a page watches, outside of what React draws: they change ten times a second. */
export interface LiveStore {
  readonly take: (line: Exclude<LiveLine, { readonly kind: 'failed' }>, atMs: number) => void;
  /** Adds a value that was computed of others, and within how much it is known. */
  readonly put: (key: string, sample: LiveSample, uncertainty: number) => void;
  readonly seriesOf: (key: string) => LiveSeries;
  /** Within how much a computed value is known; `undefined` for one that was read. */
  readonly uncertaintyOf: (key: string) => number | undefined;
  /** Why a unit tells nothing just now; `undefined` where it does. */
  readonly sayNothing: (unitId: string) => string | undefined;
  /** Goes up with every change of a value. */
  readonly versionOf: (key: string) => number;
  readonly subscribe: (onChange: () => void) => () => void;
  readonly reset: () => void;
}

export function makeLiveStore(): LiveStore {
  const series = new Map<string, LiveSeries>();
  const versions = new Map<string, number>();
  const uncertainties = new Map<string, number>();
  const nothing = new Map<string, string>();
  const heard = new Set<() => void>();
  let isTold = true;
  const tell = () => {
    if (!isTold) return;
    isTold = false;
    // Units answer seventy times a second; the numbers are drawn twenty times (benchmark “main thread meanwhile”).
    setTimeout(() => {
      isTold = true;
      for (const hear of heard) hear();
    }, pictureMs);
  };
  const changed = (key: string) => versions.set(key, (versions.get(key) ?? 0) + 1);
  const seriesOf = (key: string): LiveSeries => {
    const known = series.get(key) ?? makeLiveSeries(mostSamples);
    series.set(key, known);
    return known;
  };
  return {
    seriesOf,
    take: (line, atMs) => {
      if (line.kind === 'nothing') nothing.set(line.unitId, line.because ?? 'silent');
      else nothing.delete(line.unitId);
      if (line.kind === 'values')
        for (const { key, value } of line.values) {
          seriesOf(key).add({ atMs, value });
          changed(key);
        }
      tell();
    },
    put: (key, sample, uncertainty) => {
      seriesOf(key).add(sample);
      uncertainties.set(key, uncertainty);
      changed(key);
      tell();
    },
    uncertaintyOf: (key) => uncertainties.get(key),
    sayNothing: (unitId) => nothing.get(unitId),
    versionOf: (key) => versions.get(key) ?? 0,
    subscribe: (onChange) => {
      heard.add(onChange);
      return () => heard.delete(onChange);
    },
    reset: () => {
      for (const [key, one] of series) {
        one.reset();
        changed(key);
      }
      tell();
    },
  };
}
