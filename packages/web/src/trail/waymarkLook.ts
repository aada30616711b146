import type { Evidence } from '@probe-trail/core/evidence';
import { indexPlan, type Plan, type Step } from '@probe-trail/core/plan';
import { sayTaken, type Waymark } from '@probe-trail/core/trail';
import type { MarkKind } from '../spec/verdictLook';

/** The mark of a waymark: the gravest verdict of its readings; open where nothing counts. */
export function waymarkMark({
  setAside,
  skippedBecause,
  taken,
}: Pick<Waymark, 'setAside' | 'skippedBecause' | 'taken'>): MarkKind {
  if (setAside || skippedBecause !== undefined) return 'open';
  const kinds = taken.map(({ verdict }) => verdict.kind);
  if (kinds.includes('outOfSpec')) return 'outOfSpec';
  if (kinds.includes('tooCloseToCall')) return 'tooCloseToCall';
  return kinds.includes('noLimit') ? 'noLimit' : 'inSpec';
}

/** What a waymark showed, in a few words. */
export function sayWaymark({ taken, skippedBecause }: Waymark): string {
  if (skippedBecause !== undefined) return 'skipped';
  return taken.map(sayTaken).join(' · ') || 'done';
}

/** Result of something that counts, in a few words. */
export const sayEvidence = ({ source }: Evidence): string =>
  source.kind === 'step' ? sayWaymark(source.waymark) : source.text;

/** The mark of something that counts; volts along a path have no verdict of their own. */
export const markOfEvidence = ({ source }: Evidence): MarkKind =>
  source.kind === 'step' ? waymarkMark(source.waymark) : 'noLimit';

export const stepOf = (plan: Plan, stepId: string): Step | undefined => indexPlan(plan).steps.get(stepId);
