import { formatReading, type Reading } from '../reading/index.js';
import { differenceUnit, unitOf } from '../units/index.js';
import { judgeReading, notJudged, type UncertaintyOf } from './judge.js';
import { numberIn } from './numberIn.js';
import type { JudgedSeries } from './series.js';
import type { ChangeSpec } from './spec.js';
import { changeZones, tidy } from './zonesOf.js';

/**
 * Judges what happened to a reading when something was done: after minus before, with the uncertainty of both.
 * From a number to OL is a rise beyond every limit; from OL to OL nothing can be said.
 */
export function judgeChange(
  spec: ChangeSpec,
  [before, after]: readonly [Reading, Reading],
  uncertaintyOf: UncertaintyOf,
): JudgedSeries {
  // Neither before nor after has a limit of its own.
  const rows = [
    { label: 'before', reading: before, verdict: notJudged('', uncertaintyOf(before)) },
    { label: 'after', reading: after, verdict: notJudged('', uncertaintyOf(after)) },
  ];
  const change = changeOf(differenceUnit(unitOf(spec.unit)).symbol, before, after);
  if (!change)
    return {
      rows,
      reading: undefined,
      verdict: notJudged('Without a number before or after there is no change to judge.'),
    };
  const both = [before, after].map((reading) => uncertaintyOf(reading) ?? 0);
  const limits = {
    line: changeZones(spec),
    uncertainty: 0,
    text: `From ${formatReading(before)} to ${formatReading(after)}.`,
  };
  return {
    rows,
    reading: change,
    verdict: judgeReading(limits, change, change.kind === 'exact' ? Math.hypot(...both) : null),
  };
}

function changeOf(unit: string, before: Reading, after: Reading): Reading | undefined {
  const value = tidy(numberIn(after) - numberIn(before));
  if (before.kind === 'exact' && after.kind === 'exact') {
    const resolution = Math.max(before.resolution, after.resolution);
    return { kind: 'exact', value, resolution, unit, text: String(value) };
  }
  if (before.kind === 'exact' && after.kind !== 'exact') return beyond(unit, after.side, value);
  if (before.kind !== 'exact' && after.kind === 'exact')
    return beyond(unit, before.side === 'above' ? 'below' : 'above', value);
  return undefined;
}

function beyond(unit: string, side: 'above' | 'below', value: number): Reading {
  return Number.isFinite(value)
    ? { kind: 'bounded', side, bound: value, unit, text: String(value) }
    : { kind: 'overload', side, unit, text: 'OL' };
}
