import type { Step, StepReading } from '@probe-trail/core/plan';
import type { Entry } from '@probe-trail/core/trail';
import type { OpenTrail } from '../log/useTrail';
import type { Kit } from './useKit';

/** What every panel of a step is given for one of its readings. */
export interface ReadingProps {
  readonly open: OpenTrail;
  readonly step: Step;
  readonly reading: StepReading;
  readonly kit: Kit;
  /** Not recorded yet, or to be recorded again. */
  readonly isDue: boolean;
  readonly onRecorded: () => void;
  readonly onAgain: () => void;
}

/** Where an entry came from, if not straight from the meter. */
export interface EntryOrigin {
  readonly typedFirst?: string;
  readonly stillStands?: string;
}

export type RecordReading = (entry: Entry, origin?: EntryOrigin) => boolean;

/** Records an entry for a reading. @returns whether it was recorded */
export const recordReading =
  ({ open, step, reading, kit, onRecorded }: ReadingProps): RecordReading =>
  (entry, origin) => {
    const isRecorded = open.record(...(isFromVehicle(entry) ? [] : kit.before), {
      kind: 'readingEntered',
      stepId: step.id,
      readingId: reading.id,
      entry,
      typedFirst: origin?.typedFirst ?? null,
      stillStands: origin?.stillStands ?? null,
    });
    if (isRecorded) onRecorded();
    return isRecorded;
  };

/** The meter had no part in it. */
const isFromVehicle = (entry: Entry): boolean =>
  (entry.kind === 'typed' && entry.live != null) || (entry.kind === 'rows' && entry.live?.every(Boolean) === true);

/** Where what is typed for a reading is kept until it is recorded. */
export const placeOf = ({ open, step, reading }: Pick<ReadingProps, 'open' | 'step' | 'reading'>): string =>
  `${open.trailId}/${step.id}/${reading.id}`;
