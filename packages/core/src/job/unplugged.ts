import { codeKey, isSeen, type NewSheet, type SheetCode } from '../codes/index.js';
import { standingEntries } from '../log/index.js';
import type { TrailEvent } from '../trail/index.js';
import { actionOf, isTakenApartBy } from '../vehicleState/index.js';

/** Something that was unplugged on a trail: what may have made codes. */
export interface Unplugged {
  readonly what: string;
  readonly atMs: number;
  readonly by: string;
}

/** What was unplugged on a trail, by its confirmed vehicle states. */
export const unpluggedOn = (events: readonly TrailEvent[]): readonly Unplugged[] =>
  standingEntries(events).flatMap((event) =>
    event.kind === 'stateConfirmed'
      ? event.state
          .filter((state) => isTakenApartBy(actionOf(state)))
          .map(({ what }) => ({ what, atMs: event.atMs, by: event.by }))
      : [],
  );

type Sheet = Pick<NewSheet, 'takenAtMs' | 'codes'>;

/**
 * What may have made a code of a sheet: whatever was unplugged since the sheet before it, when the code was not on that one.
 * @param before the sheet before; `undefined` when there is none
 */
export function suspectedMakers(
  code: SheetCode,
  sheet: Sheet,
  before: Sheet | undefined,
  unplugged: readonly Unplugged[],
): readonly Unplugged[] {
  const stoodBefore = before?.codes.some((one) => isSeen(one.status) && codeKey(one) === codeKey(code)) ?? false;
  if (stoodBefore) return [];
  return unplugged.filter(({ atMs }) => atMs > (before?.takenAtMs ?? 0) && atMs < sheet.takenAtMs);
}
